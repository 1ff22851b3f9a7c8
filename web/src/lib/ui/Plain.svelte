<!-- The frame of pages outside an enquiry: top bar and page. -->
<script lang="ts">
	import type { Snippet } from 'svelte';
	import Mark from './Mark.svelte';
	import TopEnd from './TopEnd.svelte';
	let { children }: { children: Snippet } = $props();
</script>

<header class="top" style="height: 48px"><Mark /><span class="flex-1"></span><TopEnd /></header>
<main id="content" class="page">{@render children()}</main>
