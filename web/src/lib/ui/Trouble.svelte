<!-- What could not be saved: two texts of two people, refused edits, a signed-out window. Nothing is lost. -->
<script lang="ts">
	import { toText, type Conflict } from '@wide-lantern/core/editor';
	import { count } from '$lib/client/fresh.svelte';
	import { useWorkspace } from '$lib/client/context';
	import { namesFor } from '$lib/client/line-names';
	const { enquiry } = useWorkspace();
	const numberOf = (id: string | undefined) => enquiry.document.lines.findIndex((line) => line.id === id) + 1;
	const PLACES: Readonly<Record<string, string>> = {
		source: 'the text',
		label: 'the label',
		note: 'the note',
		role: 'the role',
		concept: 'the concept',
		off: 'on or off',
		title: 'The title',
		question: 'The question'
	};
	/** What the two texts are of. */
	function placeName({ at }: Conflict): string {
		const [first = '', id, field = ''] = at;
		if (first === 'lines' && id !== undefined) return `Line ${numberOf(id) || ''}, ${PLACES[field] ?? field}`;
		return PLACES[first] ?? `In ${first}`;
	}
	function shown({ at }: Conflict, value: unknown): string {
		const names = namesFor(
			enquiry.document,
			enquiry.document.lines.map((line) => line.id)
		);
		return at[0] === 'lines' && at[2] === 'source' && typeof value === 'string' ? toText(value, names) : words(value);
	}
	const words = (value: unknown) =>
		value === null ? '(deleted)' : typeof value === 'string' ? value : JSON.stringify(value, null, 1);
</script>

<div class="trouble">
	{#if enquiry.state === 'signed-out'}
		<p class="say fault mb-4" role="alert">
			You are signed out. What you typed is kept in this window and sent as soon as you <a
				href="/sign-in"
				target="_blank">sign in again</a
			> in another one.
		</p>
	{:else if enquiry.state === 'offline'}
		<p class="say mb-4" role="status">
			The server cannot be reached at the moment. Keep working: everything is kept in this window and sent as soon as it
			answers.
		</p>
	{/if}
	{#if enquiry.state === 'conflict'}
		<section class="say fault mb-4" role="alert" aria-label="Conflict">
			<h2>Someone else has edited the same item</h2>
			{#each enquiry.conflicts as conflict (conflict.at.join('/'))}
				<p class="small soft mt-2">{placeName(conflict)}</p>
				<dl class="grid gap-2" style="grid-template-columns: 6rem 1fr">
					<dt>Yours</dt>
					<dd class="line-face whitespace-pre-wrap">{shown(conflict, conflict.yours)}</dd>
					<dt>Theirs</dt>
					<dd class="line-face whitespace-pre-wrap">{shown(conflict, conflict.theirs)}</dd>
				</dl>
			{/each}
			<p class="mt-2 flex gap-2">
				<span class="small soft"
					>You can go on typing: what you type is part of your text.
					{#if enquiry.waitingBehind > 0}{count(enquiry.waitingBehind, 'other change')} of yours {enquiry.waitingBehind ===
						1
							? 'waits'
							: 'wait'} for your answer, and will be saved with either choice.{/if}</span
				><button class="btn preset-outlined-surface-500" onclick={() => enquiry.settle('mine')}>Keep mine</button
				><button class="btn preset-outlined-surface-500" onclick={() => enquiry.settle('theirs')}>Keep theirs</button>
			</p>
		</section>
	{/if}
	{#each enquiry.rejected as rejected, at (at)}
		<section class="say fault mb-4" role="alert">
			<p>{rejected.message}</p>
			{#if rejected.text}<p class="small soft mt-1">What you typed, to copy:</p>
				<pre class="line-face whitespace-pre-wrap max-h-40 overflow-auto">{rejected.text}</pre>{/if}
			<button class="btn preset-outlined-surface-500 mt-2" onclick={() => enquiry.dismiss(rejected)}>Dismiss</button>
		</section>
	{/each}
</div>

<style>
	/* At the foot of the screen: nothing moves under the hands of somebody who types. */
	.trouble {
		position: sticky;
		bottom: 8px;
		z-index: 20;
		display: grid;
		gap: 8px;
		max-height: 70vh;
		overflow: auto;
	}
	.trouble > :global(*) {
		background: var(--paper);
		margin: 0;
	}
</style>
