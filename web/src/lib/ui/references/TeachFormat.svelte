<!-- A format taught by its example: how records are told apart, what each field holds, and the first records as they would be imported. -->
<script lang="ts">
	import { FIELD_MEANINGS, TABLE_DELIMITERS, TAG_SEPARATORS, type FieldMeaning } from '@wide-lantern/core/references';
	import { separatorName, type FormatTeaching } from '$lib/client/format-teaching.svelte';
	import { formatCount, records } from '$lib/client/fresh.svelte';
	import Dialog from '../Dialog.svelte';

	let { teaching, onclose }: { teaching: FormatTeaching; onclose: () => void } = $props();
	const recipe = $derived(teaching.recipe);
	const tags = $derived(recipe?.kind === 'tagged' ? recipe.fields.map(({ name }) => name) : []);
	const KINDS = { tagged: 'Text with tags', xml: 'XML with an element that repeats', table: 'A table' } as const;
	const SPLITS = [';', '|', ',', '/'] as const;
	const MANY: readonly FieldMeaning[] = ['authors', 'keywords', 'affiliations', 'language', 'type', 'title'];
	const BEGINS = {
		'first-tag': 'with the tag',
		'last-tag': 'after the tag',
		'blank-line': 'after a blank line',
		line: 'after the line'
	} as const;
	type By = keyof typeof BEGINS;
	/** The common ones, and what was found. */
	const separators = $derived([
		...new Set<string>([...TAG_SEPARATORS, ...(recipe?.kind === 'tagged' ? [recipe.separator] : [])])
	]);

	function boundary(by: By, text: string) {
		if (recipe?.kind !== 'tagged') return;
		const mark =
			by === 'blank-line' ? '' : text !== '' && (by === 'line' || tags.includes(text)) ? text : (tags[0] ?? '');
		void teaching.look({ kind: 'tagged', separator: recipe.separator, record: { by, text: mark } });
	}
</script>

<Dialog title="Teach the format of {teaching.fileName}" {onclose}>
	{#if recipe}
		<p class="soft small mt-1">
			{records(teaching.shape?.records ?? 0)} found in the first part of the file. Say what each field holds; the first records
			are shown below as they would be imported.
		</p>
		<div class="flex flex-wrap gap-3 items-end mt-3">
			<label
				><span class="label-text">Read as</span><select
					class="select"
					value={recipe.kind}
					onchange={(event) => void teaching.look({ kind: event.currentTarget.value as keyof typeof KINDS })}
					>{#each Object.entries(KINDS) as [kind, name] (kind)}<option value={kind}>{name}</option>{/each}</select
				></label
			>
			{#if recipe.kind === 'tagged'}
				<label
					><span class="label-text">After each tag</span><select
						class="select"
						value={recipe.separator}
						onchange={(event) =>
							void teaching.look({ kind: 'tagged', separator: event.currentTarget.value as typeof recipe.separator })}
						>{#each separators as one (one)}<option value={one}>{separatorName(one)}</option>{/each}</select
					></label
				>
				<label
					><span class="label-text">A record begins</span><select
						class="select"
						value={recipe.record.by}
						onchange={(event) => boundary(event.currentTarget.value as By, recipe.record.text)}
						>{#each Object.entries(BEGINS) as [by, name] (by)}<option value={by}>{name}</option>{/each}</select
					></label
				>
				{#if recipe.record.by === 'line'}<label
						><span class="label-text">Line between records</span><input
							class="input w-40"
							value={recipe.record.text}
							onchange={(event) => boundary('line', event.currentTarget.value.trim())}
						/></label
					>{:else if recipe.record.by !== 'blank-line'}<label
						><span class="label-text">Tag</span><select
							class="select"
							value={recipe.record.text}
							onchange={(event) => boundary(recipe.record.by as By, event.currentTarget.value)}
							>{#if !tags.includes(recipe.record.text)}<option value={recipe.record.text}>{recipe.record.text}</option
								>{/if}{#each tags as tag (tag)}<option value={tag}>{tag}</option>{/each}</select
						></label
					>{/if}
			{:else if recipe.kind === 'xml'}
				<label
					><span class="label-text">Element that is a record</span><select
						class="select"
						value={recipe.element}
						onchange={(event) => void teaching.look({ kind: 'xml', element: event.currentTarget.value })}
						>{#each teaching.shape?.elements ?? [] as one (one.name)}<option value={one.name}
								>{one.name} ({formatCount(one.count)})</option
							>{/each}</select
					></label
				>
			{:else}
				<label
					><span class="label-text">Between columns</span><select
						class="select"
						value={recipe.delimiter}
						onchange={(event) =>
							void teaching.look({ kind: 'table', delimiter: event.currentTarget.value as typeof recipe.delimiter })}
						>{#each TABLE_DELIMITERS as one (one)}<option value={one}>{separatorName(one)}</option>{/each}</select
					></label
				>
			{/if}
		</div>
		<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
		<div class="fields mt-3" tabindex="0" role="region" aria-label="Fields of the file">
			<table class="table" aria-label="Fields">
				<thead>
					<tr>
						<th scope="col" class="w-[18%]">Field</th><th scope="col" class="text-right w-20">Records</th><th
							scope="col">Examples</th
						><th scope="col" class="w-36">Holds</th><th scope="col" class="w-40">Several values</th>
					</tr>
				</thead>
				<tbody>
					{#each recipe.fields as field (field.name)}
						{@const sample = teaching.sampleOf(field.name)}
						<tr>
							<th scope="row" class="mono name">{field.name}</th>
							<td class="text-right tabular-nums">{formatCount(sample?.count ?? 0)}</td>
							<td class="small soft samples"
								>{#each sample?.samples.slice(0, 2) ?? [] as text (text)}<span class="block"
										>{text.length > 90 ? `${text.slice(0, 90)}…` : text}</span
									>{/each}</td
							>
							<td
								><select
									class="select"
									aria-label="What {field.name} holds"
									value={field.holds}
									onchange={(event) => void teaching.holds(field.name, event.currentTarget.value as FieldMeaning)}
									>{#each FIELD_MEANINGS as one (one)}<option value={one}
											>{one === 'keep' ? 'keep as it is' : one}</option
										>{/each}</select
								></td
							>
							<td
								>{#if MANY.includes(field.holds)}<select
										class="select"
										aria-label="Between the values of {field.name}"
										value={field.split === null ? 'auto' : field.split}
										onchange={(event) =>
											void teaching.splits(
												field.name,
												event.currentTarget.value === 'auto' ? null : event.currentTarget.value
											)}
										><option value="auto">as they look</option><option value="">one value each</option
										>{#each SPLITS as one (one)}<option value={one}>{separatorName(one)}</option>{/each}</select
									>{/if}</td
							>
						</tr>
					{/each}
				</tbody>
			</table>
		</div>
		<h3 class="mt-4">First records, as they would be imported</h3>
		<ol class="mt-1 grid gap-2 preview">
			{#each teaching.preview as record, at (at)}
				<li>
					<span class="font-bold">{record.title || '(no title)'}</span>
					{#if record.fault}<span class="say fault small block">{record.fault}</span>
					{:else}
						<span class="small block"
							>{[record.authors, record.journal, record.year, record.identifiers]
								.filter((one) => one !== '')
								.join(' · ')}</span
						>
						{#if record.abstract}<span class="small soft block"
								>{record.abstract.length > 160 ? `${record.abstract.slice(0, 160)}…` : record.abstract}</span
							>{/if}
						{#if record.keywords.length > 0}<span class="small block"
								>Keywords: {record.keywords.slice(0, 12).join(' · ')}</span
							>{/if}
						{#if record.kept.length > 0}<span class="small soft block"
								>Kept: {record.kept
									.slice(0, 8)
									.map(({ name, value }) => `${name} ${value.slice(0, 30)}`)
									.join(' · ')}</span
							>{/if}
					{/if}
				</li>
			{:else}<li class="soft small">No record could be read yet.</li>{/each}
		</ol>
	{/if}
	{#if teaching.fault}<p class="say fault mt-3" role="alert">{teaching.fault}</p>{/if}
	<form
		class="flex flex-wrap gap-3 items-end mt-4"
		onsubmit={(event) => {
			event.preventDefault();
			void teaching.save();
		}}
	>
		{#if recipe}<label class="grow"
				><span class="label-text">Name of this format (shared with everyone on this installation)</span><input
					class="input"
					maxlength="80"
					placeholder="For example the source and the kind of export"
					bind:value={teaching.name}
				/></label
			>{/if}
		<button type="button" class="btn hover:preset-tonal" onclick={onclose}>Cancel</button>
		{#if recipe}<button class="btn preset-filled" disabled={!teaching.canSave}>Save and use it</button>{/if}
	</form>
	{#if recipe && !teaching.hasTitle}<p class="small soft mt-1">One field must hold the title, or the abstract.</p>{/if}
</Dialog>

<style>
	.fields {
		max-height: 36vh;
		overflow: auto;
	}
	.fields table {
		min-width: 640px;
	}
	.name {
		overflow-wrap: anywhere;
		max-width: 12rem;
	}
	.samples {
		overflow-wrap: anywhere;
	}
	.preview {
		list-style: decimal;
		padding-left: 1.5rem;
	}
</style>
