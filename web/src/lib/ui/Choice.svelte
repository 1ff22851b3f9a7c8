<!-- One of a few values of the enquiry, as a list to choose from. -->
<script lang="ts">
	import { valueAt, type Edit, type Json, type Place } from '@wide-lantern/core/editor';
	import { useWorkspace } from '$lib/client/context';

	interface Props {
		at: Place;
		label: string;
		options: readonly { value: string; name: string }[];
		showLabel?: boolean;
		/** What is set beside it when a person chooses. */
		also?: readonly { readonly at: Place; readonly value: Json }[];
	}
	let { at, label, options, showLabel = false, also = [] }: Props = $props();
	const { enquiry } = useWorkspace();
	function choose(chosen: string): void {
		const edits: Edit[] = [{ at, value: chosen === '' ? null : chosen }, ...also].map((one) => ({ do: 'set', ...one }));
		enquiry.edit(`change ${label.toLowerCase()}`, edits);
	}
	const value = $derived(String(valueAt(enquiry.document as unknown as Json, at) ?? ''));
</script>

<label class="block">
	<span class={showLabel ? 'label-text' : 'sr-only'}>{label}</span>
	<select class="select" {value} disabled={!enquiry.editable} onchange={(event) => choose(event.currentTarget.value)}>
		{#each options as option (option.value)}<option value={option.value}>{option.name}</option>{/each}
	</select>
</label>
