<!-- Works of several references: what each says, which value is shown, and how to put one back. -->
<script lang="ts">
	import { DUPLICATES_PAGE, type DuplicateQueue } from '$lib/client/duplicates.svelte';
	import type { WorkView } from '$lib/contract/duplicates';
	import Pages from '../Pages.svelte';

	interface Props {
		queue: DuplicateQueue;
		works: { readonly total: number; readonly works: readonly WorkView[] };
		editable: boolean;
	}
	let { queue, works, editable }: Props = $props();
	const shownFrom = (work: WorkView, at: number) =>
		Object.entries(work.origins)
			.filter(([, origin]) => origin === at)
			.map(([field]) => field)
			.join(', ');
</script>

{#if works.total === 0}<p class="say mt-3">No work has several references.</p>{/if}
<ul class="mt-3 grid gap-3">
	{#each works.works as work (work.work)}
		{@const title = work.references[work.origins.title]?.titles[0] ?? ''}
		<li class="work">
			<h3>{title || '(no title)'}</h3>
			<div class="scroll">
				<table class="table" aria-label="References of {title}">
					<thead>
						<tr>
							<th scope="col" class="w-[22%]">Source</th><th scope="col">As it says</th><th scope="col" class="w-[22%]"
								>Shown from it</th
							>{#if editable}<th scope="col" class="w-[110px]"><span class="sr-only">Actions</span></th>{/if}
						</tr>
					</thead>
					<tbody>
						{#each work.references as one, at (`${one.batch} ${one.place}`)}
							<tr>
								<td>{one.source}<span class="small soft block">{one.fileName}</span></td>
								<td
									>{one.titles[0] ?? ''}<span class="small soft block"
										>{[one.authors[0] ?? '', one.journal, one.year ?? '', one.volume, one.pages, ...one.identifiers]
											.filter((part) => part !== '')
											.join(' · ')}</span
									></td
								>
								<td class="small">{shownFrom(work, at)}</td>
								{#if editable}<td class="text-right"
										><button
											class="btn btn-sm preset-outlined-surface-500"
											title="Make it a work of its own; this can be undone"
											onclick={() => void queue.separate(one)}>Separate</button
										></td
									>{/if}
							</tr>
						{/each}
					</tbody>
				</table>
			</div>
		</li>
	{/each}
</ul>
{#if works.total > DUPLICATES_PAGE}<Pages
		label="Pages of merged works"
		total={works.total}
		pageSize={DUPLICATES_PAGE}
		page={queue.worksPage}
		turn={(to) => void queue.readWorks(to)}
	/>{/if}
{#if editable && queue.state?.last}<button class="btn hover:preset-tonal mt-2" onclick={() => void queue.undo()}
		>Undo: {queue.state.last.same ? 'same work' : 'different works'} ({queue.state.last.by})</button
	>{/if}

<style>
	.work {
		border-top: 1px solid var(--rule);
		padding-top: 8px;
	}
	.scroll {
		overflow-x: auto;
	}
	td {
		vertical-align: top;
		overflow-wrap: anywhere;
	}
</style>
