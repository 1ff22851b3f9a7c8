<script lang="ts">
	import RemoveButton from '$lib/ui/administration/RemoveButton.svelte';
	import Plain from '$lib/ui/Plain.svelte';
	import Editions from '$lib/ui/vocabularies/Editions.svelte';
	import VocabularyFile from '$lib/ui/vocabularies/VocabularyFile.svelte';
	import { formatCount } from '$lib/client/fresh.svelte';
	import { remove } from '$lib/client/installation';
	let { data } = $props();
	const FORMS = [
		['turtle', 'Turtle'],
		['n-triples', 'N-Triples'],
		['rdf-xml', 'RDF/XML'],
		['json-ld', 'JSON-LD'],
		['table', 'CSV'],
		['tsv', 'TSV']
	] as const;
</script>

<svelte:head><title>Vocabularies · Wide Lantern</title></svelte:head>
<Plain>
	<h1>Vocabularies</h1>
	<p class="soft mt-1 max-w-2xl">
		The headings that sources index with. Everybody here can look things up in all of them; who loads one keeps it up to
		date.
	</p>
	<table class="table mt-4" aria-label="Vocabularies">
		<thead
			><tr
				><th scope="col" class="w-[30%]">Name</th><th scope="col">Short name</th><th scope="col">Edition</th><th
					scope="col"
					class="text-right tabular-nums pr-6!">Headings</th
				><th scope="col">File</th><th scope="col">Change</th></tr
			></thead
		>
		<tbody>
			{#each data.vocabularies as one (one.id)}
				<tr>
					<td><a href="/vocabularies/{one.id}">{one.name}</a></td>
					<td>{one.id}</td>
					<td
						>{one.edition || '–'}{#if one.editions[0]?.by}<span class="small soft block"
								>{one.editions[0].by}, {one.editions[0].takenOn}</span
							>{/if}</td
					>
					<td class="text-right tabular-nums pr-6!">{formatCount(one.headings)}</td>
					<td
						><details class="files">
							<summary>Save as …</summary>
							<ul>
								{#each FORMS as [form, title] (form)}<li>
										<a href="/api/v1/vocabularies/{one.id}?as={form}" download>{title}</a>
									</li>{/each}
								<li>
									<a href="/api/v1/vocabularies/{one.id}/mappings" download>Decisions on counterparts (Turtle)</a>
								</li>
							</ul>
						</details></td
					>
					<td
						>{#if data.me.administrator || one.owner === data.me.id}<RemoveButton
								name={one.name}
								act={(confirmed) => remove('vocabularies', one.id, confirmed)}
							/>{:else}<span class="small soft"
								>{one.editions[0]?.by ? `kept by ${one.editions[0].by}` : 'shipped'}</span
							>{/if}</td
					>
				</tr>
				{#if one.editions.length > 1}
					<tr
						><td colspan="6" class="pt-0!"
							><details>
								<summary class="small">{one.editions.length} editions are kept: compare</summary><Editions
									entry={one}
								/>
							</details></td
						></tr
					>
				{/if}
			{:else}<tr
					><td colspan="6" class="soft"
						>None. Lines with headings are faulty until one is loaded, for example the list that your library’s source
						ships as SKOS.</td
					></tr
				>{/each}
		</tbody>
	</table>

	<h2 class="mt-8">Load a vocabulary</h2>
	<VocabularyFile administrator={data.me.administrator} known={data.vocabularies.map((one) => one.id)} />
</Plain>

<style>
	summary {
		cursor: pointer;
		color: var(--link);
		min-height: 24px;
	}
	.files ul {
		display: grid;
		gap: 4px;
		padding: 4px 0;
	}
	.files a {
		display: inline-block;
		min-height: 24px;
	}
</style>
