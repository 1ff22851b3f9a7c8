<script lang="ts">
	import { page } from '$app/state';
	import Mark from '$lib/ui/Mark.svelte';
</script>

<svelte:head><title>{page.status} · Wide Lantern</title></svelte:head>
<main class="page" id="content">
	<Mark />
	<h1 class="mt-8">{page.error?.message ?? 'Something went wrong.'}</h1>
	{#if page.error?.next}<p class="mt-2">{page.error.next}</p>{/if}
	<p class="mt-4">
		<a class="btn preset-outlined-surface-500" href="/desk">To the desk</a>
		<button class="btn preset-outlined-surface-500" onclick={() => location.reload()}>Try again</button>
	</p>
</main>
