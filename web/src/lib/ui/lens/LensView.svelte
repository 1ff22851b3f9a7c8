<!-- The lens: heading, record or line, whatever the cursor or focus is on. -->
<script lang="ts">
	import { page } from '$app/state';
	import { takeBench } from '$lib/work/context';
	import { stepStates, type StepId } from '$lib/work/steps';
	import HeadingPanel from './HeadingPanel.svelte';
	import LinePanel from './LinePanel.svelte';
	import RecordPanel from './RecordPanel.svelte';

	const { enquiry, lens } = takeBench();
	const here = $derived((page.url.pathname.split('/').at(-1) ?? 'brief') as StepId);
	const look = $derived(stepStates(enquiry.document)[here]?.look ?? []);
</script>

{#if lens.topic?.kind === 'heading'}
	{@const topic = lens.topic}
	<HeadingPanel vocabulary={topic.vocabulary} heading={topic.heading} narrow turn={(heading) => (lens.topic = { ...topic, heading })} />
{:else if lens.topic?.kind === 'record'}
	<RecordPanel record={lens.topic.record} line={lens.topic.line} />
{:else if lens.topic?.kind === 'line' && enquiry.document.lines.some((line) => lens.topic?.kind === 'line' && line.id === lens.topic.line)}
	<LinePanel id={lens.topic.line} word={lens.topic.word ?? null} />
{:else if look.length > 0}
	<h2>To look at here</h2>
	<ul class="mt-2 grid gap-2">
		{#each look as point (point)}<li class="say note small">{point}</li>{/each}
	</ul>
{:else}
	<h2>The lens</h2>
	<p class="soft mt-2">Here you see what your cursor is on: a heading with its scope note and places, a line, a record and what lit it. Nothing waits for you in this step.</p>
{/if}
