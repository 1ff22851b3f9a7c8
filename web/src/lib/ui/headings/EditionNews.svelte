<!-- What newer editions of vocabularies changed in headings that this enquiry uses. -->
<script lang="ts">
	import type { EnquiryChanges } from '$lib/contract/vocabularies';
	import { callServer } from '$lib/contract/call-server';
	import { changeText } from '$lib/client/editions';
	import { useWorkspace } from '$lib/client/context';

	let { open }: { open: (vocabulary: string, heading: string) => void } = $props();
	const { enquiry } = useWorkspace();
	let news = $state.raw<readonly EnquiryChanges[]>([]);
	$effect(() => {
		void enquiry.factsAdded;
		void callServer('GET /api/v1/enquiries/[enquiry]/vocabularies', { path: { enquiry: enquiry.id } }).then(
			(answer) => {
				// Otherwise it is asked again with the next visit; nothing here depends on it.
				if (answer.ok) news = answer.value;
			}
		);
	});
	let fault = $state('');
	/** The last one that was reviewed here, which can be taken back. */
	let last = $state.raw<EnquiryChanges | null>(null);
	async function review(one: EnquiryChanges, edition: number) {
		const answer = await callServer('POST /api/v1/enquiries/[enquiry]/sign-offs', {
			path: { enquiry: enquiry.id },
			body: { of: 'vocabulary', subject: one.vocabulary, version: edition }
		});
		fault = answer.ok ? '' : answer.fault;
		if (answer.ok) last = edition === one.to.number ? one : null;
	}
	/** Where the change leads: the heading itself, or what took its name. */
	const target = (change: EnquiryChanges['changes'][number]) =>
		change.kind === 'merged' ? change.into : change.kind === 'withdrawn' ? null : change.id;
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
				{@const to = target(change)}
				<li>
					{#if to !== null}<button class="link" onclick={() => open(one.vocabulary, to)}>{change.label}</button
						>{:else}<b>{change.label}</b>{/if}
					{changeText(change)}
				</li>
			{/each}
		</ul>
		{#if enquiry.editable}<button class="do mt-2" onclick={() => void review(one, one.to.number)}
				>Mark as reviewed</button
			>{/if}
	</section>
{/each}
{#if last}
	{@const one = last}
	<p class="say note small mt-3" role="status">
		The changes of {one.name} are marked as reviewed.
		<button class="do small" onclick={() => void review(one, one.from.number)}>Undo</button>
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
