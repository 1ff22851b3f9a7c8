<!-- The imported files of an enquiry with their numbers, a row each. -->
<script lang="ts">
	import Trash2 from '@lucide/svelte/icons/trash-2';
	import { BATCH_PURPOSES, type BatchPurpose, type ReferenceBatch } from '$lib/contract/references';
	import { FORMAT_NAMES } from '$lib/client/file-formats';
	import { formatCount } from '$lib/client/fresh.svelte';
	import { progressText } from '$lib/client/job-words';
	import { missingOf, type ReferenceFiles } from '$lib/client/references.svelte';

	interface Props {
		files: ReferenceFiles;
		list: readonly ReferenceBatch[];
		enquiry: string;
		editable: boolean;
		onremove: (batch: ReferenceBatch) => void;
	}
	let { files, list, enquiry, editable, onremove }: Props = $props();
	const encodings: Readonly<Record<string, string>> = {
		'utf-8': 'UTF-8',
		'utf-16le': 'UTF-16',
		'utf-16be': 'UTF-16',
		'windows-1252': 'Windows-1252'
	};
	const formatOf = ({ format, recipe }: ReferenceBatch) =>
		format === 'recipe' ? (recipe ?? 'a taught format') : FORMAT_NAMES[format];
</script>

<div class="mt-2">
	<table class="table stacked" aria-label="Imported files">
		<thead>
			<tr>
				<th scope="col" class="w-[25%]">File</th>
				<th scope="col" class="w-[17%]">Source</th>
				<th scope="col" class="w-[150px]">Purpose</th>
				<th scope="col" class="text-right">Stated</th>
				<th scope="col" class="text-right">Read</th>
				<th scope="col" class="text-right" title="Stated, and not among those read">Missing</th>
				<th scope="col" class="text-right">Unreadable</th>
				<th scope="col" class="w-[160px]"><span class="sr-only">Actions</span></th>
			</tr>
		</thead>
		<tbody>
			{#each list as batch (batch.id)}
				{@const missing = missingOf(batch)}
				{@const removal = files.removalOf(batch)}
				<tr>
					<td
						><button
							class="text-left name"
							aria-expanded={files.open === batch.id}
							onclick={() => void files.show(files.open === batch.id ? null : batch.id)}>{batch.fileName}</button
						><span class="block small soft"
							>{formatOf(batch)}, {encodings[batch.encoding] ?? batch.encoding} · {batch.by}, {batch.at.slice(
								0,
								10
							)}</span
						></td
					>
					<td data-label="Source"
						>{batch.source}{#if batch.platform}<span class="block small soft">{batch.platform}</span>{/if}</td
					>
					<td data-label="Purpose"
						>{#if editable}<select
								class="select w-36"
								aria-label="Purpose of {batch.fileName}"
								value={batch.purpose}
								onchange={(event) =>
									void files.changeBatch(batch, event.currentTarget.value as BatchPurpose, batch.stated)}
								>{#each BATCH_PURPOSES as purpose (purpose)}<option value={purpose}>{purpose}</option>{/each}</select
							>{:else}{batch.purpose}{/if}</td
					>
					<td data-label="Stated" class="text-right tabular-nums"
						>{#if editable}<input
								class="input w-24 text-right"
								inputmode="numeric"
								aria-label="Records that the source of {batch.fileName} stated"
								value={batch.stated ?? ''}
								onchange={(event) => void files.changeStated(batch, event.currentTarget.value)}
							/>{:else}{batch.stated === null ? '' : formatCount(batch.stated)}{/if}</td
					>
					<td data-label="Read" class="text-right tabular-nums">{formatCount(batch.read)}</td>
					<td data-label="Missing" class="text-right tabular-nums" class:bad={missing !== null && missing !== 0}
						>{missing === null ? '' : missing < 0 ? `${formatCount(-missing)} more` : formatCount(missing)}</td
					>
					<td data-label="Unreadable" class="text-right tabular-nums" class:bad={batch.unreadable > 0}
						>{formatCount(batch.unreadable)}</td
					>
					<td class="whitespace-nowrap text-right small">
						<a href="/api/v1/enquiries/{enquiry}/batches/{batch.id}/file?as=ris" download>RIS</a>
						{#if removal}<span class="soft" role="status">{progressText(removal)}</span>{:else if editable}<button
								class="btn btn-sm hover:preset-tonal"
								aria-label="Remove {batch.fileName}"
								onclick={() => onremove(batch)}><Trash2 size={14} /></button
							>{/if}
					</td>
				</tr>
			{/each}
		</tbody>
	</table>
</div>

<style>
	.bad {
		color: var(--fault);
		font-weight: 700;
	}
	.name {
		color: var(--link);
		cursor: pointer;
		text-decoration: underline;
		overflow-wrap: anywhere;
	}
</style>
