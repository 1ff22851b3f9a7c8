<script lang="ts">
	import { onMount } from 'svelte';
	import FileDown from '@lucide/svelte/icons/file-down';
	import { countMissing } from '@wide-lantern/core/editor';
	import { useWorkspace } from '$lib/client/context';
	import { dossierOf } from '$lib/client/enquiry-figures.svelte';

	const { enquiry } = useWorkspace();
	const dossier = dossierOf(enquiry);
	onMount(() => () => dossier.stop());
	$effect(() => {
		void [enquiry.revision, enquiry.factsAdded];
		void dossier.ask();
	});
	const save = (as: string) => `/api/v1/enquiries/${enquiry.id}/dossier?as=${as}`;
	const missing = $derived(countMissing(dossier.value?.blocks ?? []));
</script>

<div class="flex flex-wrap items-center gap-2">
	<h1 class="mr-4">Dossier</h1>
	<a class="btn preset-filled" href={save('docx')} download><FileDown size={15} /> Document (.docx)</a>
	<a class="btn preset-outlined-surface-500" href={save('md')} download><FileDown size={15} /> Markdown</a>
	<a class="btn preset-outlined-surface-500" href="/api/v1/enquiries/{enquiry.id}/export" download
		><FileDown size={15} /> The enquiry as a file</a
	>
	{#if missing > 0}<span class="small"
			>{missing} {missing === 1 ? 'thing is' : 'things are'} missing and marked where they belong.</span
		>{/if}
</div>
{#if dossier.failed}<p class="say mt-2" role="status">{dossier.failed}</p>{/if}

<article class="paper mt-4" aria-label="The document as it will look">
	{#each dossier.value?.blocks ?? [] as block, at (at)}
		{#if block.kind === 'heading'}
			{#if block.level === 1}<h2 class="one">{block.text}</h2>{:else if block.level === 2}<h3 class="two">
					{block.text}
				</h3>{:else}<h4>{block.text}</h4>{/if}
		{:else if block.kind === 'paragraph'}<p>{block.text}</p>
		{:else if block.kind === 'missing'}<p class="say fault">{block.text}</p>
		{:else if block.kind === 'list'}<ul class="points">
				{#each block.items as item, index (index)}<li>{item}</li>{/each}
			</ul>
		{:else if block.kind === 'verbatim'}<pre class="line-face">{block.text}</pre>
		{:else}
			<table class="table">
				<caption class="small soft">{block.caption}</caption>
				<thead
					><tr
						>{#each block.columns as column (column.title)}<th
								scope="col"
								class:right={column.number}
								style:width="{(100 * column.width) / block.columns.reduce((sum, one) => sum + one.width, 0)}%"
								>{column.title}</th
							>{/each}</tr
					></thead
				>
				<tbody
					>{#each block.rows as row, index (index)}<tr
							>{#each row as cell, column (column)}<td
									class:line-face={block.columns[column]?.code}
									class:right={block.columns[column]?.number}>{cell}</td
								>{/each}</tr
						>{/each}</tbody
				>
			</table>
		{/if}
	{:else}
		<p class="soft">Writing the document …</p>
	{/each}
</article>

<style>
	.paper {
		background: var(--sheet);
		border: 1px solid var(--rule);
		max-width: 52rem;
		padding: 40px 48px;
		display: grid;
		gap: 10px;
		overflow-wrap: anywhere;
	}
	.one {
		font-size: 24px;
	}
	.two {
		font-size: 19px;
		margin-top: 18px;
		border-bottom: 1px solid var(--rule);
	}
	h4 {
		font-weight: 600;
		margin-top: 6px;
	}
	.points {
		list-style: disc;
		padding-left: 20px;
	}
	caption {
		text-align: left;
		font-style: italic;
	}
	.right {
		text-align: right;
	}
	@media (max-width: 800px) {
		.paper {
			padding: 16px;
			overflow-x: auto;
		}
	}
</style>
