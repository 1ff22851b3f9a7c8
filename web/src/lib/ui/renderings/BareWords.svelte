<!-- What a source makes of bare words: headings matched, narrower ones and forms added, what fell through; and its own account held against what was typed. -->
<script lang="ts">
	import { untrack } from 'svelte';
	import { BareWords } from '$lib/client/bare-words.svelte';
	import { useWorkspace } from '$lib/client/context';

	/** Platforms of the enquiry, and the one to begin with. */
	let { platforms, first }: { platforms: readonly { readonly id: string; readonly source: string }[]; first: string } =
		$props();
	const { enquiry, lens } = useWorkspace();
	const model = new BareWords(
		enquiry,
		untrack(() => first || (platforms[0]?.id ?? ''))
	);
	const { seen } = $derived(model);
	const source = $derived(platforms.find((one) => one.id === model.profile)?.source ?? '');
	async function open(label: string) {
		const heading = await model.headingCalled(label);
		if (heading) lens.show({ kind: 'heading', ...heading });
	}
	const freeze = (text: string) => model.freeze(text, source, new Date().toISOString().slice(0, 10));
</script>

<section aria-label="What {source} makes of bare words">
	<h2>What {source} makes of bare words</h2>
	{#if platforms.length > 1}<label class="small flex gap-2 items-center mt-1"
			>Source <select
				class="select w-56"
				bind:value={model.profile}
				onchange={() => {
					model.seen = null;
					if (model.words.trim() !== '') void model.look();
				}}
				>{#each platforms as one (one.id)}<option value={one.id}>{one.source}</option>{/each}</select
			></label
		>{/if}
	<form
		class="flex flex-wrap items-end gap-2 mt-1"
		onsubmit={(event) => {
			event.preventDefault();
			void model.look();
		}}
	>
		<label class="grow max-w-xl"
			><span class="label-text">Words, as a newcomer types them</span><input
				class="input"
				bind:value={model.words}
				placeholder="sleep of people who work at night"
			/></label
		>
		<button class="btn preset-outlined-surface-500" type="submit" disabled={model.words.trim() === ''}>Look</button>
	</form>
	<details class="mt-1">
		<summary class="small">Its own account of the query, if it gives one</summary><label
			><span class="sr-only">The source’s account</span><textarea
				class="textarea line-face mt-1"
				rows="2"
				bind:value={model.account}
				placeholder="Paste how the source says that it read the words"></textarea></label
		>
	</details>
	{#if model.fault}<p class="say fault small mt-2" role="alert">{model.fault}</p>{/if}
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
			{#if enquiry.editable && seen.frozen}<button
					class="btn preset-outlined-surface-500"
					onclick={() => freeze(seen?.frozen ?? '')}>Freeze as a line</button
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
					<button class="btn preset-outlined-surface-500" onclick={() => freeze(seen?.account?.text ?? '')}
						>Freeze the account as a line</button
					>
				</p>{/if}
		{/if}
		{#if model.said}<p class="small soft" role="status">{model.said}</p>{/if}
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
