<!-- Headings of a record, main topics apart: opened, added to a concept, or parked for later thought. -->
<script lang="ts">
	import { arrows } from '$lib/ui/arrows';
	import { askingConcepts } from '$lib/client/records';
	import ParkingSquare from '@lucide/svelte/icons/parking-square';
	import { conceptLetter } from '@wide-lantern/core/editor';
	import { useWorkspace } from '$lib/client/context';
	import { headingFacts } from '$lib/client/headings';
	import type { ShownRecord } from '$lib/contract/records';
	import { addHeading, park } from '$lib/client/terms';

	let { headings, record }: { headings: ShownRecord['headings']; record: string } = $props();
	const { enquiry, lens } = useWorkspace();
	type One = ShownRecord['headings'][number];
	const concepts = $derived(enquiry.document.concepts);
	const groups = $derived(
		[
			{ title: 'Main topics', list: headings.filter((one) => one.main) },
			{ title: 'Others', list: headings.filter((one) => !one.main) }
		].filter((group) => group.list.length > 0)
	);
	const holders = (one: One) =>
		concepts.flatMap((concept, at) =>
			concept.headings.some((other) => other.vocabulary === one.vocabulary && other.heading === one.heading)
				? [conceptLetter(at)]
				: []
		);
	function act(one: One, chosen: string) {
		const [what, id] = chosen.split(':');
		const concept = concepts.find((other) => other.id === id);
		if (!concept) return;
		if (what === 'park') enquiry.edit('park a heading', park(concept, one.label, one));
		else void add(one, concept);
	}
	/** With its narrower headings, as exhaustive searches take them, and the record that it was found in. */
	async function add(one: One, concept: (typeof concepts)[number]) {
		const narrower = await headingFacts(one.vocabulary, one.heading, enquiry.document.collection).then(
			(facts) => facts.narrower,
			() => 0
		);
		const taking = {
			vocabulary: one.vocabulary,
			heading: one.heading,
			reach: narrower > 0 ? 'narrower' : 'this',
			picked: [],
			main: false,
			qualifiers: []
		} as const;
		enquiry.edit('add a heading of a record', addHeading(concept, taking, `found in record ${record}`));
	}
</script>

<h3 class="mt-3">Headings</h3>
{#if headings.length === 0}<p class="small soft">Not indexed yet: only text words can find it.</p>{/if}
{#each groups as group (group.title)}
	<p class="small soft mt-1">{group.title}</p>
	<ul class="small" aria-label={group.title} {@attach arrows('li')}>
		{#each group.list as one, at (at)}
			{@const held = holders(one)}
			{@const asking = askingConcepts(enquiry.document, one.litBy)}
			<li>
				<button
					class="link"
					class:lit={one.litBy.length > 0}
					data-concepts={asking?.letters}
					style:--hue={asking && `var(--hue-${asking.hue % 6})`}
					onclick={() => (lens.topic = { kind: 'heading', vocabulary: one.vocabulary, heading: one.heading })}
					>{one.label}</button
				>{one.qualifiers.length > 0 ? `: ${one.qualifiers.join(', ')}` : ''}
				{#if held.length > 0}<span class="soft">in {held.join(', ')}</span>{/if}
				{#if enquiry.editable && concepts.length > 0}
					<select
						class="mover"
						aria-label="Add or park {one.label}"
						value=""
						onchange={(event) => {
							act(one, event.currentTarget.value);
							event.currentTarget.value = '';
						}}
					>
						<option value="">⋯</option>
						{#each concepts as concept, number (concept.id)}{#if !held.includes(conceptLetter(number))}<option
									value="add:{concept.id}">add to {conceptLetter(number)} {concept.name}</option
								>{/if}{/each}
						{#each concepts as concept, number (concept.id)}<option value="park:{concept.id}"
								>park under {conceptLetter(number)}</option
							>{/each}
					</select>
				{/if}
			</li>
		{/each}
	</ul>
{/each}
{#if enquiry.editable && headings.length > 0 && concepts.length > 0}<p class="small soft mt-1">
		<ParkingSquare size={13} class="inline" /> Open one to see what it brings; ⋯ adds or parks it.
	</p>{/if}

<style>
	li {
		display: flex;
		flex-wrap: wrap;
		gap: 4px 8px;
		align-items: center;
	}
	.link {
		color: var(--link);
		cursor: pointer;
		min-height: 24px;
		text-align: left;
	}
	.link.lit {
		color: var(--ink);
	}
</style>
