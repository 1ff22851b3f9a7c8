<!-- Counts of a whole rendering on one day: asked by connection, or pasted back from the platform. -->
<script lang="ts">
	import { pastedRows, type RenderedLine } from '@wide-lantern/core/editor';
	import { useWorkspace } from '$lib/work/context';
	import { formatCount, dayAndTime } from '$lib/work/fresh.svelte';
	import { readNdjson } from '$lib/work/ndjson';
	import { newId } from '$lib/work/new-id';
	import type { SaidOfCounting } from '$lib/work/renderings';

	interface Props {
		rendering: string;
		profile: {
			readonly id: string;
			readonly source: string;
			readonly version: number;
			readonly connected: boolean;
			readonly oneString: boolean;
		};
		lines: readonly RenderedLine[];
	}
	let { rendering, profile, lines }: Props = $props();
	const { enquiry, personName } = useWorkspace();
	const stored = $derived(enquiry.document.renderings.find((one) => one.id === rendering));
	const runs = $derived([...(stored?.runs ?? [])].reverse());
	const written = $derived(lines.filter((line) => line.written !== null));
	let progress = $state<{ done: number; of: number } | null>(null);
	let running: AbortController | null = null;
	let fault = $state('');
	type Row = { id: string; number: number; text: string; count: number | null; fault: string };

	async function run() {
		await enquiry.flush();
		const asking = new AbortController();
		running = asking;
		fault = '';
		const rows: Row[] = [];
		let said = '';
		progress = { done: 0, of: written.length };
		const end = await readNdjson<SaidOfCounting>(
			`/api/v1/enquiries/${enquiry.id}/renderings/count`,
			{ profile: profile.id },
			(one) => {
				if ('line' in one) {
					const line = written.find((other) => other.id === one.line);
					if (line)
						rows.push({
							id: line.id,
							number: line.written ?? 0,
							text: line.text,
							count: one.count,
							fault: one.fault.slice(0, 2_000)
						});
				} else if ('of' in one) progress = { done: 0, of: one.of };
				else said = one.fault;
				if (progress) progress = { ...progress, done: rows.length };
			},
			asking.signal
		);
		progress = null;
		if (asking.signal.aborted) fault = 'Cancelled; nothing was kept.';
		else if (rows.every((row) => row.count === null))
			fault = `${end || rows[0]?.fault || said || 'Nothing was answered.'} The counts stay what they were.`;
		else {
			fault = [end, said].filter((one) => one !== '').join(' ');
			keep('connection', rows);
		}
	}
	function keep(how: 'connection' | 'pasted', rows: readonly Row[]) {
		const item = {
			id: newId(),
			on: new Date().toISOString(),
			by: personName,
			how,
			version: profile.version,
			lines: rows.map((row) => ({ ...row }))
		};
		const last = { on: item.on, how: 'run' as const, lines: written.map((line) => ({ id: line.id, text: line.text })) };
		enquiry.edit('keep the counts of a run', [
			stored?.runs
				? { do: 'insert', in: ['renderings', rendering, 'runs'], item, after: stored.runs.at(-1)?.id ?? null }
				: { do: 'set', at: ['renderings', rendering, 'runs'], value: [item] },
			{ do: 'set', at: ['renderings', rendering, 'last'], value: last }
		]);
	}
	let pasting = $state(false);
	let text = $state('');
	/** Counts by the numbers in front of them; without any, one after the other. */
	const found = $derived.by((): readonly Row[] => {
		const numbers = text
			.trim()
			.split('\n')
			.map((row) => row.trim())
			.filter((row) => row !== '');
		const plain =
			numbers.every((row) => /^[\d.,\s\u202F\u00A0]+$/.test(row)) && !numbers.some((row) => /^\d+[.)]?\s+\d/.test(row));
		if (plain)
			return numbers.slice(0, written.length).flatMap((row, at) => {
				const line = written[at];
				return line
					? [
							{
								id: line.id,
								number: line.written ?? 0,
								text: line.text,
								count: Number(row.replace(/\D/g, '')),
								fault: ''
							}
						]
					: [];
			});
		return pastedRows(text, profile.oneString).rows.flatMap((row) => {
			const line = written.find((one) => one.written === row.number);
			const count = row.count ?? (/^[\d.,\s\u202F]+$/.test(row.text) ? Number(row.text.replace(/\D/g, '')) : null);
			return line && count !== null ? [{ id: line.id, number: row.number, text: line.text, count, fault: '' }] : [];
		});
	});
</script>

<section aria-label="Counts at {profile.source}">
	<div class="flex flex-wrap items-center gap-2">
		<h3>Counts there</h3>
		{#if enquiry.editable}
			{#if progress}<button class="do" onclick={() => running?.abort()}>Cancel</button><span
					class="small soft"
					role="status">{progress.done} of {progress.of} lines</span
				>
			{:else}
				{#if profile.connected}<button class="do" onclick={() => void run()} disabled={written.length === 0}
						>Run by connection</button
					>{/if}
				<button class="do bare" onclick={() => (pasting = !pasting)}>Paste counts</button>
			{/if}
		{/if}
	</div>
	{#if fault}<p class="say fault mt-2 small" role="alert">{fault}</p>{/if}
	{#if pasting}
		<label class="block mt-2 max-w-xl"
			><span class="said">The lines as the platform shows them, with their counts; or the counts alone, one a line</span
			><textarea class="ask line-face" rows="4" bind:value={text}></textarea></label
		>
		<p class="small mt-1">
			{found.length} of {written.length} lines have a count in it.
			<button
				class="do"
				disabled={found.length === 0}
				onclick={() => {
					keep('pasted', found);
					pasting = false;
					text = '';
				}}>Keep them as of today</button
			>
		</p>
	{/if}
	{#if runs.length > 0}
		<table class="grid-table mt-2">
			<thead
				><tr
					><th scope="col">Line there</th>{#each runs.slice(0, 4) as one (one.id)}<th scope="col" class="text-right"
							>{dayAndTime(one.on)}<span class="soft block small"
								>{one.how === 'connection' ? 'by connection' : 'pasted'}, {one.by}, profile {one.version}</span
							></th
						>{/each}</tr
				></thead
			>
			<tbody>
				{#each written as line (line.id)}
					<tr>
						<td>{profile.oneString ? `line ${line.number}` : line.written}</td>
						{#each runs.slice(0, 4) as one (one.id)}
							{@const row = one.lines.find((other) => other.id === line.id)}
							<td
								class="text-right"
								class:soft={row !== undefined && row.text !== line.text}
								title={row !== undefined && row.text !== line.text ? 'The line was different then' : (row?.fault ?? '')}
								>{row ? (row.count === null ? row.fault || '–' : formatCount(row.count)) : '–'}</td
							>
						{/each}
					</tr>
				{/each}
			</tbody>
		</table>
	{:else}<p class="small soft mt-1">
			No counts yet. {profile.connected ? 'Run all lines by connection, or paste' : 'Run it on the platform and paste'} the
			lines with their counts; each run keeps its date.
		</p>{/if}
</section>
