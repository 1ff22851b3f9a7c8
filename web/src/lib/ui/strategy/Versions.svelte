<!-- Versions: kept by name or by themselves; two of them side by side, line by line; taken back. -->
<script lang="ts">
	import { diffWordsWithSpace } from 'diff';
	import type { LineChange } from '@wide-lantern/core/editor';
	import { PAGE } from '$lib/client/record-reading.svelte';
	import { NOW, Versions } from '$lib/client/versions.svelte';
	import { useWorkspace } from '$lib/client/context';
	import { formatCount, dayAndTime } from '$lib/client/fresh.svelte';
	import RecordList from './RecordList.svelte';

	const { enquiry } = useWorkspace();
	const versions = new Versions(enquiry);
	const { list, compared, records, fault, done } = $derived(versions);
	let name = $state('');
	async function keep() {
		if (await versions.keep(name)) name = '';
	}
	$effect(() => {
		void versions.load();
	});
	$effect(() => versions.compare());
	const citation = (id: string) =>
		enquiry.document.articles.find((one) => one.id === id)?.citation || 'a known article';
	const SAID: Record<LineChange['change'], string> = {
		same: 'same text',
		changed: 'changed',
		moved: 'moved',
		new: 'new',
		gone: 'gone'
	};
	const numbers = (line: LineChange) =>
		line.before === null
			? `– → ${line.after}`
			: line.after === null
				? `${line.before} → –`
				: line.before === line.after
					? String(line.after)
					: `${line.before} → ${line.after}`;
</script>

<section aria-label="Versions">
	<h2>Versions</h2>
	{#if fault}<p class="say fault mt-2" role="alert">{fault}</p>{/if}
	{#if done}<p class="say note small mt-2" role="status">{done}</p>{/if}
	{#if enquiry.editable}
		<form
			class="flex gap-2 mt-2 items-center"
			onsubmit={(event) => {
				event.preventDefault();
				if (name.trim() !== '') void keep();
			}}
		>
			<label class="sr-only" for="version-name">Name of the version</label>
			<input
				id="version-name"
				class="input w-72"
				bind:value={name}
				maxlength="200"
				placeholder="Sent to the reviewer"
			/>
			<button class="btn preset-outlined-surface-500" disabled={name.trim() === ''}>Keep this version</button>
			<span class="small soft">One is also saved automatically before the first edit after a pause.</span>
		</form>
	{/if}
	{#if list?.length === 0}
		<p class="mt-3 soft">
			No version yet. Keep one before you try something large or send the strategy to somebody: “First complete draft”,
			“Sent to the reviewer”.
		</p>
	{:else if list}
		<table class="table small mt-3">
			<thead
				><tr
					><th scope="col">Version</th><th scope="col">Kept</th><th scope="col" class="text-right">Revision</th><th
						scope="col"
						class="text-right">Lines</th
					><th scope="col"><span class="sr-only">Go back to it</span></th></tr
				></thead
			>
			<tbody>
				{#each list as version (version.id)}
					<tr>
						<td
							>{#if version.name}{version.name}{:else}<span class="soft">automatic</span>{/if}</td
						>
						<td class="soft">{dayAndTime(version.at)}, {version.by}</td>
						<td class="text-right tabular-nums">{version.revision}</td>
						<td class="text-right tabular-nums">{version.lines}</td>
						<td class="text-right"
							><button
								class="btn hover:preset-tonal"
								onclick={() => ((versions.before = version.id), (versions.after = NOW))}>Compare with now</button
							>{#if enquiry.editable}<button
									class="btn hover:preset-tonal"
									onclick={() => void versions.restore(version)}>Go back to it</button
								>{/if}</td
						>
					</tr>
				{/each}
			</tbody>
		</table>
		<p class="mt-4 flex gap-2 items-center flex-wrap">
			<label for="version-before">From</label>
			<select id="version-before" class="select w-60" bind:value={versions.before}
				>{#each list as version (version.id)}<option value={version.id}
						>{version.name || 'automatic'}, r{version.revision}</option
					>{/each}</select
			>
			<label for="version-after">to</label>
			<select id="version-after" class="select w-60" bind:value={versions.after}
				><option value={NOW}>the current state, r{enquiry.revision}</option>{#each list as version (version.id)}<option
						value={version.id}>{version.name || 'automatic'}, r{version.revision}</option
					>{/each}</select
			>
		</p>
		{#if compared}
			{#if compared.records}
				<p class="mt-2" data-compared>
					The result went from {formatCount(compared.records.before)} to
					<strong>{formatCount(compared.records.count)}</strong>
					records: {formatCount(compared.records.gained)} gained, {formatCount(compared.records.lost)} lost.
					{#if compared.records.gained > 0}<button
							class="btn btn-sm hover:preset-tonal"
							onclick={() => void versions.read('gained')}>View added records</button
						>{/if}{#if compared.records.lost > 0}<button
							class="btn btn-sm hover:preset-tonal"
							onclick={() => void versions.read('lost')}>View lost records</button
						>{/if}
					{#if compared.records.benchmarkLost.length > 0}<span class="fault-text"
							>Known articles no longer retrieved: {compared.records.benchmarkLost.map(citation).join('; ')}.</span
						>{/if}
					{#if compared.records.benchmarkGained.length > 0}Known articles newly retrieved: {compared.records.benchmarkGained
							.map(citation)
							.join('; ')}.{/if}
				</p>
			{/if}
			{#if records}
				<section aria-label="Records {records.side}" class="mt-2">
					<h3>
						{records.side === 'gained' ? 'Gained' : 'Lost'}
						<span class="soft small font-normal">{formatCount(records.page.total)}, newest first</span>
					</h3>
					<RecordList page={records.page} />
					{#if records.page.total > PAGE}{@const { side, page } = records}
						<p class="mt-2 flex gap-2 items-center">
							<button
								class="btn preset-outlined-surface-500"
								disabled={page.from === 0}
								onclick={() => void versions.read(side, page.from - PAGE)}>Newer</button
							><button
								class="btn preset-outlined-surface-500"
								disabled={page.from + PAGE >= page.total}
								onclick={() => void versions.read(side, page.from + PAGE)}>Older</button
							>
						</p>{/if}
				</section>
			{/if}
			{#if versions.differing.length === 0}<p class="soft mt-2">No lines differ.</p>{:else}
				<table class="table small mt-2">
					<thead
						><tr
							><th scope="col" class="w-[9%]">Line</th><th scope="col" class="w-[13%]">What</th><th scope="col">Text</th
							><th scope="col" class="text-right w-[10%]">Gained</th><th scope="col" class="text-right w-[10%]">Lost</th
							></tr
						></thead
					>
					<tbody>
						{#each versions.differing as line (line.id)}
							<tr>
								<td class="whitespace-nowrap tabular-nums">{numbers(line)}</td>
								<td
									>{SAID[line.change]}{#if line.moved && line.change !== 'moved'}, moved{/if}{#if line.what.some((one) => one !== 'text')}<span
											class="soft block">{line.what.filter((one) => one !== 'text').join(', ')}</span
										>{/if}</td
								>
								<td class="term"
									>{#if line.change === 'gone'}<del>{line.textBefore}</del>{:else if line.change === 'new'}<ins
											>{line.textAfter}</ins
										>{:else if line.what.includes('text')}{#each diffWordsWithSpace(line.textBefore, line.textAfter) as part, at (at)}{#if part.added}<ins
													>{part.value}</ins
												>{:else if part.removed}<del>{part.value}</del>{:else}{part.value}{/if}{/each}{:else}<span
											class="soft">{line.textAfter}</span
										>{/if}</td
								>
								<td class="text-right tabular-nums"
									>{line.change === 'gone' || line.change === 'new'
										? ''
										: formatCount(versions.figuresOf(line).gained)}</td
								>
								<td class="text-right tabular-nums"
									>{line.change === 'gone' || line.change === 'new'
										? ''
										: formatCount(versions.figuresOf(line).lost)}</td
								>
							</tr>
						{/each}
					</tbody>
				</table>
			{/if}
		{/if}
	{/if}
</section>

<style>
	.term {
		font-family: 'Atkinson Hyperlegible Mono', monospace;
		overflow-wrap: anywhere;
	}
	ins {
		text-decoration: underline;
		text-decoration-thickness: 2px;
		color: var(--good);
	}
	del {
		color: var(--fault);
	}
	.fault-text {
		color: var(--fault);
	}
</style>
