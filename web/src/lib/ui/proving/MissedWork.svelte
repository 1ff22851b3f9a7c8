<!-- A known work that the result misses, with the terms of its own that would bring it back: read what each would add, or add it. -->
<script lang="ts">
	import { count as countOf, formatCount } from '$lib/client/fresh.svelte';
	import { sideName } from '$lib/client/record-why.svelte';
	import { tryOut } from '$lib/client/trials';
	import { useWorkspace } from '$lib/client/context';
	import type { ProvingGround } from '$lib/client/proving.svelte';
	import type { ProvedWork, Proving, WayBack } from '$lib/contract/proving';
	import type { ShownRecord } from '$lib/contract/records';
	import { arrows } from '../arrows';
	import RecordList from '../strategy/RecordList.svelte';

	interface Props {
		work: ProvedWork;
		proving: Proving;
		ground: ProvingGround;
		editable: boolean;
		onkept: (said: string) => void;
	}
	let { work, proving, ground, editable, onkept }: Props = $props();
	const { enquiry } = useWorkspace();
	/** The way whose added records are read. */
	let reading = $state.raw<{ readonly way: WayBack; readonly records: readonly ShownRecord[] | null } | null>(null);
	let fault = $state('');

	async function read(way: WayBack) {
		fault = '';
		if (reading?.way === way) {
			reading = null;
			return;
		}
		const edits = ground.editsFor(way);
		if (!edits) return;
		reading = { way, records: null };
		try {
			const [result] = await tryOut(enquiry, [{ name: way.text, edits }], undefined, true);
			if (reading?.way !== way) return;
			reading = { way, records: result && result.refused === undefined ? (result.records?.gained ?? []) : [] };
		} catch (error) {
			reading = null;
			fault = error instanceof Error ? error.message : 'The records could not be read.';
		}
	}
	function press(event: KeyboardEvent, way: WayBack) {
		if (event.ctrlKey || event.metaKey || event.altKey) return;
		const key = event.key.toLowerCase();
		if (key === 't') void read(way);
		else if (key === 'k' && editable) onkept(ground.keep(way));
		else return;
		event.preventDefault();
	}
	const KINDS: Readonly<Record<WayBack['kind'], string>> = {
		heading: 'heading',
		keyword: 'its author keyword',
		phrase: 'in its title',
		word: 'in its title'
	};
	const several = $derived((work.ways?.length ?? 0) > 1);
	/** `2 known works, 5 others`: what the result would have more. */
	function brings({ gained, known, returns }: WayBack): string {
		if (gained === 0) return returns ? 'adds nothing else' : 'not enough alone: another concept also loses it';
		const parts = [
			...(known > 0 ? [countOf(known, 'known work')] : []),
			...(gained > known ? [countOf(gained - known, known > 0 ? 'other' : 'record')] : [])
		];
		return `${returns ? '' : 'not enough alone; '}adds ${parts.join(', ')}`;
	}
</script>

<p>{work.record.title || '(no title)'}{work.record.year === null ? '' : `, ${work.record.year}`}</p>
{#if fault}<p class="say fault small mt-1" role="alert">{fault}</p>{/if}
{#each work.ways ?? [] as { side, ways } (side)}
	{@const name = sideName(enquiry.document, proving.sides[side]?.lines ?? [])}
	{#if several}<p class="small soft mt-1">For {name.letter ?? ''} {name.name}</p>{/if}
	<ul class="ways mt-1" aria-label="Terms that bring it back" {@attach arrows('li')}>
		{#each ways as way (way.text)}
			<li>
				<span class="term">{way.text}</span>
				<span class="small soft">{KINDS[way.kind]}, line {ground.lineNumber(way.line)}</span>
				<span class="small figure">{brings(way)}</span>
				<span class="flex gap-1">
					<button
						class="btn btn-sm preset-outlined-surface-500"
						aria-expanded={reading?.way === way}
						aria-label="Try {way.text}"
						disabled={way.gained === 0}
						onkeydown={(event) => {
							press(event, way);
						}}
						onclick={() => void read(way)}>Try <kbd>T</kbd></button
					>
					{#if editable}<button
							class="btn btn-sm preset-outlined-surface-500"
							aria-label="Add {way.text} to line {ground.lineNumber(way.line)}"
							onkeydown={(event) => {
								press(event, way);
							}}
							onclick={() => {
								onkept(ground.keep(way));
							}}>Add <kbd>K</kbd></button
						>{/if}
				</span>
			</li>
		{/each}
	</ul>
	{#if reading && ways.includes(reading.way)}
		<div class="mt-2">
			{#if reading.records}<p class="small soft">
					What {reading.way.text} would add{reading.records.length < reading.way.gained
						? `, the first ${reading.records.length} of ${formatCount(reading.way.gained)}`
						: ''}:
				</p>
				<RecordList
					page={{ line: proving.final ?? 0, total: reading.way.gained, from: 0, records: reading.records }}
				/>{:else}<p class="small soft">Reading …</p>{/if}
		</div>
	{/if}
{:else}
	<p class="small soft mt-1">
		{work.ways === null
			? 'Terms are looked for in the first 60 missed works only.'
			: work.passes.some((passed, side) => !passed && proving.sides[side]?.out)
				? 'A NOT removes it: no term that is added can bring it back.'
				: 'A limit excludes it, or none of its terms can be added to a line.'}
	</p>
{/each}

<style>
	.ways {
		display: grid;
		gap: 2px;
	}
	.ways li {
		display: grid;
		grid-template-columns: minmax(10rem, 1.2fr) 1fr 1fr auto;
		gap: 4px 12px;
		align-items: baseline;
	}
	.term {
		font-family: 'Atkinson Hyperlegible Mono', monospace;
		overflow-wrap: anywhere;
	}
	.figure {
		font-variant-numeric: tabular-nums;
	}
	@media (max-width: 900px) {
		.ways li {
			grid-template-columns: 1fr auto;
		}
	}
</style>
