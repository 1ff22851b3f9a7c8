<!-- A text of a record: what a line asks for is marked, with the letters of the concepts that ask. -->
<script lang="ts">
	import type { Stretch } from '$lib/client/records';

	let { stretches }: { stretches: readonly Stretch[] } = $props();
</script>

{#each stretches as { text, lit, asking }, at (at)}{#if lit}<span
			class="lit"
			class:one-word={!/\s/.test(text)}
			data-concepts={asking?.letters}
			style:--hue={asking && `var(--hue-${asking.hue % 6})`}>{text}</span
		>{:else}{text}{/if}{/each}
