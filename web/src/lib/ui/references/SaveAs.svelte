<!-- Links that save references as files, whole or in portions of a chosen size. -->
<script lang="ts">
	import { EXPORT_FORMATS, type ExportFormat } from '$lib/contract/references';
	import { formatCount } from '$lib/client/fresh.svelte';
	import { portionsOf } from '$lib/client/references.svelte';

	interface Props {
		/** Address of the file, without what it is written as. */
		address: string;
		/** What is saved, for those who hear the page. */
		what: string;
		/** References in it; portions are offered where this is given. */
		total?: number;
	}
	let { address, what, total = 0 }: Props = $props();
	const names: Readonly<Record<ExportFormat, string>> = {
		ris: 'RIS',
		bibtex: 'BibTeX',
		'csl-json': 'CSL-JSON',
		csv: 'CSV',
		json: 'JSON, with everything'
	};
	const joint = $derived(address.includes('?') ? '&' : '?');
	let format = $state<ExportFormat>('ris');
	let size = $state('1000');
	const portions = $derived(portionsOf(total, Number(size)));
</script>

<p class="small flex flex-wrap gap-x-3 gap-y-1 items-center formats" aria-label="Save {what}">
	<span class="soft">Save as</span>
	{#each EXPORT_FORMATS as one (one)}<a href="{address}{joint}as={one}" download>{names[one]}</a>{/each}
</p>
{#if total > 1}
	<details class="small mt-1">
		<summary>In portions</summary>
		<div class="flex flex-wrap gap-3 items-end mt-1">
			<label
				><span class="label-text">Portions of</span><input
					class="input w-24 text-right"
					inputmode="numeric"
					bind:value={size}
				/></label
			>
			<label
				><span class="label-text">Format</span><select class="select" bind:value={format}
					>{#each EXPORT_FORMATS as one (one)}<option value={one}>{names[one]}</option>{/each}</select
				></label
			>
		</div>
		{#if portions.length === 0}<p class="say fault mt-1" role="alert">
				A portion is a whole number of records, large enough that there are at most 500 portions.
			</p>
		{:else}<ul class="mt-2 flex flex-wrap gap-x-4 gap-y-1">
				{#each portions as { from, to } (from)}<li>
						<a href="{address}{joint}as={format}&from={from - 1}&most={to - from + 1}" download
							>{formatCount(from)} to {formatCount(to)}</a
						>
					</li>{/each}
			</ul>{/if}
	</details>
{/if}

<style>
	/* Two rows of links in a narrow window are still easy to hit (WCAG 2.2, target size). */
	.formats a {
		display: inline-flex;
		align-items: center;
		min-height: 24px;
	}
	summary {
		cursor: pointer;
		min-height: 24px;
	}
</style>
