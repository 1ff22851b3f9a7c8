<!-- Turns the pages of a long list. -->
<script lang="ts">
	import { Pagination } from '@skeletonlabs/skeleton-svelte';
	import ChevronLeft from '@lucide/svelte/icons/chevron-left';
	import ChevronRight from '@lucide/svelte/icons/chevron-right';
	import { formatCount } from '$lib/client/fresh.svelte';

	interface Props {
		/** What is listed, for those who hear the page. */
		label: string;
		total: number;
		pageSize: number;
		/** From 1 on. */
		page: number;
		turn: (page: number) => void;
	}
	let { label, total, pageSize, page, turn }: Props = $props();
	const from = $derived((page - 1) * pageSize);
</script>

<Pagination
	class="mt-2 flex flex-wrap items-center gap-1"
	aria-label={label}
	count={total}
	{pageSize}
	{page}
	siblingCount={1}
	onPageChange={(change) => turn(change.page)}
>
	<Pagination.PrevTrigger class="btn hover:preset-tonal" aria-label="Previous page"
		><ChevronLeft size={15} /></Pagination.PrevTrigger
	>
	<Pagination.Context>
		{#snippet children(pagination)}
			{#each pagination().pages as part, at (at)}
				{#if part.type === 'page'}
					<Pagination.Item {...part} class="btn hover:preset-tonal tabular-nums data-selected:preset-filled"
						>{formatCount(part.value)}</Pagination.Item
					>
				{:else}<Pagination.Ellipsis index={at} class="soft px-1">…</Pagination.Ellipsis>{/if}
			{/each}
		{/snippet}
	</Pagination.Context>
	<Pagination.NextTrigger class="btn hover:preset-tonal" aria-label="Next page"
		><ChevronRight size={15} /></Pagination.NextTrigger
	>
	<span class="small soft ml-2"
		>{formatCount(from + 1)} to {formatCount(Math.min(from + pageSize, total))} of {formatCount(total)}</span
	>
</Pagination>
