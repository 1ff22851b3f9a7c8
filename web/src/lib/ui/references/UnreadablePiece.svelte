<!-- A piece of a file that could not be read: where, why, its text; repaired in place and read again. -->
<script lang="ts">
	import type { ReferenceBatch, UnreadableReference } from '$lib/contract/references';
	import { formatCount } from '$lib/client/fresh.svelte';
	import type { ReferenceFiles } from '$lib/client/references.svelte';

	let {
		piece,
		batch,
		files,
		editable
	}: { piece: UnreadableReference; batch: ReferenceBatch; files: ReferenceFiles; editable: boolean } = $props();
	/** The text as it is being repaired; null where it is not. */
	let text = $state<string | null>(null);
	let fault = $state('');
	let isReading = $state(false);
	const repairable = $derived(editable && piece.raw !== '');
	const where = $derived(piece.line > 0 ? `line ${formatCount(piece.line)}` : `piece ${piece.number + 1}`);

	async function readAgain() {
		isReading = true;
		fault = await files.repair(batch, piece.number, text ?? '');
		isReading = false;
	}
</script>

<p class="small">
	{piece.line > 0 ? `Line ${formatCount(piece.line)}: ` : ''}{piece.reason}
	{#if repairable && text === null}<button
			class="btn btn-sm preset-outlined-surface-500"
			aria-label="Repair {where}"
			onclick={() => (text = piece.raw)}>Repair</button
		>{/if}
</p>
{#if text === null}<pre class="raw small">{piece.raw.slice(0, 600)}</pre>
{:else}
	<!-- svelte-ignore a11y_autofocus -->
	<textarea
		class="textarea mono small mt-1"
		rows={Math.min(14, text.split('\n').length + 2)}
		aria-label="Text of {where}"
		autofocus
		bind:value={text}></textarea>
	{#if fault}<p class="say fault small mt-1" role="alert">{fault}</p>{/if}
	<p class="mt-1 flex gap-2">
		<button class="btn btn-sm preset-filled" disabled={isReading || text.trim() === ''} onclick={() => void readAgain()}
			>{isReading ? 'Reading …' : 'Read it again'}</button
		>
		<button
			class="btn btn-sm hover:preset-tonal"
			onclick={() => {
				text = null;
				fault = '';
			}}>Cancel</button
		>
	</p>
{/if}

<style>
	.raw {
		white-space: pre-wrap;
		overflow-wrap: anywhere;
		max-height: 9em;
		overflow-y: auto;
		padding: 4px 8px;
		background: var(--wash);
	}
</style>
