<!-- What a source makes of bare words: headings matched, narrower ones and forms added, what fell through; and its own account held against what was typed. -->
<script lang="ts">
	import { untrack } from 'svelte';
	import { hasErrors, parse, roleOf } from '@wide-lantern/core/editor';
	import { useWorkspace } from '$lib/client/context';
	import { newId } from '$lib/client/new-id';
	import { callServer } from '$lib/contract/call-server';
	import { lookUp } from '$lib/client/headings';
	import type { WordsView } from '$lib/contract/platforms';

	/** Platforms of the enquiry, and the one to begin with. */
	let { platforms, first }: { platforms: readonly { readonly id: string; readonly source: string }[]; first: string } =
		$props();
	const { enquiry, lens } = useWorkspace();
	let profile = $state(untrack(() => first || (platforms[0]?.id ?? '')));
	const source = $derived(platforms.find((one) => one.id === profile)?.source ?? '');
	/** Shows a heading that words became in the lens. */
	async function open(label: string) {
		const vocabulary = seen?.vocabulary;
		if (!vocabulary) return;
		const { matches } = await lookUp(vocabulary, label, 'exact', new AbortController().signal).catch(() => ({
			matches: []
		}));
		const [match] = matches;
		if (match) lens.show({ kind: 'heading', vocabulary, heading: match.id });
		else said = `${label} cannot be looked up at the moment.`;
	}
	let words = $state('');
	let account = $state('');
	let seen = $state.raw<WordsView | null>(null);
	let fault = $state('');
	let said = $state('');
	async function look() {
		const answer = await callServer('POST /api/v1/enquiries/[enquiry]/renderings/words', {
			path: { enquiry: enquiry.id },
			body: { profile, words, account }
		});
		if (answer.ok) [seen, fault] = [answer.value, ''];
		else fault = answer.fault;
	}
	function freeze(text: string) {
		if (hasErrors(parse(text).faults)) {
			said = 'It cannot be written as a line.';
			return;
		}
		const { lines } = enquiry.document;
		const on = new Date().toISOString().slice(0, 10);
		if (
			enquiry.edit('freeze words as a line', [
				{
					do: 'insert',
					in: ['lines'],
					item: {
						id: newId(),
						source: text,
						concept: null,
						strand: null,
						role: roleOf(parse(text).tree),
						label: `What ${source} makes of: ${words.trim()}`.slice(0, 400),
						note:
							account.trim() === ''
								? `Read by its habits on ${on}.`
								: `Its own account of ${on}: ${account.trim()}`.slice(0, 20_000),
						off: false
					},
					after: lines.at(-1)?.id ?? null
				}
			])
		)
			said = 'It stands as the last line of the strategy now; nothing of it is hidden any more.';
	}
</script>

<section aria-label="What {source} makes of bare words">
	<h2>What {source} makes of bare words</h2>
	{#if platforms.length > 1}<label class="small flex gap-2 items-center mt-1"
			>Source <select
				class="ask w-56"
				bind:value={profile}
				onchange={() => {
					seen = null;
					if (words.trim() !== '') void look();
				}}
				>{#each platforms as one (one.id)}<option value={one.id}>{one.source}</option>{/each}</select
			></label
		>{/if}
	<form
		class="flex flex-wrap items-end gap-2 mt-1"
		onsubmit={(event) => {
			event.preventDefault();
			void look();
		}}
	>
		<label class="grow max-w-xl"
			><span class="said">Words, as a newcomer types them</span><input
				class="ask"
				bind:value={words}
				placeholder="acute confusion in the elderly"
			/></label
		>
		<button class="do" type="submit" disabled={words.trim() === ''}>Look</button>
	</form>
	<details class="mt-1">
		<summary class="small">Its own account of the query, if it gives one</summary><label
			><span class="sr">The source’s account</span><textarea
				class="ask line-face mt-1"
				rows="2"
				bind:value={account}
				placeholder="Paste how the source says that it read the words"></textarea></label
		>
	</details>
	{#if fault}<p class="say fault small mt-2" role="alert">{fault}</p>{/if}
	{#if seen}
		<ol class="parts mt-2">
			{#each seen.parts as part, at (at)}
				<li>
					<span class="line-face">{part.words}</span>
					{#if part.kind === 'ignored'}<span class="soft">is ignored without warning</span>
					{:else if part.kind === 'words'}
						{#if seen.vocabulary && !seen.plain}<strong>fell through</strong>: no heading of that name; searched as a
							word{:else}is searched as a word{/if}{#if part.forms.length > 0}, and as {part.forms.join(', ')}{/if}
					{:else}
						becomes the heading <button class="link" title="Show it in the lens" onclick={() => void open(part.label)}
							>{part.label}</button
						>{#if part.by}, of which it is another name{/if}{#if part.addsNarrower && part.narrower.length > 0}
							<details>
								<summary
									>with {part.narrower.length} narrower {part.narrower.length === 1 ? 'one' : 'ones'}{part.shown
										? ''
										: ', which it does not show'}</summary
								>
								<ul class="narrower small">
									{#each part.narrower as one (one)}<li>
											<button class="link" onclick={() => void open(one)}>{one}</button>
										</li>{/each}
								</ul>
							</details>{/if}{#if part.forms.length > 0}, and {part.forms.join(', ')}{/if}
					{/if}
				</li>
			{/each}
		</ol>
		<p class="mt-2 small">
			{seen.added === 0
				? 'It adds nothing.'
				: `It adds ${seen.added} ${seen.added === 1 ? 'thing' : 'things'} that nobody typed.`} Written out:
			<span class="line-face">{seen.frozen}</span>
			{#if enquiry.editable && seen.frozen}<button class="do" onclick={() => freeze(seen?.frozen ?? '')}
					>Freeze as a line</button
				>{/if}
		</p>
		{#if seen.account}
			<h4 class="mt-3">Its own account</h4>
			{#each seen.account.faults as one (one)}<p class="small soft">{one}</p>{/each}
			<ul class="small account">
				{#each seen.account.pieces as piece, at (at)}<li class:added={!piece.meant}>
						<span class="line-face">{piece.text}</span>
						{piece.meant ? 'typed' : 'added'}
					</li>{/each}
			</ul>
			{#if enquiry.editable && seen.account.text}<p class="small mt-1">
					<span class="line-face">{seen.account.text}</span>
					<button class="do" onclick={() => freeze(seen?.account?.text ?? '')}>Freeze the account as a line</button>
				</p>{/if}
		{/if}
		{#if said}<p class="small soft" role="status">{said}</p>{/if}
	{/if}
</section>

<style>
	.link {
		color: var(--link);
		cursor: pointer;
		font-weight: 600;
		min-height: 24px;
	}
	.narrower {
		columns: 14rem;
		padding-left: 16px;
	}
	.narrower .link {
		font-weight: 400;
		text-align: left;
	}
	.parts > li {
		padding: 3px 0;
		border-top: 1px dotted var(--rule);
	}
	.account .added {
		font-weight: 600;
	}
	summary {
		cursor: pointer;
		min-height: 26px;
	}
</style>
