<!-- What a chosen file is: its format, or that it is new and can be taught. -->
<script lang="ts">
	import { FORMAT_NAMES } from '$lib/client/file-formats';
	import type { ReferenceFiles, WaitingFile } from '$lib/client/references.svelte';

	let { waiting, files }: { waiting: WaitingFile; files: ReferenceFiles } = $props();
	const format = $derived(waiting.format);
	/** Only a table can be right and yet have columns that were guessed wrong. */
	const teachable = $derived(
		waiting.job === null &&
			(format?.kind === 'unknown' ||
				format?.kind === 'recipe' ||
				(format?.kind === 'known' && format.format === 'table'))
	);
</script>

{#if format?.kind === 'known'}<span class="small soft">{FORMAT_NAMES[format.format]}</span>
{:else if format?.kind === 'recipe'}<span class="small soft">Read as “{format.name}”</span>
{:else if format?.kind === 'unknown'}<span class="say small">This format is not recognised yet.</span>
{:else if format?.kind === 'binary'}<span class="say fault small"
		>This is not a text file. Export the references as text and choose that file.</span
	>{/if}
{#if teachable}<button class="btn btn-sm preset-outlined-surface-500" onclick={() => void files.teach(waiting)}
		>{format?.kind === 'unknown'
			? 'Teach this format'
			: format?.kind === 'recipe'
				? 'Change this format'
				: 'Check its columns'}</button
	>{/if}
