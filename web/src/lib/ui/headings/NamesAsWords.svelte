<!-- Names of a heading as text words for a concept: forms with their records, what they add, what is covered; taken all or one by one. -->
<script lang="ts">
	import type { Concept } from '@wide-lantern/core/editor';
	import { formatCount } from '$lib/client/fresh.svelte';
	import { useWorkspace } from '$lib/client/context';
	import { HeadingNames } from '$lib/client/heading-names.svelte';

	let {
		concept,
		letter,
		vocabulary,
		heading,
		label
	}: { concept: Concept; letter: string; vocabulary: string; heading: string; label: string } = $props();
	const { enquiry } = useWorkspace();
	const model = new HeadingNames(enquiry);
	$effect(() => {
		// What others and oneself have saved meanwhile changes what is covered.
		void enquiry.revision;
		return model.ask({ concept: concept.id, vocabulary, heading });
	});
	const { names, more, failed, chosen, open } = $derived(model);
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
											class="btn btn-sm preset-outlined-surface-500"
											aria-pressed={chosen.includes(form.text)}
											class:on={chosen.includes(form.text)}
											title={KINDS[form.kind]}
											disabled={!enquiry.editable}
											onclick={() => model.toggle(form.text)}
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
				<button
					class="btn preset-filled"
					disabled={chosen.length === 0}
					onclick={() => model.add(chosen, concept, label)}
					>Add {chosen.length === 0 ? 'what you choose' : chosen.length === 1 ? 'this one' : `these ${chosen.length}`} to
					{letter}</button
				>
				<button
					class="btn preset-outlined-surface-500"
					disabled={open.length === 0}
					onclick={() => model.add(open, concept, label)}
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
