<!-- One of a few values of the enquiry, as a list to choose from. -->
<script lang="ts">
	import { valueAt, type Json, type Place } from '@wide-lantern/core/editor';
	import { takeBench } from '$lib/work/context';

	interface Props {
		at: Place;
		label: string;
		options: readonly { value: string; name: string }[];
		showLabel?: boolean;
	}
	let { at, label, options, showLabel = false }: Props = $props();
	const { enquiry } = takeBench();
	const value = $derived(String(valueAt(enquiry.document as unknown as Json, at) ?? ''));
</script>

<label class="block">
	<span class={showLabel ? 'said' : 'sr'}>{label}</span>
	<select class="ask" {value} disabled={!enquiry.editable} onchange={(event) => enquiry.set(at, event.currentTarget.value === '' ? null : event.currentTarget.value, `change ${label}`)}>
		{#each options as option (option.value)}<option value={option.value}>{option.name}</option>{/each}
	</select>
</label>
