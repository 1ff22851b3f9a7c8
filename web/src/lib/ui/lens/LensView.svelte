<!-- The lens: heading, record or line, whatever the cursor or focus is on. -->
<script lang="ts">
	import { arrows } from '$lib/ui/arrows';
	import { page } from '$app/state';
	import Segments from '$lib/ui/Segments.svelte';
	import { conceptLetter, type Concept } from '@wide-lantern/core/editor';
	import { useWorkspace } from '$lib/client/context';
	import type { HeadingTopic } from '$lib/client/lens.svelte';
	import { stepStates, type StepId } from '@wide-lantern/core/editor';
	import { addHeading, type Taking } from '$lib/client/terms';
	import HeadingPanel from './HeadingPanel.svelte';
	import LinePanel from './LinePanel.svelte';
	import RecordPanel from './RecordPanel.svelte';

	const { enquiry, lens, findings, profiles } = useWorkspace();
	const here = $derived((page.url.pathname.split('/').at(-1) ?? 'brief') as StepId);
	const conceptOf = (line: string): Concept | undefined => {
		const id = enquiry.document.lines.find((one) => one.id === line)?.concept;
		return enquiry.document.concepts.find((one) => one.id === id);
	};
	type Shown = { readonly vocabulary: string; readonly heading: string };
	const inConcept = (concept: Concept, { vocabulary, heading }: Shown) =>
		concept.headings.find((one) => one.vocabulary === vocabulary && one.heading === heading);
	/** The concept that a heading was opened from, or one that has it. */
	const holding = (topic: HeadingTopic): Concept | undefined =>
		enquiry.document.concepts.find((one) => one.id === topic.concept) ??
		enquiry.document.concepts.find((one) => inConcept(one, topic));
	/** A heading that is shown can be taken where it belongs, or changed there. */
	function takeFor(concept: Concept | undefined, shown: Shown) {
		if (!concept || !enquiry.editable) return null;
		const letter = conceptLetter(enquiry.document.concepts.indexOf(concept));
		return {
			label: `Add to ${letter} ${concept.name}`,
			known: inConcept(concept, shown),
			act: (choice: Taking) => void enquiry.edit('add a heading', addHeading(concept, choice))
		};
	}
	/** In the sheet the cursor goes to the line at once. */
	function inSheet(event: MouseEvent, place: string) {
		const line = /^strategy#line-(\d+)$/.exec(place)?.[1];
		if (line === undefined || here !== 'strategy' || !lens.goTo) return;
		event.preventDefault();
		lens.goTo(Number(line));
	}
	const platformName = (profile: string) => profiles.find((one) => one.id === profile)?.source ?? profile;
	const look = $derived(stepStates(enquiry.document, findings.everything, platformName)[here]?.look ?? []);
</script>

{#if lens.topic?.kind === 'heading'}
	{@const topic = lens.topic}
	<HeadingPanel
		vocabulary={topic.vocabulary}
		heading={topic.heading}
		narrow
		take={takeFor(holding(topic), topic)}
		turn={(heading) => (lens.topic = { ...topic, heading })}
	/>
{:else if lens.topic?.kind === 'record'}
	<RecordPanel record={lens.topic.record} line={lens.topic.line} />
{:else if lens.topic?.kind === 'line' && enquiry.document.lines.some((line) => lens.topic?.kind === 'line' && line.id === lens.topic.line)}
	{@const { line, heading } = lens.topic}
	{@const number = enquiry.document.lines.findIndex((one) => one.id === line) + 1}
	{#if heading}
		<div class="mb-3">
			<Segments
				label="What the lens shows"
				options={[
					['heading', 'Heading'],
					['line', `Line ${number}`]
				]}
				value={lens.side}
				choose={(side) => (lens.side = side)}
			/>
		</div>
	{/if}
	{#if heading && lens.side === 'heading'}
		<HeadingPanel
			vocabulary={heading.vocabulary}
			heading={heading.heading}
			narrow
			take={takeFor(conceptOf(line), heading)}
			turn={(other) => (lens.topic = { kind: 'heading', vocabulary: heading.vocabulary, heading: other })}
		/>
	{:else}
		<LinePanel id={line} word={lens.topic.word ?? null} />
	{/if}
{:else if look.length > 0}
	<h2>To look at here</h2>
	<ul class="mt-2 grid gap-2" {@attach arrows('li')}>
		{#each look as point, at (at)}<li class="say note small">
				<a
					href="/enquiries/{enquiry.id}/{point.place.address}"
					class:font-semibold={lens.attention?.message === point.message}
					aria-current={lens.attention?.message === point.message ? 'true' : undefined}
					onclick={(event) => inSheet(event, point.place.address)}>{point.message}</a
				>
			</li>{/each}
	</ul>
{:else}
	<h2>The lens</h2>
	<p class="soft mt-2">
		The lens shows what your cursor is on: a heading with its scope note and its places, a line, or a record and why it
		is retrieved. There is nothing to look at in this step.
	</p>
{/if}
