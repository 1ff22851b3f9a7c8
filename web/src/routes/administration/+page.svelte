<script lang="ts">
	import { enhance } from '$app/forms';
	import { reloadData } from '$lib/client/reload-data';
	import RemoveButton from '$lib/ui/administration/RemoveButton.svelte';
	import UploadForm from '$lib/ui/administration/UploadForm.svelte';
	import Plain from '$lib/ui/Plain.svelte';
	import { formatCount } from '$lib/client/fresh.svelte';
	import { allowAddress, forbidAddress, remove } from '$lib/client/installation';
	let { data, form } = $props();

	let name = $state('');
	let taken = $state('');
	let indexedWith = $state<string[]>([]);
	const collectionOptions = $derived({
		...(name.trim() ? { name: name.trim() } : {}),
		...(taken ? { taken } : {}),
		vocabularies: indexedWith.join(',')
	});

	let address = $state('');
	let note = $state('');
	let addressFault = $state('');
	async function allow(event: SubmitEvent) {
		event.preventDefault();
		const answer = await allowAddress(address, note);
		addressFault = answer.ok ? '' : answer.fault;
		if (!answer.ok) return;
		address = note = '';
		await reloadData();
	}
</script>

<svelte:head><title>Installation · Wide Lantern</title></svelte:head>
<Plain>
	<h1>The installation</h1>
	<p class="soft mt-1 max-w-2xl">
		What all enquiries here share. Enquiries themselves belong to their people; administrators cannot open them.
	</p>

	<h2 class="mt-6">People</h2>
	{#if form?.message}<p class="say mt-2" role="status">{form.message}</p>{/if}
	<table class="table mt-2">
		<thead
			><tr
				><th scope="col">Name</th><th scope="col">E-mail address</th><th scope="col">Account</th><th scope="col"
					>Change</th
				></tr
			></thead
		>
		<tbody>
			{#each data.people as person (person.id)}
				<tr>
					<td>{person.name}</td>
					<td>{person.email}</td>
					<td>{person.blocked ? 'closed' : person.administrator ? 'administrator' : 'searcher'}</td>
					<td>
						<form method="POST" use:enhance class="flex gap-2">
							<input type="hidden" name="person" value={person.id} />
							<button
								class="btn hover:preset-tonal"
								name="change"
								value={person.administrator ? 'end-administrator' : 'make-administrator'}
								>{person.administrator ? 'No longer administrator' : 'Make administrator'}</button
							>
							<button class="btn hover:preset-tonal" name="change" value={person.blocked ? 'open' : 'close'}
								>{person.blocked ? 'Open again' : 'Close'}</button
							>
						</form>
					</td>
				</tr>
			{/each}
		</tbody>
	</table>

	<h2 class="mt-8">Vocabularies</h2>
	<p class="mt-2">
		{data.vocabularies.length === 0
			? 'None. Lines with headings are faulty until one is loaded.'
			: data.vocabularies.map((one) => `${one.name} (${formatCount(one.headings)})`).join(', ')}
		<a class="ml-2" href="/vocabularies">Load, compare, remove</a>
	</p>

	<h2 class="mt-8">Collections</h2>
	<table class="table mt-2" aria-label="Collections">
		<thead
			><tr
				><th scope="col" class="w-[34%]">Name</th><th scope="col">Short name</th><th scope="col">Taken on</th><th
					scope="col"
					class="text-right tabular-nums pr-6!">Records</th
				><th scope="col">Indexed with</th><th scope="col">File</th><th scope="col">Change</th></tr
			></thead
		>
		<tbody>
			{#each data.collections as one (one.id)}
				<tr>
					<td>{one.name}</td>
					<td>{one.id}</td>
					<td>{one.takenOn}</td>
					<td class="text-right tabular-nums pr-6!">{formatCount(one.size)}</td>
					<td>{one.vocabularies.join(', ') || 'nothing'}</td>
					<td><a href="/api/v1/collections/{one.id}" download>JSON lines</a></td>
					<td><RemoveButton name={one.name} act={(confirmed) => remove('collections', one.id, confirmed)} /></td>
				</tr>
			{:else}<tr><td colspan="7" class="soft">None. Lines are read but nothing is counted until one is loaded.</td></tr
				>{/each}
		</tbody>
	</table>
	<UploadForm
		kind="collections"
		what="a collection (one record a line, as JSON)"
		endings={['.ndjson', '.jsonl']}
		options={collectionOptions}
	>
		<label><span class="label-text">Display name</span><input class="input" bind:value={name} /></label>
		<label
			><span class="label-text">Taken from the source on</span><input
				class="input"
				type="date"
				bind:value={taken}
			/></label
		>
		<fieldset>
			<legend class="small">Its records are indexed with</legend>
			{#each data.vocabularies as one (one.id)}<label class="flex items-center gap-2 min-h-7"
					><input class="checkbox" type="checkbox" value={one.id} bind:group={indexedWith} /> {one.name}</label
				>{/each}
		</fieldset>
	</UploadForm>

	<h2 class="mt-8">Profiles</h2>
	<table class="table mt-2" aria-label="Profiles">
		<thead
			><tr
				><th scope="col" class="w-[34%]">Name</th><th scope="col">Short name</th><th
					scope="col"
					class="text-right tabular-nums pr-6!">Version</th
				><th scope="col">Source</th><th scope="col">File</th><th scope="col">Change</th></tr
			></thead
		>
		<tbody>
			{#each data.profiles as one (one.id)}
				<tr>
					<td>{one.name}</td>
					<td>{one.id}</td>
					<td class="text-right tabular-nums pr-6!">{one.version}</td>
					<td>{one.source}</td>
					<td><a href="/api/v1/profiles/{one.id}" download>JSON</a></td>
					<td><RemoveButton name={one.name} act={(confirmed) => remove('profiles', one.id, confirmed)} /></td>
				</tr>
			{:else}<tr
					><td colspan="6" class="soft">None. Strategies cannot be written for any platform until one is loaded.</td
					></tr
				>{/each}
		</tbody>
	</table>
	<UploadForm kind="profiles" what="a profile (JSON)" endings={['.json']} />

	<h2 class="mt-8">Addresses that may be reached</h2>
	<p class="small soft max-w-2xl">
		The server contacts only the addresses listed here, and only when somebody loads from them.
	</p>
	<table class="table mt-2" aria-label="Addresses">
		<thead><tr><th scope="col">Address</th><th scope="col">What for</th><th scope="col">Change</th></tr></thead>
		<tbody>
			{#each data.addresses as one (one.origin)}
				<tr
					><td>{one.origin}</td><td>{one.note}</td><td
						><RemoveButton name={one.origin} act={() => forbidAddress(one.origin)} /></td
					></tr
				>
			{:else}<tr><td colspan="3" class="soft">None: nothing outside is ever asked.</td></tr>{/each}
		</tbody>
	</table>
	<form class="mt-2 flex flex-wrap gap-2 items-end" onsubmit={allow}>
		<label
			><span class="label-text">Address</span><input
				class="input"
				type="url"
				required
				bind:value={address}
				placeholder="https://vocabularies.example"
			/></label
		>
		<label><span class="label-text">What for</span><input class="input" bind:value={note} /></label>
		<button class="btn preset-outlined-surface-500">Allow</button>
	</form>
	{#if addressFault}<p class="say fault mt-2" role="alert">{addressFault}</p>{/if}
</Plain>
