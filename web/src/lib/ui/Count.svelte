<!-- A count with its bar on a log scale, so that sizes compare at a glance. -->
<script lang="ts">
	import { formatCount } from '$lib/client/fresh.svelte';
	let {
		value,
		most,
		dim = false,
		bar = true
	}: { value: number | null | undefined; most: number; dim?: boolean; bar?: boolean } = $props();
	const share = $derived(value && most > 1 ? Math.log10(value + 1) / Math.log10(most + 1) : 0);
</script>

<span class:dim={dim || value === null || value === undefined} class="whitespace-nowrap">
	{#if bar}<span class="log-track" aria-hidden="true"
			><span class="log-bar" style:width="{Math.round(share * 72)}px"></span></span
		>{/if}
	<span class="count" class:none={value === 0}>{formatCount(value)}</span>
</span>
