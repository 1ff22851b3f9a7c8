<!-- Why a record is in the result: the terms that admit it side by side of the AND, and what each would cost; or what left it dark. -->
<script lang="ts">
	import { callServer } from '$lib/contract/call-server';
	import { conceptLetter } from '@wide-lantern/core/editor';
	import { useWorkspace } from '$lib/client/context';
	import { askForFigures } from '$lib/client/figures';
	import { formatCount } from '$lib/client/fresh.svelte';
	import type { RecordWhy } from '$lib/contract/records';

	let { record }: { record: string } = $props();
	const { enquiry } = useWorkspace();
	let why = $state.raw<{ readonly record: string; readonly answer: RecordWhy } | null>(null);
	$effect(() => {
		const asked = record;
		void enquiry.revision;
		return askForFigures(
			(signal) =>
				callServer('GET /api/v1/enquiries/[enquiry]/why', {
					path: { enquiry: enquiry.id },
					query: { record: asked },
					signal
				}),
			{
				show: (answer) => (why = { record: asked, answer })
			}
		);
	});
	const answer = $derived(why?.record === record ? why.answer : null);
	function nameOf(lines: readonly string[]): {
		readonly letter: string | null;
		readonly hue: number;
		readonly name: string;
	} {
		const own = enquiry.document.lines.filter((line) => lines.includes(line.id));
		const [first] = own;
		const at = enquiry.document.concepts.findIndex((one) => one.id === first?.concept);
		if (at >= 0 && own.every((line) => line.concept === first?.concept))
			return { letter: conceptLetter(at), hue: at, name: enquiry.document.concepts[at]?.name ?? '' };
		return {
			letter: null,
			hue: -1,
			name: first ? `line ${enquiry.document.lines.indexOf(first) + 1}${first.label ? `, ${first.label}` : ''}` : ''
		};
	}
	const inWords = (term: RecordWhy['sides'][number]['terms'][number], final: number) => {
		const parts = [
			term.losesThis ? 'without it this record goes' : 'without it this record stays',
			term.lost > 0 ? `line ${final} loses ${formatCount(term.lost)}` : 'nothing is lost'
		];
		if (term.gained > 0) parts.push(`${formatCount(term.gained)} come in`);
		if (term.inTitles !== null && term.inTitles > 0) parts.push(`in titles only ${formatCount(term.inTitles)} go`);
		return parts.join('; ');
	};
</script>

{#if answer}
	<section class="mt-4" aria-label="Why it is here">
		<h3>{answer.inResult ? `Why it is in line ${answer.final}` : `Why it is not in line ${answer.final}`}</h3>
		{#each answer.sides as side, at (at)}
			{@const name = nameOf(side.lines)}
			<div class="side" class:dark={!side.passes}>
				<p class="small">
					{#if side.out}NOT
					{/if}{#if name.letter}<strong style:color="var(--hue-{name.hue % 6})">{name.letter}</strong>{/if}
					{name.name}{#if !side.passes}<strong class="stops">
							{side.out ? 'takes it out' : 'leaves it dark'}</strong
						>{/if}
				</p>
				{#each side.terms as term (`${term.line} ${term.text}`)}
					<p class="small">
						<span class="term lit">{term.text}</span>
						<span class="soft">line {term.number}: {inWords(term, answer.final)}</span>
					</p>
				{:else}
					{#if !side.passes && !side.out}<p class="small soft">
							It contains none of these terms. A word of its title or abstract, added to the concept, would light it.
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
