<!-- Trials: what a change would do to the records and the known articles, side by side, before any is kept. -->
<script lang="ts">
	import Ship from '@lucide/svelte/icons/ship';
	import {
		lineAnchor,
		dropConcept,
		proposedTrials,
		toSource,
		toText,
		type Edit,
		type ProposedTrial
	} from '@wide-lantern/core/editor';
	import { namesFor } from '$lib/client/line-names';
	import RecordList from './RecordList.svelte';
	import { useWorkspace } from '$lib/client/context';
	import { formatCount } from '$lib/client/fresh.svelte';
	import { newId } from '$lib/client/new-id';
	import type { ShownRecord } from '$lib/contract/records';
	import type { TrialResult } from '$lib/contract/sheet';
	import { tryOut } from '$lib/client/trials';

	/** The result and its count as they stand. */
	let { final, count, found, known }: { final: string; count: number | null; found: number | null; known: number } =
		$props();
	const { enquiry, personName } = useWorkspace();
	interface OwnTrial {
		readonly id: string;
		readonly text: string;
		/** How it is joined with the result; or the line that it is tried in place of. */
		readonly operator: 'AND' | 'NOT' | 'instead';
		readonly line?: string;
	}
	const nameOf = (one: OwnTrial): string =>
		one.operator === 'instead' ? `Line ${numberOf(one.line)} as ${one.text}` : `The result ${one.operator} ${one.text}`;
	const numberOf = (line: string | undefined): number => enquiry.document.lines.findIndex((one) => one.id === line) + 1;
	/** The line that another text is tried for, and that text. */
	let line = $state('');
	let instead = $state('');
	const names = $derived(
		namesFor(
			enquiry.document,
			enquiry.document.lines.map((one) => one.id)
		)
	);
	const textOf = (id: string) => toText(enquiry.document.lines.find((one) => one.id === id)?.source ?? '', names);
	let own = $state.raw<readonly OwnTrial[]>([]);
	let text = $state('');
	let operator = $state<'AND' | 'NOT'>('AND');
	let results = $state.raw<ReadonlyMap<string, TrialResult>>(new Map());
	let fault = $state('');
	let busy = $state(false);
	let tried = $state(-1);

	const GROUPS = [
		{ id: 'own', name: 'Your own' },
		{ id: 'too many', name: 'If there are too many' },
		{ id: 'too few', name: 'If there are too few' },
		{ id: 'line off', name: 'What each line contributes' }
	] as const;
	interface Row extends Omit<ProposedTrial, 'group'> {
		readonly group: (typeof GROUPS)[number]['id'];
	}
	/** A line below the result that joins it with something; the result moves to that line. */
	function ownEdits({ text, operator, line }: OwnTrial): readonly Edit[] {
		if (operator === 'instead')
			return [{ do: 'set', at: ['lines', line ?? '', 'source'], value: toSource(text, names) }];
		const at = enquiry.document.lines.findIndex((line) => line.id === final);
		const source = `${lineAnchor(final)} ${operator} ${/^\w+$|^"[^"]*"$|^\{[^}]*\}$|^\w+:[^\s()]+$|^\(.*\)$/.test(text) ? text : `(${text})`}`;
		return [
			{
				do: 'insert',
				in: ['lines'],
				item: { id: newId(), source, concept: null, strand: null, role: 'limit', label: '', note: '', off: false },
				after: enquiry.document.lines[at]?.id ?? null
			}
		];
	}
	const rows = $derived<readonly Row[]>([
		...own
			.filter((one) => one.operator !== 'instead' || numberOf(one.line) > 0)
			.map((one): Row => ({ group: 'own', name: nameOf(one), edits: ownEdits(one) })),
		...proposedTrials(enquiry.document, final)
	]);

	$effect(() => {
		const trials = rows;
		void enquiry.revision;
		const asking = new AbortController();
		const timer = setTimeout(() => {
			busy = true;
			void tryOut(enquiry, trials, asking.signal)
				.then(
					(answers) => {
						results = new Map(answers.map((one) => [one.name, one]));
						tried = enquiry.revision;
						fault = '';
					},
					(error: unknown) => {
						if (!asking.signal.aborted)
							fault = error instanceof Error ? error.message : 'The trials could not be counted.';
					}
				)
				.finally(() => (busy = false));
		}, 400);
		return () => {
			clearTimeout(timer);
			asking.abort();
		};
	});
	/** The row whose records are read, and which of them. */
	let reading = $state.raw<{
		readonly name: string;
		readonly which: 'lost' | 'gained';
		readonly records: readonly ShownRecord[] | null;
		readonly of: number;
	} | null>(null);
	async function read(row: Row, which: 'lost' | 'gained', of: number) {
		if (reading?.name === row.name && reading.which === which) {
			reading = null;
			return;
		}
		reading = { name: row.name, which, records: null, of };
		const answer = await tryOut(enquiry, [row], undefined, true).catch((error: unknown) => {
			fault = error instanceof Error ? error.message : 'The records could not be read.';
			return [];
		});
		const [result] = answer;
		if (reading.name !== row.name || reading.which !== which) return;
		reading = result && result.refused === undefined ? { ...reading, records: result.records?.[which] ?? [] } : null;
	}
	const citation = (id: string) =>
		enquiry.document.articles.find((one) => one.id === id)?.citation || 'a known article';
	let kept = $state('');
	/** The concept that is about to be left out, and why. */
	let leaving = $state<string | null>(null);
	let reason = $state('');
	function keep(row: Row) {
		if (row.drops !== undefined && leaving !== row.drops) {
			leaving = row.drops;
			reason = '';
			return;
		}
		const edits =
			row.drops === undefined
				? row.edits
				: dropConcept(enquiry.document, row.drops, {
						reason: reason.trim(),
						by: personName,
						on: new Date().toISOString().slice(0, 10)
					});
		leaving = null;
		if (enquiry.edit(row.name, edits)) kept = `Kept: ${row.name}. Undo (Ctrl Z) restores what was there.`;
		own = own.filter((one) => nameOf(one) !== row.name);
	}
</script>

<section aria-label="Trials" class:dim={busy || tried !== enquiry.revision}>
	<h2>Trials</h2>
	<p class="small mt-1">
		As it is now: <strong class="count">{formatCount(count)}</strong> records{#if known > 0}, {found} of {known} known articles{/if}.
		Nothing below is kept until you choose it.
	</p>
	{#if fault}<p class="say fault mt-2" role="alert">{fault}</p>{/if}
	{#if kept}<p class="say note small mt-2" role="status">{kept}</p>{/if}
	<form
		class="flex gap-2 mt-2 items-center flex-wrap"
		onsubmit={(event) => {
			event.preventDefault();
			if (text.trim() === '') return;
			own = [
				{ id: newId(), text: text.trim(), operator },
				...own.filter((one) => one.text !== text.trim() || one.operator !== operator)
			];
			text = '';
		}}
	>
		<span>The result</span>
		<select class="select w-20" bind:value={operator} aria-label="Joined with"
			><option>AND</option><option>NOT</option></select
		>
		<input
			class="input w-72 term"
			bind:value={text}
			placeholder="yr:2015-"
			aria-label="A limit, or any expression, to try on the result"
			spellcheck="false"
		/>
		<button class="btn preset-outlined-surface-500" disabled={text.trim() === ''}>Try it</button>
	</form>
	<form
		class="flex gap-2 mt-2 items-center flex-wrap"
		onsubmit={(event) => {
			event.preventDefault();
			if (line === '' || instead.trim() === '' || instead.trim() === textOf(line)) return;
			own = [
				{ id: newId(), text: instead.trim(), operator: 'instead', line },
				...own.filter((one) => one.line !== line || one.text !== instead.trim())
			];
		}}
	>
		<label class="flex gap-2 items-center"
			>Line
			<select class="select w-20" aria-label="Line" bind:value={line} onchange={() => (instead = textOf(line))}
				><option value="">–</option>{#each enquiry.document.lines as one, at (one.id)}<option value={one.id}
						>{at + 1}</option
					>{/each}</select
			></label
		>
		<span>as</span>
		<input
			class="input flex-1 term"
			style="min-width: 18rem"
			bind:value={instead}
			disabled={line === ''}
			placeholder="Choose a line, then change its text here"
			aria-label="Another text for the line, to try"
			spellcheck="false"
		/>
		<button
			class="btn preset-outlined-surface-500"
			disabled={line === '' || instead.trim() === '' || instead.trim() === textOf(line)}>Try it</button
		>
	</form>
	{#each GROUPS as group (group.id)}
		{@const members = rows.filter((row) => row.group === group.id)}
		{#if members.length > 0}
			<table class="table small mt-3">
				<thead
					><tr
						><th scope="col" class="w-[46%]">{group.name}</th><th scope="col" class="text-right">Records</th><th
							scope="col"
							class="text-right">Lost</th
						><th scope="col" class="text-right">Gained</th><th scope="col">Known articles</th><th scope="col"
							><span class="sr-only">Keep</span></th
						></tr
					></thead
				>
				<tbody>
					{#each members as row, at (at)}
						{@const result = results.get(row.name)}
						<tr>
							<td
								>{row.name}{#if result?.refused !== undefined}<span class="block fault-text">{result.refused}</span
									>{/if}</td
							>
							{#if result && result.refused === undefined}
								<td class="text-right tabular-nums">{formatCount(result.count)}</td>
								<td class="text-right tabular-nums"
									>{#if result.lost > 0}<button
											class="btn hover:preset-tonal"
											aria-expanded={reading?.name === row.name && reading.which === 'lost'}
											title="Read what is lost"
											onclick={() => void read(row, 'lost', result.lost)}>−{formatCount(result.lost)}</button
										>{:else}0{/if}</td
								>
								<td class="text-right tabular-nums"
									>{#if result.gained > 0}<button
											class="btn hover:preset-tonal"
											aria-expanded={reading?.name === row.name && reading.which === 'gained'}
											title="Read what comes in"
											onclick={() => void read(row, 'gained', result.gained)}>+{formatCount(result.gained)}</button
										>{:else}0{/if}</td
								>
								<td
									>{#if result.benchmarkLost.length > 0}<span
											class="fault-text"
											title={result.benchmarkLost.map(citation).join('\n')}
											><Ship size={12} class="inline" /> −{result.benchmarkLost.length}</span
										>{/if}{#if result.benchmarkGained.length > 0}<span
											class="ml-2"
											title={result.benchmarkGained.map(citation).join('\n')}
											><Ship size={12} class="inline" /> +{result.benchmarkGained.length}</span
										>{/if}{#if result.benchmarkLost.length + result.benchmarkGained.length === 0}<span class="soft"
											>{known > 0 ? 'as now' : '–'}</span
										>{/if}</td
								>
								<td class="text-right"
									>{#if enquiry.editable}<button class="btn hover:preset-tonal" onclick={() => keep(row)}
											>{row.drops === undefined ? 'Keep' : 'Leave out …'}</button
										>{/if}</td
								>
							{:else}<td colspan="5" class="soft">{result ? '' : 'counting'}</td>{/if}
						</tr>
						{#if reading?.name === row.name}
							<tr
								><td colspan="6"
									>{#if reading.records === null}<p class="soft">Reading the records …</p>
									{:else}<p class="soft">
											{reading.which === 'lost' ? 'No longer found' : 'Found in addition'}{reading.of >
											reading.records.length
												? `, the first ${reading.records.length} of ${formatCount(reading.of)}`
												: ''}:
										</p>
										<RecordList
											page={{ line: numberOf(final), total: reading.of, from: 0, records: reading.records }}
										/>{/if}</td
								></tr
							>
						{/if}
						{#if leaving !== null && leaving === row.drops}
							<tr
								><td colspan="6"
									><form
										class="flex gap-2 items-center flex-wrap"
										onsubmit={(event) => {
											event.preventDefault();
											if (reason.trim() !== '') keep(row);
										}}
									>
										<label class="grow"
											><span class="sr-only">Reason for leaving it out</span><input
												class="input w-full"
												bind:value={reason}
												placeholder="Why the search leaves it out: kept in the brief, on the sheet and in the dossier"
												{@attach (input) => input.focus()}
											/></label
										>
										<button class="btn preset-filled" disabled={reason.trim() === ''}>Leave out</button>
										<button type="button" class="btn hover:preset-tonal" onclick={() => (leaving = null)}>Cancel</button
										>
									</form></td
								></tr
							>
						{/if}
					{/each}
				</tbody>
			</table>
		{/if}
	{/each}
	<p class="small soft mt-2">
		Besides these: another synonym widens a concept (the proposals of a word are in the lens, others on the Concepts
		screen), and one more concept narrows the result.
	</p>
</section>

<style>
	td {
		vertical-align: middle;
	}
	.dim td {
		opacity: 0.6;
	}
	.fault-text {
		color: var(--fault);
	}
	.term {
		font-family: 'Atkinson Hyperlegible Mono', monospace;
	}
</style>
