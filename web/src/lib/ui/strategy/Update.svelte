<!-- The lines brought up to date with the concepts: what would change, before it is done. -->
<script lang="ts">
	import type { TrialResult } from '$lib/contract/sheet';
	import Dialog from '$lib/ui/Dialog.svelte';
	import type { Edit, UpdateStep } from '@wide-lantern/core/editor';
	import { useWorkspace } from '$lib/client/context';
	import { formatCount } from '$lib/client/fresh.svelte';
	import { tryOut } from '$lib/client/trials';

	interface Props {
		steps: readonly UpdateStep[];
		onclose: () => void;
	}
	let { steps, onclose }: Props = $props();
	const { enquiry } = useWorkspace();
	let left = $state.raw<ReadonlySet<number>>(new Set());
	let result = $state.raw<TrialResult | null>(null);
	const taken = $derived(steps.filter((_, at) => !left.has(at)));
	const edits = $derived<readonly Edit[]>(taken.flatMap((step) => step.edits));
	const number = (id: string | null) => enquiry.document.lines.findIndex((line) => line.id === id) + 1;
	$effect(() => {
		const trial = edits;
		const asking = new AbortController();
		if (trial.length === 0) result = null;
		else
			void tryOut(enquiry, [{ name: 'bring up to date', edits: trial }], asking.signal).then(
				([answer]) => (result = answer ?? null),
				() => (result = null) // Without a collection there is nothing to count; the preview stands.
			);
		return () => asking.abort();
	});
</script>

<Dialog
	title={steps.length === 0 ? 'The lines are up to date' : 'Bring the lines up to date with the concepts'}
	{onclose}
>
	{#if steps.length === 0}
		<p class="mt-2">Every heading and word of the concepts is in a line. What is only in lines is left as it is.</p>
		<p class="mt-3"><button class="btn preset-filled" onclick={onclose}>Close</button></p>
	{:else}
		<table class="table small mt-2">
			<thead
				><tr
					><th scope="col" style:width="2.5rem"><span class="sr-only">Include it</span></th><th
						scope="col"
						style:width="7rem">Line</th
					><th scope="col">Added</th></tr
				></thead
			>
			<tbody>
				{#each steps as step, at (at)}
					<tr>
						<td
							><input
								class="checkbox"
								type="checkbox"
								aria-label="Include step {at + 1}"
								checked={!left.has(at)}
								onchange={() => (left = new Set(left.has(at) ? [...left].filter((one) => one !== at) : [...left, at]))}
							/></td
						>
						<td class="whitespace-nowrap">{step.line === null ? 'a new line' : `line ${number(step.line)}`}</td>
						<td class="term">{step.terms.length > 0 ? step.terms.join('  ·  ') : step.text}</td>
					</tr>
				{/each}
			</tbody>
		</table>
		<p class="small mt-2" role="status">
			{#if result && result.refused === undefined}The result would have {formatCount(result.count)} records: {formatCount(
					result.gained
				)} gained, {formatCount(result.lost)} lost.{/if}
		</p>
		<p class="mt-3 flex gap-2">
			<button
				class="btn preset-filled"
				disabled={edits.length === 0}
				onclick={() => {
					enquiry.edit('bring the lines up to date', edits);
					onclose();
				}}>Update from concepts</button
			>
			<button class="btn hover:preset-tonal" onclick={onclose}>Leave the lines as they are</button>
		</p>
	{/if}
</Dialog>

<style>
	.term {
		font-family: 'Atkinson Hyperlegible Mono', monospace;
		overflow-wrap: anywhere;
	}
</style>
