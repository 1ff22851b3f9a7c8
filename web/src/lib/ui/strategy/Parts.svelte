<!-- Parts: concepts and filters kept for other enquiries, measured where the truth is known, brought in as lines of their own. -->
<script lang="ts">
	import { performanceOf, type PackedLines, type Proportion } from '@wide-lantern/core/editor';
	import { PartShelf, textsOf, variantKey, type NewPart } from '$lib/client/parts.svelte';
	import { useWorkspace } from '$lib/client/context';
	import { formatCount } from '$lib/client/fresh.svelte';
	import type { PartEntry } from '$lib/contract/enquiries';

	/** The lines selected in the sheet, and the result. */
	let { selected, final }: { selected: readonly string[]; final: string | null } = $props();
	const { enquiry, collections } = useWorkspace();
	const shelf = new PartShelf(enquiry);
	const { parts, fault, said, measured } = $derived(shelf);
	let name = $state('');
	let source = $state('');
	let kind = $state<NewPart['kind']>('concept');
	let truth = $state('');
	const TRUTH_EXAMPLE = 'pt:"randomised trial"';
	let byMarks = $state(false);
	let place = $state<'below' | 'instead'>('below');
	/** The variant whose lines are read. */
	let open = $state('');

	$effect(() => {
		void shelf.list();
	});
	const chosen = $derived(
		enquiry.document.lines.filter((line) => selected.includes(line.id) && line.source.trim() !== '')
	);
	const numbers = $derived(chosen.map((line) => enquiry.document.lines.indexOf(line) + 1));
	async function keep() {
		const lines = chosen.map((line) => line.id);
		if (await shelf.keep(lines, { name, kind, source, truth })) name = '';
	}
	const vocabularies = $derived(collections.find((one) => one.id === enquiry.document.collection)?.vocabularies ?? []);
	const bringIn = (entry: PartEntry, variant: string, lines: PackedLines) => {
		shelf.bringIn(entry, variant, lines, { final, instead: place === 'instead', vocabularies });
	};
	const percent = (one: Proportion) => (one.value === null ? '–' : `${(100 * one.value).toFixed(1)} %`);
	const interval = (one: Proportion) =>
		one.value === null
			? 'nothing to divide by'
			: `${formatCount(one.part)} of ${formatCount(one.of)}; 95 % interval ${(100 * one.low).toFixed(1)} to ${(100 * one.high).toFixed(1)} % (Wilson; it assumes a random sample)`;
</script>

<section aria-label="Parts and filters">
	<h2>Parts and filters</h2>
	<p class="small soft mt-1">
		A part is a group of lines kept for other enquiries. A filter is one with a source and a known trade-off, brought in
		below the result on lines of its own.
	</p>
	{#if fault}<p class="say fault mt-2" role="alert">{fault}</p>{/if}
	{#if said.length > 0}<p class="say note small mt-2" role="status">
			{#each said as one, at (at)}<span class="block">{one}</span>{/each}
		</p>{/if}
	<p class="small mt-3">
		<label class="flex gap-2 items-center"
			><input class="checkbox" type="checkbox" bind:checked={byMarks} /> Measure by the records that are marked here: true
			is what is relevant, among the marked</label
		>
	</p>
	{#if enquiry.document.lines.length > 0 && (parts ?? []).some((entry) => entry.part.kind !== 'filter')}<p
			class="small mt-2 flex gap-2 items-center"
		>
			<label for="part-place">Concepts and lines are put</label><select
				id="part-place"
				class="select w-64"
				bind:value={place}
				><option value="below">below the lines that are here</option><option value="instead"
					>in place of all lines that are here</option
				></select
			>
		</p>{/if}
	{#each parts ?? [] as entry (entry.id)}
		<article class="mt-4">
			<h3>
				{entry.part.name}
				<span class="soft small font-normal"
					>{entry.part.kind}, version {entry.part.version}{entry.part.source ? ` · ${entry.part.source}` : ''}</span
				>
			</h3>
			{#if entry.part.note}<p class="small soft">{entry.part.note}</p>{/if}
			<table class="table small mt-1">
				<thead
					><tr
						><th scope="col">Variant</th><th scope="col" class="text-right">Sensitivity</th><th
							scope="col"
							class="text-right">Specificity</th
						><th scope="col" class="text-right">Precision</th><th scope="col"><span class="sr-only">Bring in</span></th
						></tr
					></thead
				>
				<tbody>
					{#each entry.part.variants as variant (variant.name)}
						{@const key = variantKey(entry, variant.name)}
						{@const found = measured.get(key)}
						{@const of = found ? performanceOf(found.cells) : null}
						<tr>
							<td
								>{variant.name ||
									`${variant.lines.lines.length} ${variant.lines.lines.length === 1 ? 'line' : 'lines'}`}</td
							>
							{#each [of?.sensitivity, of?.specificity, of?.precision] as one, at (at)}<td
									class="text-right tabular-nums"
									title={one ? interval(one) : 'not measured yet'}>{one ? percent(one) : '–'}</td
								>{/each}
							<td class="text-right"
								><button
									class="btn hover:preset-tonal"
									aria-expanded={open === key}
									onclick={() => (open = open === key ? '' : key)}>Read</button
								>{#if enquiry.editable}<button
										class="btn hover:preset-tonal"
										onclick={() => bringIn(entry, variant.name, variant.lines)}>Bring in</button
									>{/if}</td
							>
						</tr>
						{#if open === key}<tr
								><td colspan="5"
									><ol class="lines" aria-label="Lines of {variant.name || entry.part.name}">
										{#each textsOf(enquiry.document, variant.lines) as one, at (at)}<li>
												<span class="term">{one.text}</span>{#if one.label}<span class="soft block">{one.label}</span
													>{/if}
											</li>{/each}
									</ol></td
								></tr
							>{/if}
					{/each}
				</tbody>
			</table>
			<p class="mt-1 small flex gap-2 items-center flex-wrap">
				<label for="truth-{entry.id}">Gold standard</label><input
					id="truth-{entry.id}"
					class="input w-56 term"
					value={shelf.truthOf(entry)}
					oninput={(event) => shelf.setTruth(entry, event.currentTarget.value)}
					disabled={byMarks}
					placeholder={TRUTH_EXAMPLE}
					spellcheck="false"
				/><button
					class="btn btn-sm hover:preset-tonal"
					disabled={!byMarks && shelf.truthOf(entry).trim() === ''}
					onclick={() => void shelf.measure(entry, byMarks)}>Measure</button
				>{#if entry.mine}<button class="btn btn-sm hover:preset-tonal" onclick={() => void shelf.remove(entry)}
						>Remove</button
					>{/if}
			</p>
		</article>
	{/each}
	<form
		class="mt-5 flex gap-2 items-end flex-wrap"
		onsubmit={(event) => {
			event.preventDefault();
			if (chosen.length > 0 && name.trim() !== '') void keep();
		}}
	>
		<h3 class="w-full">Keep lines as a part</h3>
		<p class="small soft w-full">
			{chosen.length === 0
				? 'Select lines in the sheet first.'
				: `Line${numbers.length === 1 ? '' : 's'} ${numbers.join(', ')}. A part of the same name becomes its next version.`}
		</p>
		<label class="small grid gap-1">Name <input class="input w-56" bind:value={name} maxlength="200" /></label>
		<label class="small grid gap-1"
			>Kind <select class="select w-32" bind:value={kind}
				><option value="concept">concept</option><option value="filter">filter</option><option value="lines"
					>lines</option
				></select
			></label
		>
		<label class="small grid gap-1"
			>Source <input
				class="input w-56"
				bind:value={source}
				maxlength="2000"
				placeholder="Own work, November 2026"
			/></label
		>
		{#if kind === 'filter'}<label class="small grid gap-1"
				>Gold standard (query for the relevant records) <input
					class="input w-56 term"
					bind:value={truth}
					maxlength="2000"
					placeholder={TRUTH_EXAMPLE}
					spellcheck="false"
				/></label
			>{/if}
		<button class="btn preset-outlined-surface-500" disabled={chosen.length === 0 || name.trim() === ''}>Keep it</button
		>
	</form>
</section>

<style>
	td {
		vertical-align: middle;
	}
	.lines {
		list-style: decimal;
		padding-left: 24px;
		overflow-wrap: anywhere;
	}
	.term {
		font-family: 'Atkinson Hyperlegible Mono', monospace;
	}
</style>
