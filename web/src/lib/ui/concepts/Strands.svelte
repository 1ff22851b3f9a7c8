<!-- Strands of a concept (two things, either will do), and which term belongs to which. -->
<script lang="ts">
	import Plus from '@lucide/svelte/icons/plus';
	import X from '@lucide/svelte/icons/x';
	import type { Concept, Edit } from '@wide-lantern/core/editor';
	import Count from '$lib/ui/Count.svelte';
	import EditText from '$lib/ui/EditText.svelte';
	import { useWorkspace } from '$lib/client/context';
	import { newId } from '$lib/client/new-id';

	interface Props {
		concept: Concept;
		letter: string;
		/** Records by `@strand`. */
		counts: Readonly<Record<string, number>>;
		most: number;
		old: boolean;
		/** What a heading is called. */
		label: (one: { vocabulary: string; heading: string }) => Promise<string>;
	}
	let { concept, letter, counts, most, old, label }: Props = $props();
	const { enquiry } = useWorkspace();
	const terms = $derived([
		...concept.words.map((one) => ({ list: 'words', id: one.id, name: Promise.resolve(one.text), strand: one.strand })),
		...concept.headings.map((one) => ({
			list: 'headings',
			id: one.id,
			name: label(one).then((name) => `{${name}}`),
			strand: one.strand
		}))
	]);
	const freed = (list: 'words' | 'headings', strand: string) =>
		concept[list]
			.filter((one) => one.strand === strand)
			.map((one): Edit => ({ do: 'set', at: ['concepts', concept.id, list, one.id, 'strand'], value: null }));
	const takeOut = (strand: string) =>
		enquiry.edit('remove a strand', [
			...freed('headings', strand),
			...freed('words', strand),
			{ do: 'remove', at: ['concepts', concept.id, 'strands', strand] }
		]);
	const add = () =>
		enquiry.edit('add a strand', [
			{
				do: 'insert',
				in: ['concepts', concept.id, 'strands'],
				item: { id: newId(), name: '' },
				after: concept.strands.at(-1)?.id ?? null
			}
		]);
</script>

<div class="row">
	<h2 class="small soft">Strands</h2>
	<ul class="flex flex-wrap gap-1.5">
		{#each concept.strands as strand, at (strand.id)}
			<li class="chip-term">
				<span class="soft">@{letter}/{at + 1}</span><EditText
					at={['concepts', concept.id, 'strands', strand.id, 'name']}
					label="Name of strand {at + 1}"
					placeholder="Name"
				/><Count value={counts[`@${strand.id}`]} {most} dim={old} bar={false} />{#if enquiry.editable}<button
						class="btn hover:preset-tonal"
						aria-label="Remove strand {at + 1}"
						onclick={() => takeOut(strand.id)}><X size={13} /></button
					>{/if}
			</li>
		{/each}
		{#if enquiry.editable}<li>
				<button class="btn hover:preset-tonal" onclick={add}
					><Plus size={14} /> Strand: two things, either will do</button
				>
			</li>{/if}
	</ul>
</div>
{#if concept.strands.length > 0 && enquiry.editable && terms.length > 0}
	<details class="small">
		<summary class="cursor-pointer soft">Which term belongs to which strand</summary>
		<ul class="grid gap-1 mt-1 sm:grid-cols-2">
			{#each terms as term (term.id)}
				<li class="flex justify-between gap-2">
					{#await term.name then name}<span class="line-face truncate">{name}</span>
						<select
							class="select"
							aria-label="Strand of {name}"
							value={term.strand ?? ''}
							onchange={(event) =>
								enquiry.set(
									['concepts', concept.id, term.list, term.id, 'strand'],
									event.currentTarget.value || null,
									'assign a strand'
								)}
							><option value="">all of it</option>{#each concept.strands as strand, at (strand.id)}<option
									value={strand.id}>{at + 1} {strand.name}</option
								>{/each}</select
						>{/await}
				</li>
			{/each}
		</ul>
	</details>
{/if}
