<!-- Near-alikes side by side: scope notes with their differences marked, records each has, and those that two share. -->
<script lang="ts">
	import X from '@lucide/svelte/icons/x';
	import { formatCount } from '$lib/client/fresh.svelte';
	import { compareHeadings } from '$lib/client/headings';

	interface Props {
		keys: readonly string[];
		collection: string | null;
		/** What the concept has, by key. */
		taken: ReadonlySet<string>;
		take:
			| ((one: {
					readonly vocabulary: string;
					readonly heading: string;
					readonly label: string;
					readonly narrower: boolean;
			  }) => void)
			| null;
		open: (vocabulary: string, heading: string) => void;
		leave: (key: string) => void;
	}
	let { keys, collection, taken, take, open, leave }: Props = $props();
	const asked = $derived(compareHeadings(keys, collection));
</script>

<section aria-label="Side by side">
	<h2>Side by side</h2>
	{#await asked}
		<p class="soft small mt-2">Reading them …</p>
	{:then compared}
		<p class="small soft">
			Words that only one scope note has are underlined. Shared records are counted with narrower headings included.
		</p>
		<div class="side mt-2" style="--columns: {compared.headings.length}">
			{#each compared.headings as one, at (one.key)}
				<article aria-label="Compared: {one.label}">
					<header class="flex justify-between gap-2 items-start">
						<h3>
							<button class="link text-left" onclick={() => open(one.vocabulary, one.heading)}>{one.label}</button>
						</h3>
						<button
							class="btn hover:preset-tonal"
							aria-label="Leave {one.label} out of the comparison"
							onclick={() => leave(one.key)}><X size={14} /></button
						>
					</header>
					<p class="small soft">{one.vocabularyName}{one.since ? ` · since ${one.since}` : ''}</p>
					<p class="mt-2">
						{#each one.note as part, place (place)}{#if part.only}<span class="only">{part.text}</span
								>{:else}{part.text}{/if}{:else}<span class="soft">No scope note.</span>{/each}
					</p>
					<p class="small soft mt-2">
						{one.above.length > 0 ? `Below ${one.above.join(', ')}` : 'At the top'}{one.below > 0
							? `; ${one.below} directly below it`
							: ''}
					</p>
					{#if one.entryTerms.length > 0}<p class="small mt-1">{one.entryTerms.join(' · ')}</p>{/if}
					{#if one.countNarrower !== null}
						<p class="small soft mt-2">Records of {one.collection?.name}, {one.collection?.takenOn}</p>
						<dl class="mt-1 small">
							<div>
								<dt>This one</dt>
								<dd>{formatCount(one.count)}</dd>
							</div>
							<div>
								<dt>With narrower</dt>
								<dd>{formatCount(one.countNarrower)}</dd>
							</div>
							{#each compared.headings as other, column (other.key)}{#if column !== at && one.shared[column] !== null}<div
									>
										<dt>of these also {other.label}</dt>
										<dd>{formatCount(one.shared[column])}</dd>
									</div>{/if}{/each}
						</dl>
					{/if}
					{#if take}
						<p class="mt-2">
							{#if taken.has(one.key)}<span class="small soft">added</span>{:else}<button
									class="btn preset-outlined-surface-500"
									onclick={() => take({ ...one, narrower: one.below > 0 })}>Add this one</button
								>{/if}
						</p>
					{/if}
				</article>
			{/each}
		</div>
	{:catch error}
		<p class="say fault small" role="alert">{error instanceof Error ? error.message : 'They could not be compared.'}</p>
	{/await}
</section>

<style>
	.side {
		display: grid;
		grid-template-columns: repeat(var(--columns), minmax(12rem, 1fr));
		gap: 0;
		overflow-x: auto;
	}
	article {
		padding: 8px 16px 8px 12px;
		border-left: 1px solid var(--rule);
	}
	.only {
		text-decoration: underline;
		text-decoration-thickness: 2px;
		text-decoration-color: var(--hue, var(--edge));
		text-underline-offset: 3px;
		font-weight: 600;
	}
	dl div {
		display: flex;
		justify-content: space-between;
		gap: 12px;
		border-bottom: 1px solid var(--rule);
		padding: 2px 0;
	}
	dd {
		font-variant-numeric: tabular-nums;
	}
	.link {
		color: var(--link);
		cursor: pointer;
		min-height: 24px;
	}
</style>
