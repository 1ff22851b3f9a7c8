<script lang="ts">
	import { enhance } from '$app/forms';
	import { records } from '$lib/client/fresh.svelte';
	let { data, form } = $props();
</script>

<svelte:head><title>Sign in · Wide Lantern</title></svelte:head>
<main id="content" class="door">
	<section>
		<p class="flex items-center gap-2 text-lg">
			<img src="/lantern.svg" alt="" width="32" height="32" /> <strong>Wide Lantern</strong>
		</p>
		<h1 class="mt-4">For searches that must miss nothing</h1>
		<p class="mt-2 soft">
			Split a question into concepts, map them to headings, and see while you type what every line of the strategy
			retrieves.
		</p>
		{#if data.demo}
			<form method="POST" action="/demo" class="mt-6 say">
				<p>See a worked enquiry on {records(data.records)} of invented sources. You sign in as its searcher.</p>
				<button class="btn preset-filled mt-2">Open the demo</button>
			</form>
		{/if}
		<form method="POST" class="mt-6 grid grid-cols-1 gap-3" use:enhance>
			<label
				><span class="label-text">E-mail address</span><input
					class="input"
					name="email"
					type="email"
					autocomplete="username"
					required
					value={form?.email ?? ''}
				/></label
			>
			<label
				><span class="label-text">Password</span><input
					class="input"
					name="password"
					type="password"
					autocomplete="current-password"
					required
				/></label
			>
			{#if form?.message}<p class="say fault" role="alert">{form.message}</p>{/if}
			<p class="flex items-center gap-4">
				<button class="btn {!data.demo ? 'preset-filled' : 'preset-outlined-surface-500'}">Sign in</button>
				<a href="/sign-up">Create an account</a>
			</p>
		</form>
	</section>
</main>

<style>
	.door {
		min-height: 100vh;
		display: grid;
		grid-template-columns: minmax(0, 1fr) minmax(20rem, 27rem) minmax(0, 1fr);
		align-items: center;
		padding: 24px;
		position: relative;
		overflow: hidden;
	}
	section {
		grid-column: 2;
		position: relative;
		background: var(--paper);
		padding: 24px;
	}
</style>
