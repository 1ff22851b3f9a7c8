<!-- How far work is that takes longer than a request: a bar, what it is at, and a way to cancel it. -->
<script lang="ts">
	import { Progress } from '@skeletonlabs/skeleton-svelte';

	interface Props {
		text: string;
		/** From 0 to 1; null where that is not known. */
		share: number | null;
		oncancel?: () => void;
		/** On the button that cancels. */
		cancel?: string;
		note?: string;
	}
	let { text, share, oncancel, cancel = 'Cancel', note = '' }: Props = $props();
</script>

<div class="job">
	<Progress value={share === null ? null : Math.min(100, Math.round(100 * share))} max={100}>
		<Progress.Label class="small soft" role="status">{text}</Progress.Label>
		<Progress.Track class="track"><Progress.Range class="range" /></Progress.Track>
	</Progress>
	{#if oncancel || note}
		<span class="flex flex-wrap items-center gap-2"
			>{#if oncancel}<button class="btn preset-outlined-surface-500" onclick={oncancel}>{cancel}</button
				>{/if}{#if note}<span class="small soft">{note}</span>{/if}</span
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
