<!-- The word that the cursor is on: every word of the collection that it stands for, the unwanted ones taken out, other forms proposed. -->
<script lang="ts">
	import { fieldsName, TERM_FIELDS, WordForms, type WordPlace } from '$lib/client/word-forms.svelte';
	import { useWorkspace } from '$lib/client/context';
	import { formatCount } from '$lib/client/fresh.svelte';
	import Proposals from './Proposals.svelte';

	let { line, text, word, at }: WordPlace = $props();
	const { enquiry } = useWorkspace();
	const wordForms = new WordForms(enquiry, () => ({ line, text, word, at }));
	const { forms, shown, excluded, own, said } = $derived(wordForms);
	const wild = $derived(/[*?~]/.test(word));
	$effect(() => wordForms.ask());
</script>

{#if forms}
	<section aria-label="The word {word}">
		<h2><span class="term">{word}</span></h2>
		{#if forms.words === 0}
			<p class="say fault small mt-1">No word of this collection matches. A misspelt word is the commonest reason.</p>
		{:else}
			<p class="small soft mt-1">
				{wild
					? `${formatCount(forms.words)} ${forms.words === 1 ? 'word' : 'words'} of this collection`
					: 'Records that hold it'} in {fieldsName(wordForms.fields)}; bars compare by powers of ten
			</p>
			<ul class="mt-1">
				{#each shown as one (one.word)}
					<li class:out={excluded.has(one.word)}>
						{#if wild && enquiry.editable}<label
								><input
									class="checkbox"
									type="checkbox"
									checked={!excluded.has(one.word)}
									onchange={() => wordForms.toggle(one.word)}
								/>
								<span>{one.word}</span></label
							>{:else}<span>{one.word}</span>{/if}
						<span class="log-track"
							><span class="log-bar" style:width="{Math.round(100 * wordForms.share(one.records))}%"></span></span
						>
						<span class="count">{formatCount(one.records)}</span>
					</li>
				{/each}
			</ul>
			{#if forms.variants.length > shown.length}<button
					class="btn btn-sm hover:preset-tonal"
					onclick={() => wordForms.showAll()}>Show {formatCount(forms.variants.length - shown.length)} more</button
				>{:else if forms.words > forms.variants.length}<p class="small soft">
					and {formatCount(forms.words - forms.variants.length)} rarer ones
				</p>{/if}
			{#if excluded.size > 0}<p class="mt-2">
					<button class="btn preset-filled" onclick={() => wordForms.exclude()}
						>Exclude {excluded.size === 1 ? 'this word' : `these ${excluded.size} words`}</button
					>
				</p>
				<p class="small soft mt-1">
					The stem is replaced by narrower stems; nothing is removed by NOT, so a record with another of its words
					stays.
				</p>{/if}
		{/if}
		{#if own && enquiry.editable}<label class="small grid gap-1 mt-3"
				>Read in <select
					class="select"
					value={own.code}
					onchange={(event) => wordForms.readIn(event.currentTarget.value)}
					>{#each TERM_FIELDS as one (one.code)}<option value={one.code}>{one.name}</option
						>{/each}{#if !TERM_FIELDS.some((one) => one.code === own.code)}<option value={own.code}>{own.code}</option
						>{/if}</select
				></label
			>{/if}
		{#if said}<p class="say note small mt-2" role="status">{said}</p>{/if}
	</section>
{/if}
<Proposals {line} {text} {at} />
{#if forms}<hr class="my-4" />{/if}

<style>
	.term {
		font-family: 'Atkinson Hyperlegible Mono', monospace;
	}
	li {
		display: grid;
		grid-template-columns: 1fr 60px 56px;
		gap: 8px;
		align-items: center;
		font-size: 14px;
		padding: 1px 0;
	}
	li label {
		display: flex;
		gap: 6px;
		cursor: pointer;
	}
	li.out span:first-of-type {
		text-decoration: line-through;
		color: var(--soft);
	}
	.log-track,
	.log-bar {
		display: block;
	}
	.count {
		text-align: right;
	}
</style>
