<!-- A text of the enquiry edited in place: typing is saved as it goes; others' edits come in while it is not being typed in. -->
<script lang="ts">
	import { valueAt, type Json, type Place } from '@wide-lantern/core/editor';
	import { useWorkspace } from '$lib/work/context';

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
	let typed = $state<string | null>(null);
	const shown = $derived(typed ?? stored);
	const missing = $derived(required !== '' && shown.trim() === '');
	let timer: ReturnType<typeof setTimeout>;

	function save() {
		clearTimeout(timer);
		if (typed === null || (required !== '' && typed.trim() === '')) return;
		const value: Json =
			type === 'date' ? typed || null : type === 'number' ? (typed === '' ? null : Number(typed)) : typed;
		enquiry.set(at, value, `change ${label}`);
	}
	function typing(event: Event) {
		typed = (event.currentTarget as HTMLInputElement).value;
		clearTimeout(timer);
		timer = setTimeout(save, 350);
	}
	function leave() {
		save();
		// An empty question stays on the screen, with its reason, until it says something.
		if (!missing) typed = null;
	}
</script>

<label class="block">
	<span class={showLabel ? 'said' : 'sr'}>{label}</span>
	{#if long}
		<textarea
			class="ask inplace {extra}"
			rows="1"
			value={shown}
			{placeholder}
			readonly={!enquiry.editable}
			oninput={typing}
			onblur={leave}
			aria-invalid={missing}></textarea>
	{:else}
		<input
			class="ask inplace {extra}"
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
