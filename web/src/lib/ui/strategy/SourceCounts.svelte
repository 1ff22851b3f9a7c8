<!-- Each line's records source by source, where lines are counted on imported files. -->
<script lang="ts">
	import { useWorkspace } from '$lib/client/context';
	import { formatCount } from '$lib/client/fresh.svelte';
	import { sourceRows, type CountsBySource } from '$lib/client/source-counts.svelte';
	import type { SheetView } from '$lib/contract/sheet';

	interface Props {
		figures: CountsBySource;
		view: SheetView | null;
		goto: (line: string) => void;
	}
	let { figures, view, goto }: Props = $props();
	const { enquiry } = useWorkspace();
	const counts = $derived(figures.value);
	const rows = $derived(counts && view ? sourceRows(counts, view) : []);
	const old = $derived(
		!figures.isOf({ revision: enquiry.revision, collection: enquiry.document.collection }) || !counts
	);
	const width = (count: number, size: number) =>
		`${count === 0 ? 0 : Math.max(1, (100 * Math.log10(count + 1)) / Math.log10(size + 1))}%`;
</script>

{#if figures.failed}<p class="say fault" role="alert">{figures.failed}</p>{/if}
{#if !counts}<p class="soft">Counting …</p>
{:else if counts.sources.length === 0}
	<p class="soft">
		The lines are counted on a collection that is not split by source. Import the files that your sources export under
		<a href="/enquiries/{enquiry.id}/records">Records</a> and count lines on them: every line then shows here what it retrieves
		from each source.
	</p>
{:else}
	<section class:dim={old} aria-label="Lines by source">
		<h2>What each line retrieves from each source</h2>
		<div class="fits mt-2">
			<table class="table small">
				<thead>
					<tr
						><th scope="col" class="w-[40px] text-right">Line</th><th scope="col" class="w-[30%]"></th><th
							scope="col"
							class="text-right">All</th
						>{#each counts.sources as { source, records } (source)}<th scope="col"
								>{source}<span class="block soft">{formatCount(records)} records</span></th
							>{/each}</tr
					>
				</thead>
				<tbody>
					{#each rows as row (row.id)}
						<tr class:result={row.isResult}>
							<td class="text-right tabular-nums"
								><button
									class="number"
									aria-label="Go to line {row.number}"
									onclick={() => {
										goto(row.id);
									}}>{row.number}</button
								></td
							>
							<td class="line"
								><span class="text">{row.text}</span>{#if row.isResult}<span class="soft block">the result</span
									>{/if}</td
							>
							<td class="text-right tabular-nums">{formatCount(row.all)}</td>
							{#each row.counts as count, at (at)}
								<td
									><span class="flex justify-between gap-2"
										><span class="tabular-nums">{formatCount(count)}</span><span
											class="soft tabular-nums"
											title="In no other source">{formatCount(row.alone[at] ?? 0)} only here</span
										></span
									><span class="log-track"
										><span class="log-bar" style:width={width(count, counts.sources[at]?.records ?? 1)}></span></span
									></td
								>
							{/each}
						</tr>
					{/each}
				</tbody>
			</table>
		</div>
		<p class="small soft mt-2">
			Bars are logarithmic. Where duplicates are merged, a work of several sources is counted in each of them and only
			once in all; unmerged records are each in one source.
		</p>
	</section>
{/if}

<style>
	.dim {
		opacity: 0.5;
	}
	.fits {
		overflow-x: auto;
		max-height: 60vh;
		overflow-y: auto;
	}
	.number {
		min-width: 24px;
		min-height: 24px;
		color: var(--link);
		text-decoration: underline;
		cursor: pointer;
	}
	.text {
		display: -webkit-box;
		-webkit-box-orient: vertical;
		-webkit-line-clamp: 2;
		line-clamp: 2;
		overflow: hidden;
		font-family: 'Atkinson Hyperlegible Mono', monospace;
		overflow-wrap: anywhere;
	}
	.result td {
		font-weight: 700;
	}
	.log-track {
		display: block;
		width: 100%;
	}
	.log-bar {
		display: block;
	}
</style>
