<!-- What one source has, has otherwise, or has not: a line changed, skipped, typed by hand, or added below. -->
<script lang="ts">
	import { untrack } from 'svelte';
	import { format } from 'date-fns';
	import { hasErrors, parse, print, type RenderedLine } from '@wide-lantern/core/editor';
	import { useWorkspace } from '$lib/client/context';
	import { newId } from '$lib/client/new-id';

	let {
		line,
		rendering,
		text: main,
		onclose
	}: { line: RenderedLine; rendering: string; text: string; onclose: () => void } = $props();
	const { enquiry, personName } = useWorkspace();
	type Do = 'add' | 'replace' | 'skip' | 'text';
	let what = $state<Do>('replace');
	/** Begins with what stands there now. News of the strategy must not take away what is typed since. */
	let own = $state(untrack(() => main));
	function choose(to: Do) {
		what = to;
		own = to === 'text' ? line.text : to === 'replace' ? main : '';
	}
	let why = $state('');
	const isNotation = $derived(what === 'add' || what === 'replace');
	const fault = $derived.by(() => {
		if (!isNotation || own.trim() === '') return '';
		const { faults } = parse(own);
		return hasErrors(faults) ? (faults.find((one) => one.severity === 'error')?.message ?? '') : '';
	});
	const ready = $derived(why.trim() !== '' && (what === 'skip' || (own.trim() !== '' && fault === '')));
	/** The line as the server prints it: brackets and spaces make no change. */
	const printed = (text: string) => {
		const { tree } = parse(text);
		return tree ? print(tree) : text;
	};
	function keep() {
		const at = enquiry.document.renderings.find((one) => one.id === rendering);
		if (!at || !ready) return;
		const item = {
			id: newId(),
			do: what,
			at: line.id,
			text: what === 'skip' ? '' : own.trim(),
			of: printed(main),
			why: why.trim(),
			by: personName,
			on: format(new Date(), 'yyyy-MM-dd')
		};
		const others = (at.own ?? []).filter((one) => !(one.at === line.id && one.do !== 'add' && what !== 'add'));
		enquiry.edit('change a line in one rendering', [
			{ do: 'set', at: ['renderings', rendering, 'own'], value: [...others, item] }
		]);
		onclose();
	}
</script>

<form
	class="own"
	onsubmit={(event) => {
		event.preventDefault();
		keep();
	}}
>
	<label
		><span class="sr-only">What this source has instead</span><select
			class="select"
			value={what}
			onchange={(event) => choose(event.currentTarget.value as Do)}
		>
			<option value="replace">Another expression in this line’s place</option>
			<option value="text">The platform’s text, by hand</option>
			<option value="add">A line of this source alone, below</option>
			<option value="skip">Leave the line out here</option>
		</select></label
	>
	{#if what !== 'skip'}<label
			><span class="label-text">{isNotation ? 'In the notation' : 'In the platform’s own syntax'}</span><textarea
				class="textarea line-face"
				rows="2"
				bind:value={own}></textarea></label
		>{/if}
	{#if fault}<p class="small fault-text">{fault}</p>{/if}
	<label
		><span class="label-text">Reason, kept with it</span><input
			class="input"
			bind:value={why}
			placeholder="A limit that only this source has"
		/></label
	>
	<span class="flex gap-1"
		><button class="btn preset-filled" type="submit" disabled={!ready}>Keep it</button><button
			class="btn preset-outlined-surface-500"
			type="button"
			onclick={onclose}>Cancel</button
		></span
	>
</form>

<style>
	.own {
		display: grid;
		gap: 6px;
		margin: 6px 0 6px 2.2rem;
		padding: 8px;
		border: 1px solid var(--rule);
		background: var(--sheet);
		max-width: 44rem;
	}
	.fault-text {
		color: var(--fault);
	}
</style>
