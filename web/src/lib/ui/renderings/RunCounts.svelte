<!-- Counts of a whole rendering on one day: run over the source’s connection, or pasted back from its platform. -->
<script lang="ts">
	import { onMount } from 'svelte';
	import type { RenderedLine } from '@wide-lantern/core/editor';
	import type { RenderingHistory } from '$lib/contract/runs';
	import JobProgress from '$lib/ui/JobProgress.svelte';
	import { useWorkspace } from '$lib/client/context';
	import { formatCount, dayAndTime } from '$lib/client/fresh.svelte';
	import { progressText, shareOf } from '$lib/client/job-words';
	import { RunCounts, type RunProfile } from '$lib/client/run-counts.svelte';

	interface Props {
		profile: RunProfile;
		lines: readonly RenderedLine[];
		history: RenderingHistory | null;
		/** Called when a run was added or withdrawn. */
		onchange: () => void;
	}
	let { profile, lines, history, onchange }: Props = $props();
	const { enquiry } = useWorkspace();
	const runs = $derived(history?.runs ?? []);
	const model = new RunCounts(
		enquiry,
		() => profile,
		() => lines,
		() => onchange()
	);
	const { job } = model;
	const { running, fault } = $derived(job);
	const { written, found } = $derived(model);
	onMount(() => enquiry.jobs.whenEnded(() => void job.see()));
</script>

<section aria-label="Counts at {profile.source}">
	<div class="flex flex-wrap items-center gap-2">
		<h3>Counts at the source</h3>
		{#if enquiry.editable}
			{#if !job.isBusy}
				{#if profile.connected}<button
						class="btn preset-outlined-surface-500"
						onclick={() => void job.start()}
						disabled={written.length === 0}>Run by connection</button
					>{/if}
				<button class="btn hover:preset-tonal" onclick={() => (model.isPasting = !model.isPasting)}>Paste counts</button
				>
			{/if}
		{/if}
	</div>
	{#if running}<div class="mt-2">
			<JobProgress
				text={progressText(running)}
				share={shareOf(running)}
				{...enquiry.editable ? { oncancel: () => void job.cancel() } : {}}
				note={running.mine ? 'It goes on if you leave this page.' : `Started by ${running.by}.`}
			/>
		</div>{/if}
	{#if fault}<p class="say fault mt-2 small" role="alert">{fault}</p>{/if}
	{#if model.isPasting}
		<label class="block mt-2 max-w-xl"
			><span class="label-text"
				>The lines as the platform shows them, with their counts; or the counts alone, one a line</span
			><textarea class="textarea line-face" rows="4" bind:value={model.text}></textarea></label
		>
		<p class="small mt-1">
			{found.length} of {written.length} lines have a count in it.
			<button
				class="btn preset-outlined-surface-500"
				disabled={found.length === 0}
				onclick={() => void model.keepPasted()}>Save as today’s counts</button
			>
		</p>
	{/if}
	{#if runs.length > 0}
		<table class="table mt-2">
			<thead
				><tr
					><th scope="col">Line on the platform</th>{#each runs as one (one.id)}<th scope="col" class="text-right"
							>{dayAndTime(one.on)}<span class="soft block small"
								>{one.how === 'connection' ? 'by connection' : 'pasted'}, {one.by}, profile {one.version ?? '–'}</span
							>{#if one.withdrawn}<span class="block small">withdrawn</span>{/if}{#if enquiry.editable}<button
									class="btn btn-sm hover:preset-tonal"
									title={one.withdrawn
										? 'Use these counts again'
										: 'These counts are wrong: the dossier leaves them out; they stay on record'}
									onclick={() => void model.withdraw(one.id, !one.withdrawn)}
									>{one.withdrawn ? 'Restore' : 'Withdraw'}</button
								>{/if}</th
						>{/each}</tr
				></thead
			>
			<tbody>
				{#each written as line (line.id)}
					<tr>
						<td>{profile.oneString ? `line ${line.number}` : line.written}</td>
						{#each runs as one (one.id)}
							{@const row = one.lines.find((other) => other.id === line.id)}
							<td
								class="text-right"
								class:soft={row !== undefined && row.text !== line.text}
								class:withdrawn={one.withdrawn}
								title={row !== undefined && row.text !== line.text ? 'The line was different then' : (row?.fault ?? '')}
								>{row ? (row.count === null ? row.fault || '–' : formatCount(row.count)) : '–'}</td
							>
						{/each}
					</tr>
				{/each}
			</tbody>
		</table>
		{#if (history?.total ?? 0) > runs.length}<p class="small soft mt-1">
				The last {runs.length} of {history?.total} runs; the file of the enquiry has all of them.
			</p>{/if}
	{:else if !running}<p class="small soft mt-1">
			No counts yet. {profile.connected ? 'Run all lines by connection, or paste' : 'Run it on the platform and paste'} the
			lines with their counts; each run keeps its date.
		</p>{/if}
</section>

<style>
	.withdrawn {
		text-decoration: line-through;
		color: var(--ink-soft);
	}
</style>
