<!-- Text pasted from elsewhere: what would be changed, shown before it is added. -->
<script lang="ts">
	import { ANCHOR_MARKS } from '@wide-lantern/core/editor';
	import Dialog from '$lib/ui/Dialog.svelte';
	import type { CleanedLine } from '@wide-lantern/core/editor';
	import SyntaxChoice from '$lib/ui/SyntaxChoice.svelte';
	import { useWorkspace } from '$lib/client/context';
	import { count, formatCount } from '$lib/client/fresh.svelte';
	import { readInSyntax } from '$lib/client/read-syntax';
	import type { ReadStrategyView } from '$lib/contract/platforms';

	interface Props {
		text: string;
		cleaned: readonly CleanedLine[];
		numbered: boolean;
		/** Adds the text as lines: the cleaned one, or what it is in our notation. */
		ontake: (text: string) => void;
		onasis: () => void;
		oncancel: () => void;
	}
	let { text, cleaned, numbered, ontake, onasis, oncancel }: Props = $props();
	const { enquiry } = useWorkspace();
	/** Profile of the platform whose syntax it is in; empty for our notation. */
	let syntax = $state('');
	let read = $state.raw<ReadStrategyView | null>(null);
	let fault = $state('');
	$effect(() => {
		const profile = syntax;
		read = null;
		fault = '';
		if (profile === '') return;
		let moved = false;
		void readInSyntax(enquiry.id, profile, text).then((answer) => {
			if (moved) return;
			if (answer.ok) read = answer.value;
			else fault = answer.fault;
		});
		return () => (moved = true);
	});
	const translated = $derived(
		(read?.lines ?? [])
			.map((line) => `${line.number}\t${line.notation || line.text}${line.comment === '' ? '' : ` ;; ${line.comment}`}`)
			.join('\n')
	);
	const changed = $derived(cleaned.filter((line) => line.changes.length > 0));
	const kinds = $derived([...new Set(changed.flatMap((line) => line.changes))]);
	const SHOWN = 60;
	const INVISIBLE = new RegExp(
		`[\\u0000-\\u0008\\u000B-\\u001F\\u007F-\\u009F\\u00AD\\u200B-\\u200F\\u2028-\\u202E\\u2060-\\u2069\\uFEFF${ANCHOR_MARKS}]`,
		'g'
	);
	/** Characters that cannot be seen are shown as their numbers. */
	const visible = (text: string) =>
		text
			.replace(/\t/g, '→')
			.replace(INVISIBLE, (character) => `‹${character.codePointAt(0)?.toString(16).toUpperCase()}›`);
</script>

<Dialog
	title={`${count(cleaned.length, 'pasted line')}, ${formatCount(changed.length)} of them cleaned`}
	onclose={oncancel}
>
	<SyntaxChoice bind:value={syntax} own="the notation of this sheet" {text} />
	{#if fault}<p class="say fault small mt-2" role="alert">{fault}</p>{/if}
	{#if read}
		<div class="rows mt-2">
			<table class="table small">
				<thead
					><tr
						><th scope="col">Line</th><th scope="col">As pasted</th><th scope="col">In the notation</th><th
							scope="col"
							class="text-right">Count there</th
						></tr
					></thead
				>
				<tbody>
					{#each read.lines.slice(0, SHOWN) as line (line.number)}
						<tr
							><td>{line.number}</td><td class="term">{line.text}</td><td class="term"
								>{line.notation}{#each line.faults as one, at (at)}<span class="block soft">{one.message}</span
									>{/each}</td
							><td class="text-right tabular-nums">{line.count === null ? '' : formatCount(line.count)}</td></tr
						>
					{/each}
				</tbody>
			</table>
			{#if read.lines.length > SHOWN}<p class="small soft mt-1">
					and {count(read.lines.length - SHOWN, 'more line')}
				</p>{/if}
			{#if read.better[0]}<p class="small mt-1">
					The syntax of {read.better[0].name} fits better:
					<button class="btn btn-sm hover:preset-tonal" onclick={() => (syntax = read?.better[0]?.profile ?? syntax)}
						>read it so</button
					>
				</p>{/if}
		</div>
	{/if}
	{#if syntax === ''}
		<p class="small mt-1">
			Changed: {kinds.join(', ')}. {#if numbered}The numbers in front are removed; references such as #3 mean the line
				that had that number, wherever it is now.{/if}
		</p>
		<div class="rows mt-2">
			<table class="table small">
				<thead
					><tr><th scope="col">As pasted</th><th scope="col">As it is added</th><th scope="col">Changed</th></tr></thead
				>
				<tbody>
					{#each changed.slice(0, SHOWN) as line, at (at)}
						<tr
							><td class="term">{visible(line.before)}</td><td class="term"
								>{#if line.after === ''}<span class="soft">left out</span>{:else}{line.after}{/if}</td
							><td class="soft">{line.changes.join(', ')}</td></tr
						>
					{/each}
				</tbody>
			</table>
			{#if changed.length > SHOWN}<p class="small soft mt-1">
					and {formatCount(changed.length - SHOWN)} more lines changed in the same ways
				</p>{/if}
		</div>
	{/if}
	<p class="mt-3 flex gap-2">
		{#if syntax === ''}<button class="btn preset-filled" onclick={() => ontake(text)}>Add the cleaned lines</button>
			<button class="btn preset-outlined-surface-500" onclick={onasis}>Add the text as it is</button>
		{:else}<button class="btn preset-filled" disabled={!read} onclick={() => ontake(translated)}
				>Add {count(read?.lines.length ?? 0, 'line')}</button
			>{/if}
		<button class="btn hover:preset-tonal" onclick={oncancel}>Cancel</button>
	</p>
</Dialog>

<style>
	.rows {
		max-height: 50vh;
		overflow: auto;
	}
	.term {
		font-family: 'Atkinson Hyperlegible Mono', monospace;
		overflow-wrap: anywhere;
	}
</style>
