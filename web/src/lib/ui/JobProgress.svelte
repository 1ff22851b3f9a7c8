<!-- How far a job is: a bar, what it is at, and a way to cancel it. -->
<script lang="ts">
	import { Progress } from '@skeletonlabs/skeleton-svelte';
	import type { JobView } from '$lib/contract/jobs';
	import { progressText } from '$lib/work/job-words';

	interface Props {
		job: JobView;
		/** What is said instead of the words of its kind. */
		text?: string;
		oncancel?: () => void;
		note?: string;
	}
	let { job, text = progressText(job), oncancel, note = '' }: Props = $props();
	const share = $derived(job.progress && job.progress.of > 0 ? (100 * job.progress.done) / job.progress.of : null);
</script>

<div class="job">
	<Progress value={share === null ? null : Math.min(100, Math.round(share))} max={100}>
		<Progress.Label class="small soft" role="status">{text}</Progress.Label>
		<Progress.Track class="track"><Progress.Range class="range" /></Progress.Track>
	</Progress>
	{#if oncancel}
		<span class="flex flex-wrap items-center gap-2"
			><button class="do" onclick={oncancel}>Cancel</button>{#if note}<span class="small soft">{note}</span>{/if}</span
		>
	{/if}
</div>

<style>
	.job {
		display: grid;
		gap: 6px;
		max-width: 32rem;
	}
	.job :global(.track) {
		height: 6px;
		margin-top: 2px;
		overflow: hidden;
		background: var(--rule);
		border-radius: 3px;
	}
	.job :global(.range) {
		height: 100%;
		background: var(--link);
		transition: width 200ms;
	}
	.job :global(.range[data-state='indeterminate']) {
		width: 30%;
		opacity: 0.6;
	}
</style>
