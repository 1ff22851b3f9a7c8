<!-- What hangs on single terms of a line: where they come from, and notes. It follows the term through edits. -->
<script lang="ts">
	import { piecesIn, toText, type Json, type LinePiece } from '@wide-lantern/core/editor';
	import { useWorkspace } from '$lib/client/context';
	import { newId } from '$lib/client/new-id';

	let { id }: { id: string } = $props();
	const { enquiry } = useWorkspace();
	const line = $derived(enquiry.document.lines.find((one) => one.id === id));
	const kept = $derived<readonly LinePiece[]>(line?.pieces ?? []);
	let open = $state(false);
	/** Read only while somebody looks: a line is typed in far more often. */
	const terms = $derived(open && line ? (piecesIn(line.source) ?? []) : []);
	$effect(() => {
		if (kept.length > 0) open = true;
	});
	let chosen = $state('');
	let origin = $state('own idea');
	let note = $state('');
	const ORIGINS = ['entry term', 'record', 'known article', 'own idea', 'gleaned', 'another strategy'];
	/** A heading is kept by identity; here it is shown by the label that it had. */
	const shown = (text: string) =>
		toText(text, {
			lineId: () => null,
			lineNumber: () => null,
			conceptIds: () => null,
			conceptName: () => null,
			headingKey: () => null,
			headingName: () => null
		});
	const save = (pieces: readonly LinePiece[], name: string) =>
		enquiry.edit(name, [{ do: 'set', at: ['lines', id, 'pieces'], value: pieces as unknown as Json }]);
	function add() {
		const nth = Number(chosen);
		const text = terms[nth];
		if (text === undefined) return;
		const piece: LinePiece = { id: newId(), text, nth, origin, note: note.trim() };
		save([...kept.filter((one) => one.nth !== nth), piece], `note on ${shown(text)}`);
		note = '';
		chosen = '';
	}
</script>

{#if line && (line.source.trim() !== '' || kept.length > 0)}
	<details class="mt-4" bind:open>
		<summary>Origins and notes of its terms{kept.length > 0 ? ` (${kept.length})` : ''}</summary>
		{#each kept as piece (piece.id)}
			<p class="small mt-1">
				<span class="term" class:gone={piece.nth === null}>{shown(piece.text)}</span>
				<span class="soft">{piece.origin}</span>
				{piece.note}{#if piece.nth === null}<span class="soft">
						· no longer in the line; kept until it comes back or you remove it</span
					>{/if}
				{#if enquiry.editable}<button
						class="btn btn-sm hover:preset-tonal"
						aria-label="Remove the note on {shown(piece.text)}"
						onclick={() =>
							save(
								kept.filter((one) => one.id !== piece.id),
								'remove a note'
							)}>Remove</button
					>{/if}
			</p>
		{/each}
		{#if enquiry.editable && terms.length > 0}
			<form
				class="grid gap-2 mt-2"
				onsubmit={(event) => {
					event.preventDefault();
					add();
				}}
			>
				<select class="select" bind:value={chosen} aria-label="Term"
					><option value="">a term of the line</option>{#each terms as term, nth (nth)}<option value={String(nth)}
							>{shown(term).slice(0, 60)}</option
						>{/each}</select
				>
				<select class="select" bind:value={origin} aria-label="Where it comes from"
					>{#each ORIGINS as one (one)}<option>{one}</option>{/each}</select
				>
				<input
					class="input"
					bind:value={note}
					placeholder="Why, or where it was seen"
					aria-label="Note on the term"
					maxlength="2000"
				/>
				<button class="btn preset-outlined-surface-500" disabled={chosen === ''}>Keep with the term</button>
			</form>
		{/if}
	</details>
{/if}

<style>
	.term {
		font-family: 'Atkinson Hyperlegible Mono', monospace;
		overflow-wrap: anywhere;
	}
	.gone {
		text-decoration: line-through;
	}
	summary {
		cursor: pointer;
		font-size: 14px;
	}
</style>
