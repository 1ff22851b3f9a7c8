<script lang="ts">
	import { enhance } from '$app/forms';
	import Plain from '$lib/ui/Plain.svelte';
	let { data, form } = $props();
</script>

<svelte:head><title>Your account · Wide Lantern</title></svelte:head>
<Plain>
	<h1>Your account</h1>
	<p class="mt-2">{data.person?.name}, {data.person?.email}{data.person?.administrator ? ', administrator' : ''}</p>
	{#if data.person?.administrator}<p class="mt-2"><a href="/administration">Look after the installation</a></p>{/if}
	<h2 class="mt-8">Change password</h2>
	<form method="POST" class="mt-2 grid grid-cols-1 gap-3 max-w-md" use:enhance>
		<label
			><span class="label-text">Present password</span><input
				class="input"
				name="old"
				type="password"
				autocomplete="current-password"
				required
			/></label
		>
		<label
			><span class="label-text">New password, at least 10 characters</span><input
				class="input"
				name="fresh"
				type="password"
				autocomplete="new-password"
				minlength="10"
				required
			/></label
		>
		{#if form?.message}<p class="say" class:fault={!form.done} role="status">{form.message}</p>{/if}
		<p><button class="btn preset-filled">Change it</button></p>
	</form>
</Plain>
