<!-- Candidates as a table: saved, and read back with what was decided elsewhere. -->
<script lang="ts">
	import { count as countOf } from '$lib/client/fresh.svelte';
	import type { GleaningTable } from '$lib/client/gleaning-table.svelte';

	let { table, editable }: { table: GleaningTable; editable: boolean } = $props();
	let chooser = $state<HTMLInputElement>();
	/** Faults that are shown; the others are counted. */
	const SHOWN = 12;

	async function save() {
		const address = URL.createObjectURL(new Blob([await table.text()], { type: 'text/csv' }));
		const link = document.createElement('a');
		link.href = address;
		link.download = 'candidates.csv';
		link.click();
		// The browser has begun to save by then.
		setTimeout(() => {
			URL.revokeObjectURL(address);
		}, 10_000);
	}
	const tally = $derived.by(() => {
		const { decisions = [], added = [], others = 0 } = table.changes ?? {};
		const many = (wanted: string | null) => decisions.filter(({ decision }) => decision === wanted).length;
		return [
			many('rejected') > 0 && `${many('rejected')} rejected`,
			many('parked') > 0 && `${many('parked')} parked`,
			many(null) > 0 && `${many(null)} to be decided again`,
			added.length > 0 && `${added.length} added to concepts`,
			others > 0 && `${others} of these on terms of earlier gleanings`
		].filter((one) => one !== false);
	});
</script>

<details class="small">
	<summary>Decide in a spreadsheet</summary>
	<p class="soft mt-2">
		Save all candidates as CSV, write <em>rejected</em>, <em>parked</em> or <em>open</em> into the column “decision” and letters
		or names of concepts into “concepts”, and read the file back. Empty cells change nothing.
	</p>
	<p class="flex flex-wrap gap-2 mt-2">
		<button class="btn preset-outlined-surface-500" onclick={() => void save()}>Save as CSV</button>
		{#if editable}<button class="btn preset-outlined-surface-500" onclick={() => chooser?.click()}
				>Read a CSV file …</button
			>
			<input
				class="sr-only"
				type="file"
				tabindex="-1"
				accept=".csv,.tsv,.txt,text/csv"
				aria-label="File of candidates"
				bind:this={chooser}
				onchange={(event) => {
					const [file] = event.currentTarget.files ?? [];
					event.currentTarget.value = '';
					if (file) void table.read(file);
				}}
			/>{/if}
	</p>
	{#if table.fault}<p class="say fault mt-2" role="alert">{table.fault}</p>{/if}
	{#if table.said}<p class="say note mt-2" role="status">{table.said}</p>{/if}
	{#if table.changes}
		{@const { changes } = table}
		<div class="say mt-2" role="group" aria-label="What the file would change">
			<p>
				{#if tally.length > 0}{changes.fileName} would change: {tally.join(', ')}.{:else}{changes.fileName} says what is decided
					already. Nothing would change.{/if}
			</p>
			{#if changes.faults.length > 0}
				<p class="mt-2">{countOf(changes.faults.length, 'row')} cannot be read; the others can.</p>
				<ul class="list-disc pl-5">
					{#each changes.faults.slice(0, SHOWN) as { line, why }, at (at)}<li>Row {line}: {why}</li>{/each}
					{#if changes.faults.length > SHOWN}<li>and {changes.faults.length - SHOWN} more.</li>{/if}
				</ul>
			{/if}
			<p class="flex gap-2 mt-2">
				{#if tally.length > 0}<button class="btn preset-filled" disabled={table.busy} onclick={() => void table.apply()}
						>Change them</button
					>{/if}
				<button
					class="btn hover:preset-tonal"
					onclick={() => {
						table.leave();
					}}>{tally.length > 0 ? 'Cancel' : 'Close'}</button
				>
			</p>
		</div>
	{/if}
</details>

<style>
	summary {
		cursor: pointer;
		min-height: 24px;
	}
</style>
