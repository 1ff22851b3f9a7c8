<!-- What newer editions of vocabularies changed in headings that this enquiry uses. -->
<script lang="ts">
	import { changeText, type EnquiryChanges } from '$lib/work/editions';
	import { useWorkspace } from '$lib/work/context';

	let { open }: { open: (vocabulary: string, heading: string) => void } = $props();
	const { enquiry } = useWorkspace();
	let news = $state.raw<readonly EnquiryChanges[]>([]);
	$effect(() => {
		fetch(`/api/v1/enquiries/${enquiry.id}/vocabularies`)
			.then(async (response) => {
				if (response.ok) news = (await response.json()) as EnquiryChanges[];
			})
			// It is asked again with the next visit; nothing here depends on it.
			.catch(() => undefined);
	});
	const still = $derived(
		news.filter(
			(one) => (enquiry.document.editions ?? []).find((other) => other.id === one.vocabulary)?.number !== one.to.number
		)
	);
	function seen(one: EnquiryChanges) {
		const known = enquiry.document.editions?.some((other) => other.id === one.vocabulary);
		enquiry.edit(`looked at the new edition of ${one.name}`, [
			known
				? { do: 'set', at: ['editions', one.vocabulary, 'number'], value: one.to.number }
				: { do: 'insert', in: ['editions'], item: { id: one.vocabulary, number: one.to.number }, after: null }
		]);
	}
	/** Where the change leads: the heading itself, or what took its name. */
	const target = (change: EnquiryChanges['changes'][number]) =>
		change.kind === 'merged' ? change.into : change.kind === 'withdrawn' ? null : change.id;
</script>

{#each still as one (one.vocabulary)}
	<section class="say note mt-3" aria-label="New edition of {one.name}">
		<p>
			{one.name} has a new edition{one.to.edition ? `, ${one.to.edition}` : ''} (loaded {one.to.takenOn}{one.to.by
				? ` by ${one.to.by}`
				: ''}). {one.changes.length === 1 ? 'One thing changed' : `${one.changes.length} things changed`} in headings that
			you use:
		</p>
		<ul class="mt-1">
			{#each one.changes as change, at (at)}
				{@const to = target(change)}
				<li>
					{#if to !== null}<button class="link" onclick={() => open(one.vocabulary, to)}>{change.label}</button
						>{:else}<b>{change.label}</b>{/if}
					{changeText(change)}
				</li>
			{/each}
		</ul>
		{#if enquiry.editable}<button class="do mt-2" onclick={() => seen(one)}>I have looked at these</button>{/if}
	</section>
{/each}

<style>
	.link {
		color: var(--link);
		cursor: pointer;
		min-height: 24px;
	}
</style>
