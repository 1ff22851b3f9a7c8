<!-- Names of a heading as text words for a concept: forms with their records, what they add, what is covered; taken all or one by one. -->
<script lang="ts">
	import { callServer } from '$lib/contract/call-server';
	import { withoutCovered, type Concept, type Edit } from '@wide-lantern/core/editor';
	import type { NameOffer } from '$lib/contract/headings';
	import { formatCount } from '$lib/client/fresh.svelte';
	import { askForFigures } from '$lib/client/figures';
	import { useWorkspace } from '$lib/client/context';
	import { newId } from '$lib/client/new-id';

	let {
		concept,
		letter,
		vocabulary,
		heading,
		label
	}: { concept: Concept; letter: string; vocabulary: string; heading: string; label: string } = $props();
	const { enquiry } = useWorkspace();
	let names = $state.raw<readonly NameOffer[] | null>(null);
	/** Names beyond those that are counted. */
	let more = $state(0);
	let failed = $state('');
	let chosen = $state.raw<readonly string[]>([]);
	$effect(() => {
		// What others and oneself have saved meanwhile changes what is covered.
		void enquiry.revision;
		const query = { concept: concept.id, vocabulary, heading };
		return askForFigures(
			(signal) => callServer('GET /api/v1/enquiries/[enquiry]/names', { path: { enquiry: enquiry.id }, query, signal }),
			{
				show(answer) {
					names = answer.names;
					more = answer.more;
					failed = '';
				},
				failed: (message) => (failed = message)
			}
		);
	});
	/** The first form of each name that nothing covers, without those that another of them covers. */
	const open = $derived(
		withoutCovered(
			(names ?? []).flatMap((one) =>
				one.forms.filter((form, at) => at === 0 && form.coveredBy === null && !form.there).map((form) => form.text)
			)
		)
	);
	function take(texts: readonly string[]) {
		let after = concept.words.at(-1)?.id ?? null;
		const edits = texts
			.filter((text) => !concept.words.some((word) => word.text === text))
			.map((text): Edit => {
				const id = newId();
				const edit: Edit = {
					do: 'insert',
					in: ['concepts', concept.id, 'words'],
					item: { id, text, strand: null, origin: `name of ${label}` },
					after
				};
				after = id;
				return edit;
			});
		if (edits.length > 0) enquiry.edit(`add ${edits.length} names as text words`, edits);
		chosen = [];
	}
	const toggle = (text: string) =>
		(chosen = chosen.includes(text) ? chosen.filter((one) => one !== text) : [...chosen, text]);
	const KINDS = { 'as-is': 'as it is', stem: 'with a stem', near: 'near each other' } as const;
</script>

<section class="mt-6" id="names-as-words" aria-label="Its names as text words">
	<h2>Its names as text words</h2>
	<p class="small soft">
		For records that are not indexed, or indexed otherwise. Records of each form, and how many it adds to the words of {letter}
		{concept.name}.
	</p>
	{#if failed}<p class="say fault small mt-2" role="alert">{failed}</p>{/if}
	{#if !names && !failed}<p class="small soft mt-2">Counting the names …</p>{/if}
	{#if names}
		<table class="mt-2">
			<thead><tr><th scope="col">Name</th><th scope="col">Forms</th></tr></thead>
			<tbody>
				{#each names as row (row.name)}
					<tr>
						<td class="small">{row.name}</td>
						<td>
							{#each row.forms as form (form.text)}
								<span class="form">
									{#if form.there}<span class="line-face small soft">{form.text}</span>
										<span class="small soft">already added</span>
									{:else if form.coveredBy !== null}<span class="line-face small soft">{form.text}</span>
										<span class="small soft">covered by <span class="line-face">{form.coveredBy}</span></span>
									{:else}
										<button
											class="do small"
											aria-pressed={chosen.includes(form.text)}
											class:on={chosen.includes(form.text)}
											title={KINDS[form.kind]}
											disabled={!enquiry.editable}
											onclick={() => toggle(form.text)}
											><span class="line-face">{form.text}</span>
											<span class="tabular-nums">{formatCount(form.records)}</span
											>{#if form.adds !== null && form.adds > 0}<span class="adds">+{formatCount(form.adds)}</span
												>{/if}</button
										>
									{/if}
								</span>
							{/each}
						</td>
					</tr>
				{/each}
			</tbody>
		</table>
		{#if more > 0}<p class="small soft mt-1">
				It has {formatCount(more)} more names; they are listed under Other names and are not counted here.
			</p>{/if}
		{#if enquiry.editable}
			<p class="mt-2 flex flex-wrap gap-2 items-center">
				<button class="do first" disabled={chosen.length === 0} onclick={() => take(chosen)}
					>Add {chosen.length === 0 ? 'what you choose' : chosen.length === 1 ? 'this one' : `these ${chosen.length}`} to
					{letter}</button
				>
				<button class="do" disabled={open.length === 0} onclick={() => take(open)}
					>{open.length === 1
						? 'Add the one that is not covered'
						: `Add all ${open.length} that are not covered`}</button
				>
			</p>
		{/if}
	{/if}
</section>

<style>
	section {
		max-width: 44rem;
	}
	table {
		width: 100%;
		border-collapse: collapse;
	}
	td,
	th {
		padding: 4px 8px 4px 0;
		border-bottom: 1px solid var(--rule);
		text-align: left;
		vertical-align: top;
		font-weight: 400;
	}
	th {
		color: var(--soft);
		font-size: 13px;
	}
	td:first-child {
		width: 32%;
	}
	.form {
		display: inline-flex;
		flex-wrap: wrap;
		gap: 6px;
		align-items: baseline;
		margin: 0 10px 4px 0;
	}
	.on {
		border-color: var(--ink);
		box-shadow: inset 0 0 0 1px var(--ink);
	}
	.adds {
		font-weight: 600;
		font-variant-numeric: tabular-nums;
	}
</style>
