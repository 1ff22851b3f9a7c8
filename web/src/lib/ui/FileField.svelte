<!-- A file from this computer: chosen, or dropped here. -->
<script lang="ts">
	import { FileUpload } from '@skeletonlabs/skeleton-svelte';
	import FileUp from '@lucide/svelte/icons/file-up';

	interface Props {
		label: string;
		/** Endings of file names, with their dots; the server looks at what is inside. */
		endings: readonly string[];
		file: File | null;
		choose: (file: File | null) => void;
	}
	let { label, endings, file, choose }: Props = $props();
	let refused = $state('');
</script>

<FileUpload
	class="w-full"
	acceptedFiles={file ? [file] : []}
	onFileAccept={() => (refused = '')}
	onFileReject={() => (refused = 'One file at a time: choose or drop a single one. Nothing was changed.')}
	onFileChange={(change) => choose(change.acceptedFiles[0] ?? null)}
>
	<FileUpload.Label class="label-text">{label}</FileUpload.Label>
	<FileUpload.Dropzone class="drop" disableClick>
		<FileUpload.Trigger class="btn preset-outlined-surface-500"><FileUp size={15} /> Choose a file</FileUpload.Trigger>
		<span class="small" class:soft={file === null}
			>{file === null ? `or drop it here: ${endings.join(', ')}` : file.name}</span
		>
		<FileUpload.HiddenInput accept={endings.join(',')} />
	</FileUpload.Dropzone>
</FileUpload>
{#if refused}<p class="say fault small mt-1" role="alert">{refused}</p>{/if}

<style>
	:global(.drop) {
		display: flex;
		flex-wrap: wrap;
		align-items: center;
		gap: 12px;
		padding: 8px;
		border: 1px dashed var(--edge);
		border-radius: 4px;
	}
	:global(.drop[data-dragging]) {
		background: var(--wash);
		border-style: solid;
	}
</style>
