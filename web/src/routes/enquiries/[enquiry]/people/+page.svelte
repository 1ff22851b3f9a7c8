<script lang="ts">
	import type { Role } from '$lib/contract/enquiries';
	import { goto } from '$app/navigation';
	import { untrack } from 'svelte';
	import X from '@lucide/svelte/icons/x';
	import { useWorkspace } from '$lib/client/context';
	import { Members } from '$lib/client/members.svelte';

	let { data } = $props();
	const { enquiry } = useWorkspace();
	const members = untrack(() => new Members(enquiry.id, data.members));
	const { fault } = $derived(members);
	let sure = $state(false);
	const owner = $derived(data.role === 'owner');
	const ROLES: readonly { readonly value: Role; readonly name: string }[] = [
		{ value: 'reader', name: 'reader: sees everything' },
		{ value: 'reviewer', name: 'reviewer: sees everything, will review' },
		{ value: 'editor', name: 'editor: works on it' },
		{ value: 'owner', name: 'owner: works on it and chooses people' }
	];

	async function remove() {
		if (await members.deleteEnquiry()) await goto('/desk');
	}
</script>

<h1>People</h1>
<p class="soft mt-1">
	Who can open this enquiry, and in which role. How the search team is credited is part of the brief.
</p>
<table class="table mt-4 max-w-3xl">
	<thead
		><tr
			><th scope="col">Name</th><th scope="col">E-mail address</th><th scope="col">Role</th>{#if owner}<th scope="col"
					><span class="sr-only">Remove</span></th
				>{/if}</tr
		></thead
	>
	<tbody>
		{#each members.list as member (member.id)}
			<tr>
				<td>{member.name}</td><td>{member.email}</td>
				<td
					>{#if owner}<select
							class="select"
							aria-label="Role of {member.name}"
							value={member.role}
							onchange={(event) => void members.setRole(member.email, event.currentTarget.value as Role)}
							>{#each ROLES as one (one.value)}<option value={one.value}>{one.name}</option>{/each}</select
						>{:else}{member.role}{/if}</td
				>
				{#if owner}<td
						><button
							class="btn hover:preset-tonal"
							aria-label="Remove {member.name}"
							onclick={() => void members.remove(member.email)}><X size={15} /></button
						></td
					>{/if}
			</tr>
		{/each}
	</tbody>
</table>
{#if owner}
	<form
		class="mt-4 flex flex-wrap items-end gap-2"
		onsubmit={(event) => {
			event.preventDefault();
			void members.add();
		}}
	>
		<label
			><span class="label-text">E-mail address of somebody with an account here</span><input
				class="input"
				type="email"
				required
				bind:value={members.email}
			/></label
		>
		<label
			><span class="label-text">Role</span><select class="select" bind:value={members.role}
				>{#each ROLES as one (one.value)}<option value={one.value}>{one.name}</option>{/each}</select
			></label
		>
		<button class="btn preset-filled">Add</button>
	</form>
{/if}
{#if fault}<p class="say fault mt-3 max-w-3xl" role="alert">{fault}</p>{/if}
{#if owner}
	<section class="mt-12">
		<h2>Delete the enquiry</h2>
		<p class="soft">For everybody, with its whole history. Save it as a file first if in doubt.</p>
		<label class="flex items-center gap-2 mt-2"
			><input class="checkbox" type="checkbox" bind:checked={sure} /> Yes, delete it for good</label
		>
		<button class="btn preset-outlined-surface-500 mt-2" disabled={!sure} onclick={() => void remove()}>Delete</button>
	</section>
{/if}
