<!-- A text of the enquiry edited in place: typing is saved as it goes, and others' edits come in. -->
<script lang="ts">
	import { tick } from 'svelte';
	import { valueAt, type Json, type Place } from '@wide-lantern/core/editor';
	import { useWorkspace } from '$lib/client/context';

	interface Props {
		at: Place;
		label: string;
		/** Shown beside or only read out. */
		showLabel?: boolean;
		long?: boolean;
		placeholder?: string;
		required?: string;
		class?: string;
		type?: 'text' | 'date' | 'number';
	}
	let {
		at,
		label,
		showLabel = false,
		long = false,
		placeholder = '',
		required = '',
		class: extra = '',
		type = 'text'
	}: Props = $props();
	const { enquiry } = useWorkspace();

	const stored = $derived(String(valueAt(enquiry.document as unknown as Json, at) ?? ''));
	/** What is in the field and cannot be saved as it is: nothing where something is required, half a date. */
	let unsaved = $state<string | null>(null);
	const shown = $derived(unsaved ?? stored);
	const missing = $derived(required !== '' && shown.trim() === '');
	let field = $state<HTMLInputElement | HTMLTextAreaElement>();

	function typing(event: Event) {
		const typed = (event.currentTarget as HTMLInputElement).value;
		const value: Json =
			type === 'date' ? typed || null : type === 'number' ? (typed === '' ? null : Number(typed)) : typed;
		unsaved = required !== '' && typed.trim() === '' ? typed : null;
		if (unsaved === null) enquiry.set(at, value, `change ${label}`);
	}
	function leave() {
		// An empty question stays on the screen, with its reason, until it says something.
		if (!missing) unsaved = null;
	}
	/** Where a place in a text is when the text has become another. */
	function moved(place: number, before: string, after: string): number {
		const most = Math.min(before.length, after.length);
		let start = 0;
		while (start < most && before[start] === after[start]) start++;
		let end = 0;
		while (end < most - start && before[before.length - 1 - end] === after[after.length - 1 - end]) end++;
		if (place <= start) return place;
		return place >= before.length - end ? place + after.length - before.length : after.length - end;
	}
	// What others do to the text comes in while it is being typed in; the cursor stays where it is in it.
	$effect.pre(() => {
		const after = shown;
		if (!field || (type !== 'text' && !long) || document.activeElement !== field || field.value === after) return;
		const { value: before, selectionStart, selectionEnd } = field;
		void tick().then(() =>
			field?.setSelectionRange(moved(selectionStart ?? 0, before, after), moved(selectionEnd ?? 0, before, after))
		);
	});
</script>

<label class="block">
	<span class={showLabel ? 'label-text' : 'sr-only'}>{label}</span>
	{#if long}
		<textarea
			bind:this={field}
			class="inplace {extra}"
			rows="1"
			value={shown}
			{placeholder}
			readonly={!enquiry.editable}
			oninput={typing}
			onblur={leave}
			aria-invalid={missing}></textarea>
	{:else}
		<input
			bind:this={field}
			class="inplace {extra}"
			{type}
			value={shown}
			{placeholder}
			readonly={!enquiry.editable}
			oninput={typing}
			onblur={leave}
			aria-invalid={missing}
			step="any"
			min={type === 'number' ? 0 : undefined}
		/>
	{/if}
	{#if missing}<span class="say fault small block" role="alert">{required}</span>{/if}
</label>
