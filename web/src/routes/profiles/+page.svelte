<!-- Platform profiles of the installation: who taught each, its versions, out and in as JSON. -->
<script lang="ts">
	import { reloadData } from '$lib/client/reload-data';
	import RemoveButton from '$lib/ui/administration/RemoveButton.svelte';
	import AskSource from '$lib/ui/profiles/AskSource.svelte';
	import UploadForm from '$lib/ui/administration/UploadForm.svelte';
	import Plain from '$lib/ui/Plain.svelte';
	import { dayAndTime } from '$lib/client/fresh.svelte';
	import { remove } from '$lib/client/installation';
	import { profileDifferences } from '$lib/client/profile-differences';
	import { ProfileTools } from '$lib/client/profile-tools.svelte';
	let { data } = $props();
	const tools = new ProfileTools();
	async function combine() {
		if (await tools.combine()) await reloadData();
	}
	const versions = $derived(data.compared ? profileDifferences(data.compared.left, data.compared.right) : null);
</script>

<svelte:head><title>Profiles · Wide Lantern</title></svelte:head>
<Plain>
	<div class="flex flex-wrap items-center gap-3">
		<h1>Profiles</h1>
		<a class="btn preset-filled" href="/profiles/teach">Teach a platform</a>
	</div>
	<p class="soft mt-1 max-w-2xl">
		How each platform writes and reads, and what a source on it holds. Everybody here can use all of them; who taught
		one changes it, anybody can copy it.
	</p>
	<table class="table mt-4" aria-label="Profiles">
		<thead
			><tr
				><th scope="col" class="w-[26%]">Source</th><th scope="col">Platform</th><th scope="col">Version</th><th
					scope="col">Taught by</th
				><th scope="col">Connection</th><th scope="col">File</th><th scope="col">Change</th></tr
			></thead
		>
		<tbody>
			{#each data.profiles as one (one.id)}
				<tr>
					<td>{one.source}</td>
					<td>{one.platform}</td>
					<td
						>{one.version}{#if one.versions.length > 0}<a class="small block" href="?compare={one.id}"
								>since {one.versions[0]?.version}: what changed</a
							>{/if}</td
					>
					<td class="small"
						>{one.by || 'ships with it'}{#if one.by}<span class="soft block">{dayAndTime(one.on)}</span>{/if}</td
					>
					<td
						>{#if one.connected}<button
								class="btn btn-sm preset-outlined-surface-500"
								disabled={tools.asking === one.id}
								aria-label="Ask {one.source} what it says of itself"
								onclick={() => void tools.askSource(one.id)}>{tools.asking === one.id ? 'Asking …' : 'Ask it'}</button
							>{:else}<span class="small soft">none</span>{/if}</td
					>
					<td><a href="/api/v1/profiles/{one.id}" download>JSON</a></td>
					<td
						><a class="btn btn-sm preset-outlined-surface-500" href="/profiles/teach?from={one.id}"
							>{one.mine ? 'Change' : 'Copy'}</a
						>
						{#if one.mine}<RemoveButton
								name={one.source}
								act={(confirmed) => remove('profiles', one.id, confirmed)}
							/>{/if}</td
					>
				</tr>
				{@const said = tools.connections[one.id]}
				{#if said}<tr><td colspan="7"><AskSource connection={said} source={one.source} /></td></tr>{/if}
			{:else}<tr
					><td colspan="7" class="soft"
						>None yet. <a href="/profiles/teach">Teach the first platform by example</a>, or load a profile that a
						colleague saved.</td
					></tr
				>{/each}
		</tbody>
	</table>
	<UploadForm kind="profiles" what="a profile (JSON)" endings={['.json']} />
	{#if versions}
		<h2 class="mt-6">
			What changed from version {data.compared?.left.version} to {data.compared?.right.version} of {data.compared?.right
				.name}
		</h2>
		{@render differences(versions)}
	{/if}
	{#if data.profiles.length > 1}
		<h2 class="mt-6">A source on another platform</h2>
		<p class="small soft">
			How a platform writes, and what a source holds, are two parts: several databases can be on one platform, one
			database on several.
		</p>
		<div class="flex flex-wrap items-end gap-2 mt-1">
			<label
				><span class="label-text">The source of</span><select class="select" bind:value={tools.sourceOf}
					><option value="">Choose …</option>{#each data.profiles as one (one.id)}<option value={one.id}
							>{one.source}</option
						>{/each}</select
				></label
			>
			<label
				><span class="label-text">on the platform of</span><select class="select" bind:value={tools.platformOf}
					><option value="">Choose …</option>{#each data.profiles as one (one.id)}<option value={one.id}
							>{one.platform}</option
						>{/each}</select
				></label
			>
			<button
				class="btn preset-outlined-surface-500"
				disabled={tools.sourceOf === '' || tools.platformOf === '' || tools.sourceOf === tools.platformOf}
				onclick={() => void combine()}>Put together</button
			>
		</div>
		{#if tools.combined}<p class="small mt-1" role="status">{tools.combined}</p>{/if}
		<h2 class="mt-6">Two platforms side by side</h2>
		<div class="flex flex-wrap items-end gap-2 mt-1">
			{#each [{ label: 'One', get: () => tools.left, set: (to: string) => (tools.left = to) }, { label: 'The other', get: () => tools.right, set: (to: string) => (tools.right = to) }] as side (side.label)}
				<label
					><span class="label-text">{side.label}</span><select
						class="select"
						value={side.get()}
						onchange={(event) => side.set(event.currentTarget.value)}
						><option value="">Choose …</option>{#each data.profiles as one (one.id)}<option value={one.id}
								>{one.source} on {one.platform}</option
							>{/each}</select
					></label
				>
			{/each}
			<button
				class="btn preset-outlined-surface-500"
				disabled={tools.left === '' || tools.right === '' || tools.left === tools.right}
				onclick={() => void tools.compare()}>Compare</button
			>
		</div>
		{#if tools.fault}<p class="say fault mt-2 small" role="alert">{tools.fault}</p>{/if}
		{#if tools.differences}{@render differences(tools.differences)}{/if}
	{/if}
</Plain>

{#snippet differences(rows: readonly { at: string; left: string; right: string }[])}
	{#if rows.length === 0}<p class="soft mt-2">They say the same.</p>
	{:else}
		<table class="table mt-2">
			<thead><tr><th scope="col">Where</th><th scope="col">Before</th><th scope="col">After</th></tr></thead>
			<tbody
				>{#each rows as row (row.at)}<tr
						><td class="small">{row.at}</td><td class="line-face small">{row.left}</td><td class="line-face small"
							>{row.right}</td
						></tr
					>{/each}</tbody
			>
		</table>
	{/if}
{/snippet}
