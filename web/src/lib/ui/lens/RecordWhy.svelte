<!-- Why a record is in the result: for each side of the AND, the terms that retrieve it and what each would cost; or what keeps it out. -->
<script lang="ts">
	import { useWorkspace } from '$lib/client/context';
	import { RecordReason, sideName, withoutTerm } from '$lib/client/record-why.svelte';

	let { record }: { record: string } = $props();
	const { enquiry } = useWorkspace();
	const reason = new RecordReason(enquiry);
	$effect(() => {
		void enquiry.revision;
		return reason.ask(record);
	});
	const answer = $derived(reason.of(record));
</script>

{#if answer}
	<section class="mt-4" aria-label="Why it is here">
		<h3>{answer.inResult ? `Why it is in line ${answer.final}` : `Why it is not in line ${answer.final}`}</h3>
		{#each answer.sides as side, at (at)}
			{@const name = sideName(enquiry.document, side.lines)}
			<div class="side" class:dark={!side.passes}>
				<p class="small">
					{#if side.out}NOT
					{/if}{#if name.letter}<strong style:color="var(--hue-{name.hue % 6})">{name.letter}</strong>{/if}
					{name.name}{#if !side.passes}<strong class="stops">
							{side.out ? 'removes it' : 'does not retrieve it'}</strong
						>{/if}
				</p>
				{#each side.terms as term (`${term.line} ${term.text}`)}
					<p class="small">
						<span class="term lit">{term.text}</span>
						<span class="soft">line {term.number}: {withoutTerm(term, answer.final)}</span>
					</p>
				{:else}
					{#if !side.passes && !side.out}<p class="small soft">
							It contains none of these terms. A word of its title or abstract, added to the concept, would retrieve it.
						</p>{/if}
				{/each}
			</div>
		{/each}
	</section>
{/if}

<style>
	.side {
		border-left: 3px solid var(--lit-line);
		padding: 2px 0 2px 10px;
		margin-top: 6px;
	}
	.side.dark {
		border-left-color: var(--edge);
	}
	.stops {
		color: var(--fault);
	}
	.term {
		font-family: 'Atkinson Hyperlegible Mono', monospace;
		overflow-wrap: anywhere;
	}
</style>
