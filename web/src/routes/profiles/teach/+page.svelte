<!-- A platform taught by example: type how it writes each construct; the profile takes shape beside, and every example is written and read back. -->
<script lang="ts">
	import { untrack } from 'svelte';
	import { goto } from '$app/navigation';
	import { CONSTRUCTS, FIELD_NAMES, proposeExamples, type Profile } from '@wide-lantern/core/editor';
	import { SAMPLE, Teaching } from '$lib/client/teaching.svelte';
	import Plain from '$lib/ui/Plain.svelte';

	let { data } = $props();
	// The profile that one starts from is looked at once; what is typed then is one's own.
	const from = untrack(() => data.from as Profile | null);
	const copy = untrack(() => from !== null && !data.mine);
	const teaching = new Teaching(from, copy);
	async function save() {
		if (await teaching.save()) await goto('/profiles');
	}
	const FIELD_CONSTRUCTS = {
		title: 'ti',
		abstract: 'ab',
		keyword: 'kw',
		author: 'au',
		journal: 'jn',
		address: 'af',
		'heading-word': 'hd'
	} as const;
	const GROUPS: readonly { readonly name: string; readonly ids: readonly string[] }[] = [
		{
			name: 'Words and fields',
			ids: [
				'title',
				'abstract',
				'keyword',
				'usual',
				'two-fields',
				'author',
				'journal',
				'address',
				'heading-word',
				'phrase'
			]
		},
		{ name: 'Operators', ids: ['or', 'and', 'not'] },
		{ name: 'Wildcards', ids: ['ending', 'one-letter', 'optional'] },
		{ name: 'Proximity', ids: ['near', 'before'] },
		{ name: 'Headings', ids: ['heading', 'narrower', 'main', 'qualifiers'] },
		{ name: 'Lines', ids: ['lines', 'any-lines', 'all-lines', 'comment'] },
		{ name: 'Limits', ids: ['years', 'years-from', 'years-to', 'entered', 'language', 'type'] }
	];
	const SETTINGS = [
		{ id: 'smallest-stem', label: 'Letters before a wildcard, at least' },
		{ id: 'largest-distance', label: 'Largest distance' },
		{ id: 'length', label: 'Characters in a query, at most' },
		{ id: 'terms', label: 'Terms in a query, at most' },
		{ id: 'export', label: 'Records in an export, at most' }
	] as const;
	const YES_NO = [
		{ id: 'front', label: 'A word may begin with a wildcard', otherwise: 'no' },
		{ id: 'near-groups', label: 'Proximity takes brackets with OR', otherwise: 'yes' },
		{ id: 'near-phrases', label: 'Proximity takes phrases', otherwise: 'yes' },
		{ id: 'near-wildcards', label: 'Proximity takes wildcards', otherwise: 'yes' }
	] as const;
</script>

<svelte:head><title>Teach a platform · Wide Lantern</title></svelte:head>
<Plain>
	<h1>{from === null ? 'Teach a platform' : copy ? `Copy ${from.name}` : `Change ${from.name}`}</h1>
	<p class="soft mt-1 max-w-3xl">
		Type, or paste, how your platform writes each example. Leave empty what it does not have. The words harbour and
		lantern are placeholders: keep them as they are, everything around them is what is learned.
	</p>
	<div class="names mt-3">
		<label
			><span class="label-text">The platform</span><input
				class="input"
				bind:value={teaching.platform}
				placeholder="As your library calls it"
			/></label
		>
		<label
			><span class="label-text">The source on it</span><input
				class="input"
				bind:value={teaching.source}
				placeholder="As it is cited"
			/></label
		>
		<label
			><span class="label-text">Its vocabulary</span><select class="select" bind:value={teaching.vocabulary}
				><option value="">none, or not loaded here</option>{#each data.vocabularies as one (one.id)}<option
						value={one.id}>{one.name}</option
					>{/each}</select
			></label
		>
		<label
			><span class="label-text">Short name of the profile</span><input
				class="input"
				bind:value={teaching.id}
				placeholder={teaching.proposedId}
				pattern="[a-z][a-z0-9\-]*"
				disabled={from !== null && !copy}
			/></label
		>
	</div>
	<details class="mt-3">
		<summary>Have a strategy in this syntax? Paste it to get suggestions</summary>
		<label class="block mt-1"
			><span class="sr-only">A strategy in this platform’s syntax</span><textarea
				class="textarea line-face"
				rows="4"
				bind:value={teaching.pasted}></textarea></label
		>
		<button
			class="btn preset-outlined-surface-500 mt-1"
			disabled={teaching.pasted.trim() === ''}
			onclick={() => (teaching.proposal = proposeExamples(teaching.pasted))}>Propose</button
		>
		{#if teaching.proposal}
			{#if teaching.proposal.fields.length + teaching.proposal.examples.length === 0}<p class="small soft mt-2">
					Nothing recurs often enough to be recognised; type the examples below.
				</p>{/if}
			<ul class="small mt-2">
				{#each teaching.proposal.fields as one (one.code)}
					<li class="flex flex-wrap gap-2 items-center">
						<span class="line-face">{one.example}</span>
						<span class="soft">{one.count} times, as in … {one.sample} …</span>
						<label
							><span class="sr-only">What {one.code} means</span><select
								class="select"
								value=""
								onchange={(event) => {
									if (event.currentTarget.value) teaching.examples[event.currentTarget.value] = one.example;
								}}
								><option value="">means …</option
								>{#each Object.entries(FIELD_CONSTRUCTS) as [construct, field] (construct)}<option value={construct}
										>{FIELD_NAMES[field]}</option
									>{/each}<option value="two-fields">title and abstract</option><option value="usual"
									>title, abstract and author keywords</option
								></select
							></label
						>
					</li>
				{/each}
				{#each teaching.proposal.examples as one (one.construct)}
					<li class="flex flex-wrap gap-2 items-center">
						<span class="line-face">{one.sample}</span>
						<span class="soft">{one.count} times; {CONSTRUCTS.find((other) => other.id === one.construct)?.name}?</span>
						<button
							class="btn btn-sm preset-outlined-surface-500"
							onclick={() => (teaching.examples[one.construct] = one.example)}>Yes: {one.example}</button
						>
					</li>
				{/each}
			</ul>
		{/if}
	</details>
	<div class="teach mt-4">
		<div>
			{#each GROUPS as group (group.name)}
				<fieldset class="mb-4">
					<legend>{group.name}</legend>
					{#each CONSTRUCTS.filter((one) => group.ids.includes(one.id)) as one (one.id)}
						{@const check = teaching.checks.get(one.id)}
						{@const unclear = teaching.learned.unclear.find((other) => other.construct === one.id)}
						{@const typed = (teaching.examples[one.id] ?? '').trim() !== ''}
						<div class="example" data-construct={one.id} data-passed={typed ? String(check?.passed ?? false) : ''}>
							<label
								><span class="label-text">{one.name}{one.needed ? ' (needed)' : ''}</span><input
									class="input line-face"
									value={teaching.examples[one.id] ?? ''}
									oninput={(event) => (teaching.examples[one.id] = event.currentTarget.value)}
									spellcheck="false"
									autocomplete="off"
								/></label
							>
							<span class="small verdict">
								{#if !typed}<span class="soft">{check?.written ? `would write ${check.written}` : 'not available'}</span
									>
								{:else if check?.passed && !unclear}<span class="good">✓ written and read back</span>
								{:else}<span class="bad">✗ {unclear?.why ?? check?.why ?? ''}</span>{/if}
							</span>
						</div>
					{/each}
				</fieldset>
			{/each}
		</div>
		<aside>
			<h2>Still to clarify</h2>
			{#each teaching.learned.questions as one (one.about)}
				<label class="block mt-2"
					><span class="label-text">{one.question}</span><select
						class="select"
						value={teaching.answers[one.about] ?? one.options[0]?.value}
						onchange={(event) => (teaching.answers[one.about] = event.currentTarget.value)}
						>{#each one.options as option (option.value)}<option value={option.value}>{option.label}</option
							>{/each}</select
					></label
				>
			{/each}
			{#each YES_NO as one (one.id)}
				<label class="flex gap-2 items-center mt-2"
					><input
						class="checkbox"
						type="checkbox"
						checked={(teaching.answers[one.id] ?? one.otherwise) === 'yes'}
						onchange={(event) => (teaching.answers[one.id] = event.currentTarget.checked ? 'yes' : 'no')}
					/>
					{one.label}</label
				>
			{/each}
			<div class="numbers mt-2">
				{#each SETTINGS as one (one.id)}<label
						><span class="label-text">{one.label}</span><input
							class="input"
							type="number"
							min="1"
							value={teaching.answers[one.id] ?? ''}
							onchange={(event) => (teaching.answers[one.id] = event.currentTarget.value)}
							placeholder="no limit known"
						/></label
					>{/each}
			</div>
			<details class="mt-3">
				<summary>What the source does on its own, and its address</summary>
				<label class="block mt-1"
					><span class="label-text">Two words side by side</span><select class="select" bind:value={teaching.adjacent}
						><option value="refused">are rejected, or it is not known</option><option value="and"
							>are joined with {teaching.learned.profile.platform.operators.and}</option
						><option value="or">are joined with {teaching.learned.profile.platform.operators.or}</option><option
							value="phrase">are a phrase</option
						></select
					></label
				>
				<label class="flex gap-2 items-center mt-2"
					><input class="checkbox" type="checkbox" bind:checked={teaching.mapsWords} /> Bare words are also looked for among
					the headings</label
				>
				<label class="block mt-2"
					><span class="label-text">Settings that stay from one query to the next, one a line</span><textarea
						class="textarea"
						rows="2"
						bind:value={teaching.sticks}></textarea></label
				>
				<label class="block mt-2"
					><span class="label-text">Years that it covers</span><input
						class="input"
						bind:value={teaching.coverage}
						placeholder="1974 to today"
					/></label
				>
				<label class="block mt-2"
					><span class="label-text">Address of its SRU service, if it has one</span><input
						class="input"
						bind:value={teaching.served}
						placeholder="https://sources.example/sru"
					/></label
				>
				<label class="block mt-2"
					><span class="label-text">Name of its own syntax there; empty where it is asked in CQL</span><input
						class="input"
						bind:value={teaching.spoken}
						disabled={teaching.served.trim() === ''}
					/></label
				>
			</details>
			<h2 class="mt-5">A strategy in it</h2>
			<ol class="sample line-face" aria-live="polite">
				{#each teaching.sample.lines as line, at (line.id)}
					<li>
						<span class="soft small">{SAMPLE[at]}</span><br />{line.written === null
							? '–'
							: line.text}{#each line.notes.filter((note) => note.kind !== 'adjusted') as note, number (number)}<span
								class="block small soft">{note.kind}: {note.message}</span
							>{/each}
					</li>
				{/each}
			</ol>
			<h2 class="mt-5">Save it</h2>
			<p class="small" role="status">
				{teaching.given.length - teaching.failed.length} of {teaching.given.length} examples are written and read back{teaching
					.failed.length > 0
					? `; ${teaching.failed.length} ${teaching.failed.length === 1 ? 'is' : 'are'} not yet`
					: ''}.
			</p>
			{#each teaching.problems.slice(0, 5) as one, number (number)}<p class="small bad">
					{one.message} <span class="soft">({one.at})</span>
				</p>{/each}
			{#if teaching.fault}<p class="say fault small mt-2" role="alert">{teaching.fault}</p>{/if}
			{#if teaching.asked && teaching.failed.length > 0}<p class="say note small mt-2" role="alert">
					{teaching.failed.length === 1 ? 'This example is' : `These ${teaching.failed.length} examples are`} not written
					and read back: {teaching.failed.map((one) => one.name).join('; ')}. What {teaching.failed.length === 1
						? 'it shows'
						: 'they show'} may be written wrongly in every rendering. Correct or empty {teaching.failed.length === 1
						? 'it'
						: 'them'}, or save all the same.
				</p>{/if}
			<button class="btn preset-filled mt-2" disabled={!teaching.isReady} onclick={() => void save()}
				>{teaching.asked && teaching.failed.length > 0 ? 'Save all the same' : 'Save the profile'}</button
			>
			{#if !teaching.isNamed}<p class="small soft mt-1">
					Name the platform and the source first.
				</p>{:else if teaching.missing.length > 0}<p class="small soft mt-1">
					Still needed: {teaching.missing.map((one) => one.name).join('; ')}.
				</p>{/if}
		</aside>
	</div>
</Plain>

<style>
	.names {
		display: grid;
		grid-template-columns: repeat(auto-fit, minmax(13rem, 1fr));
		gap: 12px;
	}
	.teach {
		display: grid;
		grid-template-columns: minmax(0, 3fr) minmax(20rem, 2fr);
		gap: 32px;
		align-items: start;
	}
	aside {
		position: sticky;
		top: 16px;
		max-height: calc(100vh - 32px);
		overflow-y: auto;
		padding: 0 4px;
	}
	legend {
		font-weight: 600;
		margin-bottom: 4px;
	}
	.example {
		padding: 4px 0 6px;
		border-top: 1px dotted var(--rule);
	}
	.verdict {
		display: block;
		min-height: 20px;
	}
	.good {
		color: var(--ink);
		font-weight: 600;
	}
	.bad {
		color: var(--fault);
	}
	.numbers {
		display: grid;
		grid-template-columns: 1fr 1fr;
		gap: 8px;
	}
	.sample li {
		padding: 4px 0;
		border-top: 1px dotted var(--rule);
		overflow-wrap: anywhere;
		font-size: 14px;
	}
	summary {
		cursor: pointer;
		min-height: 26px;
	}
	@media (max-width: 900px) {
		.teach {
			grid-template-columns: minmax(0, 1fr);
		}
		aside {
			position: static;
			max-height: none;
		}
	}
</style>
