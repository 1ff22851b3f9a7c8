<script lang="ts">
	import { enhance } from '$app/forms';
	let { form } = $props();
</script>

<svelte:head><title>Make an account · Wide Lantern</title></svelte:head>
<main id="content" class="page" style="max-width: 28rem">
	<p class="flex items-center gap-2">
		<img src="/lantern.svg" alt="" width="28" height="28" /> <strong>Wide Lantern</strong>
	</p>
	<h1 class="mt-6">Make an account</h1>
	<form method="POST" class="mt-4 grid grid-cols-1 gap-3" use:enhance>
		<label
			><span class="label-text">Your name, as others should see it</span><input
				class="input"
				name="name"
				autocomplete="name"
				required
				value={form?.name ?? ''}
			/></label
		>
		<label
			><span class="label-text">E-mail address; your name at sign-in, no mail is sent</span><input
				class="input"
				name="email"
				type="email"
				autocomplete="username"
				required
				value={form?.email ?? ''}
			/></label
		>
		<label
			><span class="label-text">Password, at least 10 characters</span><input
				class="input"
				name="password"
				type="password"
				autocomplete="new-password"
				minlength="10"
				required
			/></label
		>
		{#if form?.message}<p class="say fault" role="alert">{form.message}</p>{/if}
		<p class="flex items-center gap-4">
			<button class="btn preset-filled">Create account</button> <a href="/sign-in">I already have an account</a>
		</p>
	</form>
</main>
