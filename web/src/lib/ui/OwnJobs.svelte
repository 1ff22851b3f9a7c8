<!-- One's own work that takes longer than a request, on every page: how far it is, and what became of it. -->
<script lang="ts">
	import Hourglass from '@lucide/svelte/icons/hourglass';
	import { Popover, Portal } from '@skeletonlabs/skeleton-svelte';
	import { onMount } from 'svelte';
	import { ownJobs } from '$lib/client/jobs.svelte';
	import { hasEnded, isUnderWay, type JobView } from '$lib/contract/jobs';
	import { dayAndTime } from '$lib/client/fresh.svelte';
	import { endText, jobName, progressText, shareOf } from '$lib/client/job-words';
	import JobProgress from './JobProgress.svelte';

	/** Ended ones that are listed. */
	const ENDED = 6;
	onMount(() => void ownJobs.refresh());
	const open = $derived(ownJobs.list.filter((job) => !hasEnded(job.state)));
	const shown = $derived([...open, ...ownJobs.list.filter((job) => hasEnded(job.state)).slice(0, ENDED)]);
	const asking = $derived(open.filter((job) => job.state === 'asking').length);
	const label = $derived(
		asking > 0
			? `${asking === 1 ? 'One file waits' : `${asking} files wait`} for your decision`
			: open.length > 0
				? `${open.length} under way`
				: 'Nothing under way'
	);
	let isOpen = $state(false);
	let fault = $state('');
	async function change(job: JobView, what: 'cancel' | 'repeat') {
		const answer = await ownJobs.change(job.id, what);
		fault = answer.ok ? '' : answer.fault;
	}
	const repeatable = (job: JobView) =>
		(job.kind === 'run' || job.kind === 'comparison') && (job.state === 'failed' || job.state === 'cancelled');
</script>

{#if shown.length > 0}
	<Popover open={isOpen} onOpenChange={(change) => (isOpen = change.open)}>
		<Popover.Trigger
			class="btn hover:preset-tonal"
			aria-label="Background work: {label}"
			title="Background work: {label}"
		>
			<Hourglass size={16} />{#if open.length > 0}<span class="small">{open.length}</span>{/if}
		</Popover.Trigger>
		{#if isOpen}<Portal>
				<Popover.Positioner>
					<Popover.Content class="jobs-list" aria-label="Background work">
						<Popover.Title class="title">Background work</Popover.Title>
						{#if fault}<p class="say fault small" role="alert">{fault}</p>{/if}
						<ul>
							{#each shown as job (job.id)}
								<li>
									<b>{jobName(job)}</b>
									{#if isUnderWay(job.state)}
										<JobProgress
											text={progressText(job)}
											share={shareOf(job)}
											oncancel={() => void change(job, 'cancel')}
										/>
									{:else}
										<p class="small" class:soft={job.state !== 'failed'}>
											{#if job.state === 'asking'}<a href="/vocabularies">{endText(job)}</a>{:else}{endText(job)}{/if}
											{#if job.endedAt}<span class="soft">· {dayAndTime(job.endedAt)}</span>{/if}
										</p>
										{#if repeatable(job)}<button
												class="btn preset-outlined-surface-500"
												onclick={() => void change(job, 'repeat')}>Try again</button
											>{/if}
									{/if}
								</li>
							{/each}
						</ul>
					</Popover.Content>
				</Popover.Positioner>
			</Portal>{/if}
	</Popover>
{/if}

<style>
	:global(.jobs-list) {
		width: min(24rem, 92vw);
		max-height: 70vh;
		overflow: auto;
		padding: 12px 16px;
		background: var(--sheet);
		color: var(--ink);
		border: 1px solid var(--edge);
		border-radius: 6px;
		z-index: 40;
	}
	:global(.jobs-list .title) {
		font-weight: 600;
	}
	li {
		padding: 8px 0;
		border-bottom: 1px solid var(--rule);
	}
	li:last-child {
		border-bottom: 0;
	}
</style>
