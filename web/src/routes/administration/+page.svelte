<script lang="ts">
	import { enhance } from '$app/forms';
	import Plain from '$lib/ui/Plain.svelte';
	import { counted } from '$lib/work/fresh.svelte';
	let { data, form } = $props();
</script>

<svelte:head><title>Installation · Wide Lantern</title></svelte:head>
<Plain>
	<h1>The installation</h1>
	<h2 class="mt-6">People</h2>
	{#if form?.message}<p class="say mt-2" role="status">{form.message}</p>{/if}
	<table class="grid-table mt-2">
		<thead><tr><th scope="col">Name</th><th scope="col">E-mail address</th><th scope="col">Account</th><th scope="col">Change</th></tr></thead>
		<tbody>
			{#each data.people as person (person.id)}
				<tr>
					<td>{person.name}</td>
					<td>{person.email}</td>
					<td>{person.blocked ? 'closed' : person.administrator ? 'administrator' : 'searcher'}</td>
					<td>
						<form method="POST" use:enhance class="flex gap-2">
							<input type="hidden" name="person" value={person.id} />
							<button class="do bare" name="change" value={person.administrator ? 'end-administrator' : 'make-administrator'}>{person.administrator ? 'No longer administrator' : 'Make administrator'}</button>
							<button class="do bare" name="change" value={person.blocked ? 'open' : 'close'}>{person.blocked ? 'Open again' : 'Close'}</button>
						</form>
					</td>
				</tr>
			{/each}
		</tbody>
	</table>
	<h2 class="mt-8">Collections</h2>
	<ul class="mt-1">
		{#each data.collections as one (one.id)}<li>{one.name}: {counted(one.size)} records, taken on {one.takenOn}</li>{/each}
	</ul>
	<h2 class="mt-6">Vocabularies</h2>
	<ul class="mt-1">
		{#each data.vocabularies as one (one.id)}<li>{one.name}, edition {one.edition}: {counted(one.headings)} headings</li>{/each}
	</ul>
	<h2 class="mt-6">Profiles</h2>
	<ul class="mt-1">
		{#each data.profiles as one (one.id)}<li>{one.name}, version {one.version}</li>{/each}
	</ul>
</Plain>
