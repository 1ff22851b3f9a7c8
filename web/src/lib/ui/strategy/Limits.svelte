<!-- Limits on the result: what each would lose, and which records it cannot judge, before it becomes a line. -->
<script lang="ts">
	import Ship from '@lucide/svelte/icons/ship';
	import { LIMITS, LimitTrial } from '$lib/client/limits.svelte';
	import { useWorkspace } from '$lib/client/context';
	import { formatCount } from '$lib/client/fresh.svelte';

	let { final, known }: { final: string; known: number } = $props();
	const { enquiry, counts } = useWorkspace();
	const limit = new LimitTrial(enquiry, () => final);
	const lines = $derived(enquiry.document.lines);
	const { target, place, text, faults, result, lacking } = $derived(limit);
	const chosen = $derived(LIMITS.find((one) => one.kind === limit.kind));
	const left = $derived(limit.left(counts.view?.lines.find((one) => one.id === target)?.count ?? null));
	const isReady = $derived(limit.isReady && limit.reason.trim() !== '');
	let said = $state('');

	$effect(() => limit.try());
	$effect(() => limit.askForSpread());

	function insert(event: SubmitEvent) {
		event.preventDefault();
		if (!isReady) return;
		const [from, what] = [place, target === final ? 'the result' : `line ${place}`];
		const users =
			target === final
				? ''
				: ` Lines that used line ${from} still use it: change them to line ${from + 1} where the limit is to act.`;
		const done = `Line ${from + 1} limits ${what} to ${text}. Undo (Ctrl Z) removes it.${users}`;
		if (!enquiry.edit(`limit: ${text}`, limit.edits)) return;
		said = done;
		limit.done();
	}
	const citation = (id: string) =>
		enquiry.document.articles.find((one) => one.id === id)?.citation || 'a known article';
</script>

<section aria-label="Limits">
	<h2>Limits on line {place}</h2>
	<p class="small soft mt-1">
		Limits come last, after the concepts are combined, each on a line of its own with its reason.
	</p>
	<form class="mt-3 grid grid-cols-1 gap-3" onsubmit={insert}>
		<div class="flex gap-3 flex-wrap items-end">
			<label class="small grid gap-1"
				>Line <select
					class="select w-20"
					aria-label="Line"
					value={target}
					onchange={(event) => (limit.chosenLine = event.currentTarget.value)}
					>{#each lines as one, at (one.id)}<option value={one.id}>{at + 1}</option>{/each}</select
				></label
			>
			<label class="small grid gap-1"
				>Limit <select class="select w-40" aria-label="Limit" bind:value={limit.kind}
					>{#each LIMITS as one (one.kind)}<option value={one.kind}>{one.name}</option>{/each}</select
				></label
			>
			<label class="small grid gap-1"
				>Value <input
					class="input w-56 term"
					bind:value={limit.value}
					placeholder={chosen?.example}
					spellcheck="false"
				/></label
			>
			{#if limit.values.length > 0}<div
					class="w-full flex flex-wrap gap-1"
					role="group"
					aria-label="Values in the result"
				>
					{#each limit.values as one (one.value)}<button
							type="button"
							class="btn btn-sm preset-outlined-surface-500"
							onclick={() => limit.add(one.value)}
							>{one.value} <span class="soft tabular-nums">{formatCount(one.count)}</span></button
						>{/each}
				</div>{/if}
			<label class="small grid gap-1 grow"
				>Reason, kept with the line <input
					class="input w-full"
					bind:value={limit.reason}
					placeholder="Why records outside the limit cannot answer the question"
				/></label
			>
		</div>
		<p class="small soft">{chosen?.hint}</p>
		{#if limit.kind === 'country'}<p class="say note small">
				A limit to a country reads addresses of authors, which do not say where a study was done and are often missing.
				Words for the place are searched in title, abstract and author keywords instead; give synonyms, towns and
				adjectives a concept of their own where it matters.
			</p>{/if}
		{#each faults as fault, at (at)}<p class="say fault small">{fault.message}</p>{/each}
		{#if result && result.refused === undefined && left && text !== ''}
			<p data-limit>
				<span class="term">{text}</span> leaves <strong class="count">{formatCount(left.count)}</strong>
				{left.count === 1 ? 'record' : 'records'} and loses {formatCount(left.lost)}.
				{#if known > 0 && target === final}{#if result.benchmarkLost.length > 0}<strong class="fault-text"
							><Ship size={13} class="inline" />
							{result.benchmarkLost.length} known {result.benchmarkLost.length === 1 ? 'article is' : 'articles are'} lost:
							{result.benchmarkLost.map(citation).join('; ')}.</strong
						>{:else}<span class="soft">No known article is lost.</span>{/if}{/if}
				{#if lacking && lacking.count > 0}<span class="block"
						>{formatCount(lacking.count)} records of line {place}
						{lacking.what}; the limit loses them whatever they are about.</span
					>{/if}
				{#if lacking && (limit.kind === 'pt' || limit.kind === 'ag') && lacking.unindexed > 0}<span class="block"
						>{formatCount(lacking.unindexed)} are not indexed yet; sources often set this field with the headings.</span
					>{/if}
			</p>
		{:else if result?.refused !== undefined}<p class="say fault small">{result.refused}</p>{/if}
		<p class="flex gap-3 items-center">
			<button class="btn preset-outlined-surface-500" disabled={!enquiry.editable || !isReady}
				>Insert as line {place + 1}</button
			>{#if text !== '' && limit.reason.trim() === ''}<span class="small soft">Give a reason first.</span>{/if}
		</p>
	</form>
	{#if said}<p class="say note small mt-2" role="status">{said}</p>{/if}
</section>

<style>
	.term {
		font-family: 'Atkinson Hyperlegible Mono', monospace;
	}
	.fault-text {
		color: var(--fault);
	}
</style>
