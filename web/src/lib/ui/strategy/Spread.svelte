<!-- How the records of a line spread over years, types, journals and keywords; and words of good records that no term matches. -->
<script lang="ts">
	import { conceptLetter } from '@wide-lantern/core/editor';
	import Chart from '$lib/ui/charts/Chart.svelte';
	import { useWorkspace } from '$lib/client/context';
	import { formatCount } from '$lib/client/fresh.svelte';
	import { Spread } from '$lib/client/spread.svelte';
	import type { CommonValues } from '$lib/contract/records';

	let {
		line,
		minus,
		aloneIn,
		revision
	}: { line: string; minus: string | null; aloneIn: string | null; revision: number | undefined } = $props();
	const { enquiry } = useWorkspace();
	const model = new Spread(enquiry);
	$effect(() => {
		void revision;
		return model.ask({ line, minus, aloneIn });
	});
	const { shown: spread, years } = $derived(model);
	const option = $derived({
		grid: { left: 44, right: 8, top: 8, bottom: 22 },
		tooltip: { trigger: 'axis', backgroundColor: 'var(--sheet)', textStyle: { color: 'var(--ink)' } },
		xAxis: {
			type: 'category',
			data: years.map((one) => String(one.year)),
			axisLabel: { color: 'var(--soft)' },
			axisLine: { lineStyle: { color: 'var(--edge)' } }
		},
		yAxis: {
			type: 'value',
			minInterval: 1,
			splitNumber: 3,
			axisLabel: { color: 'var(--soft)' },
			splitLine: { lineStyle: { color: 'var(--rule)' } }
		},
		series: [
			{ name: 'records', type: 'bar', data: years.map((one) => one.count), itemStyle: { color: 'var(--lit-line)' } }
		]
	});
</script>

{#snippet values(
	name: string,
	of: readonly { readonly value: string; readonly count: number }[],
	rest: readonly (readonly [string, number])[]
)}
	<section aria-label={name}>
		<h3>{name}</h3>
		<table class="table small mt-1">
			<tbody>
				{#each of.slice(0, 12) as one (one.value)}<tr
						><td>{one.value}</td><td class="text-right tabular-nums w-12">{formatCount(one.count)}</td></tr
					>{/each}
				{#each rest as [label, count] (label)}{#if count > 0}<tr class="soft"
							><td>{label}</td><td class="text-right tabular-nums w-12">{formatCount(count)}</td></tr
						>{/if}{/each}
			</tbody>
		</table>
	</section>
{/snippet}
{#snippet common(name: string, of: CommonValues | null, without: string)}
	{#if of}{@render values(name, of.values, [
			['others', of.others],
			[without, of.without]
		])}{:else}<section>
			<h3>{name}</h3>
			<p class="small soft">Read for up to 30 000 records; this line has more.</p>
		</section>{/if}
{/snippet}

{#if model.failed}<p class="say fault mt-2" role="alert">{model.failed}</p>{/if}
{#if spread}
	<div class="mt-3" data-spread={spread.total}>
		{#if years.length > 0}<Chart
				title="By year"
				units="records"
				text="{formatCount(spread.total)} records from {years[0]?.year} to {years.at(-1)?.year}; {formatCount(
					spread.yearless
				)} without a year."
				{option}
				columns={['Year', 'Records']}
				rows={[
					...years.map((one) => [one.year, one.count]),
					...(spread.yearless > 0 ? [['without a year', spread.yearless]] : [])
				]}
				height={130}
			/>{/if}
		<div class="grid grid-cols-3 gap-6 mt-3">
			{@render values('Publication types', spread.types, [['without a type', spread.typeless]])}
			{@render common('Journals', spread.journals, 'without a journal')}
			{@render common('Author keywords', spread.keywords, 'records without keywords')}
		</div>
		<section class="mt-4" aria-label="Words that no term matches">
			<h3>Words of good records that no term of this line matches</h3>
			{#if model.sent}<p class="say note small mt-1" role="status">{model.sent}</p>{/if}
			{#if spread.words.length === 0}<p class="small soft">
					None yet. Good records are the known articles of the brief and the records that you mark as relevant. With two
					or more of them, words that they share and that no term of this line matches are listed here.
				</p>{:else}
				<p class="small soft">
					In at least two known or relevant records, and commoner there than elsewhere in the collection; the clearest
					first, by log-likelihood.
				</p>
				<ul class="words mt-1">
					{#each spread.words as word (word.word)}
						<li>
							<span
								><strong class="font-semibold">{word.word}</strong>
								<span class="soft tabular-nums"
									>in {word.held} of {word.of} good, {formatCount(word.all)} in all, {word.times === null
										? 'nowhere else'
										: `${word.times < 10 ? word.times.toFixed(1) : formatCount(Math.round(word.times))} times commoner`}</span
								></span
							>
							{#if enquiry.editable}<span class="flex"
									>{#each enquiry.document.concepts as concept, at (concept.id)}<button
											class="btn btn-sm hover:preset-tonal"
											style:color="var(--hue-{at % 6})"
											title="Send “{word.word}” to {conceptLetter(at)} {concept.name}"
											aria-label="Send {word.word} to {concept.name}"
											onclick={() => model.send(word.word, concept.id)}>{conceptLetter(at)}</button
										>{/each}</span
								>{/if}
						</li>
					{/each}
				</ul>
			{/if}
		</section>
	</div>
{/if}

<style>
	.words {
		columns: 2;
		column-gap: 24px;
		font-size: 14px;
	}
	.words li {
		display: flex;
		justify-content: space-between;
		gap: 8px;
		break-inside: avoid;
		border-bottom: 1px solid var(--rule);
	}
</style>
