<!-- What newer editions of vocabularies changed in headings that this enquiry uses. -->
<script lang="ts">
	import { changeText } from '$lib/client/editions';
	import { useWorkspace } from '$lib/client/context';
	import { changeTarget, EditionNews } from '$lib/client/edition-news.svelte';

	let { open }: { open: (vocabulary: string, heading: string) => void } = $props();
	const { enquiry } = useWorkspace();
	const model = new EditionNews(enquiry);
	$effect(() => {
		void enquiry.factsAdded;
		void model.ask();
	});
	const { news, last, fault } = $derived(model);
</script>

{#each news as one (one.vocabulary)}
	<section class="say note mt-3" aria-label="New edition of {one.name}">
		<p>
			{one.name} has a new edition{one.to.edition ? `, ${one.to.edition}` : ''} (loaded {one.to.takenOn}{one.to.by
				? ` by ${one.to.by}`
				: ''}). {one.changes.length === 1 ? 'One thing changed' : `${one.changes.length} things changed`} in headings that
			you use:
		</p>
		<ul class="mt-1">
			{#each one.changes as change, at (at)}
				{@const to = changeTarget(change)}
				<li>
					{#if to !== null}<button class="link" onclick={() => open(one.vocabulary, to)}>{change.label}</button
						>{:else}<b>{change.label}</b>{/if}
					{changeText(change)}
				</li>
			{/each}
		</ul>
		{#if enquiry.editable}<button
				class="btn preset-outlined-surface-500 mt-2"
				onclick={() => void model.review(one, one.to.number)}>Mark as reviewed</button
			>{/if}
	</section>
{/each}
{#if last}
	{@const one = last}
	<p class="say note small mt-3" role="status">
		The changes of {one.name} are marked as reviewed.
		<button class="btn btn-sm preset-outlined-surface-500" onclick={() => void model.review(one, one.from.number)}
			>Undo</button
		>
	</p>
{/if}
{#if fault}<p class="say fault small mt-2" role="alert">{fault}</p>{/if}

<style>
	.link {
		color: var(--link);
		cursor: pointer;
		min-height: 24px;
	}
</style>
