<!-- Headings alone, text words alone, both: for the whole and for each concept, with what the two share. -->
<script lang="ts">
	import { conceptLetter } from '@wide-lantern/core/editor';
	import { useWorkspace } from '$lib/client/context';
	import { formatCount } from '$lib/client/fresh.svelte';
	import type { SheetMargins } from '$lib/contract/sheet';

	let { kinds, old, size, known }: { kinds: SheetMargins['kinds']; old: boolean; size: number; known: number } =
		$props();
	const { enquiry } = useWorkspace();
	const rows = $derived(
		kinds.map((kind) => {
			const at = enquiry.document.concepts.findIndex((one) => one.id === kind.concept);
			return {
				...kind,
				letter: at < 0 ? null : conceptLetter(at),
				hue: at,
				name: at < 0 ? 'The result' : (enquiry.document.concepts[at]?.name ?? '')
			};
		})
	);
	const width = (count: number) =>
		`${count === 0 ? 0 : Math.max(1, (100 * Math.log10(count + 1)) / Math.log10(size + 1))}%`;
	const missing = (part: number, whole: number) =>
		whole === 0 ? '' : `${Math.round((100 * (whole - part)) / whole)} % missing`;
</script>

<section class:dim={old} aria-label="Headings and text words">
	<h2>Headings alone, text words alone, both</h2>
	<table class="table small mt-2">
		<thead>
			<tr
				><th scope="col">Of</th><th scope="col">Headings alone</th><th scope="col">Text words alone</th><th scope="col"
					>Both</th
				><th scope="col" class="text-right" title="Records that headings alone and text words alone both find"
					>Shared</th
				></tr
			>
		</thead>
		<tbody>
			{#each rows as row (row.concept)}
				<tr>
					<td class="align-top"
						>{#if row.letter}<strong style:color="var(--hue-{row.hue % 6})">{row.letter}</strong
							>&ensp;{/if}{row.name}</td
					>
					{#each [row.headings, row.words, row.both] as count, at (at)}
						<td>
							<span class="figure"
								><span class="tabular-nums">{formatCount(count)}</span>{#if known > 0}<span
										class="soft"
										title="Known articles among them">{row.benchmark[at]}/{known}</span
									>{/if}</span
							>
							<span class="log-track"><span class="log-bar" style:width={width(count)}></span></span>
							{#if at < 2 && row.both > count}<span class="soft block">{missing(count, row.both)}</span>{/if}
						</td>
					{/each}
					<td class="text-right tabular-nums">{formatCount(row.shared)}</td>
				</tr>
			{/each}
		</tbody>
	</table>
	<p class="small soft mt-2">
		A term that joins a heading and a word with AND counts in both only. Headings miss what is not indexed yet; words
		miss what authors call something else.
	</p>
</section>

<style>
	.dim {
		opacity: 0.5;
	}
	.figure {
		display: flex;
		justify-content: space-between;
		gap: 8px;
	}
	.log-track,
	.log-bar {
		display: block;
	}
	.log-track {
		width: 100%;
	}
</style>
