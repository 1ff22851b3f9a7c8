<!-- The collection is being indexed, or somebody has stopped that: how far it is, and what can be done. -->
<script lang="ts">
	import JobProgress from '$lib/ui/JobProgress.svelte';
	import { useWorkspace } from '$lib/client/context';
	import { changeIndexing } from '$lib/client/enquiry-figures.svelte';

	let { indexing, changed }: { indexing: number | 'stopped'; changed: () => void } = $props();
	const { enquiry } = useWorkspace();
	let fault = $state('');
	async function ask(what: 'stop' | 'start') {
		const answer = await changeIndexing(enquiry.id, what);
		fault = answer.ok ? '' : answer.fault;
		changed();
	}
</script>

<div class="say mb-2 flex flex-wrap gap-3 items-center" role="status">
	{#if indexing === 'stopped'}
		<span>The indexing of this collection was stopped, so no line is counted.</span>
		{#if enquiry.editable}<button class="btn preset-outlined-surface-500" onclick={() => void ask('start')}
				>Index it</button
			>{/if}
	{:else}
		<JobProgress
			text="The collection is being indexed: {Math.round(indexing * 100)} %"
			share={indexing}
			note="Counts come as soon as that is done; go on working.{enquiry.editable
				? ' Stopping it stops it for everybody.'
				: ''}"
			cancel="Stop indexing"
			{...enquiry.editable ? { oncancel: () => void ask('stop') } : {}}
		/>
	{/if}
	{#if fault}<span class="small" role="alert">{fault}</span>{/if}
</div>
