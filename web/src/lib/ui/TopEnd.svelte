<!-- The right end of the top bar: palette, day and night, background work, person. -->
<script lang="ts">
	import Command from '@lucide/svelte/icons/command';
	import LogOut from '@lucide/svelte/icons/log-out';
	import MoonStar from '@lucide/svelte/icons/moon-star';
	import { page } from '$app/state';
	import { switchTheme } from '$lib/client/theme';
	import OwnJobs from './OwnJobs.svelte';
</script>

<button
	class="btn hover:preset-tonal"
	onclick={() => dispatchEvent(new Event('lantern-palette'))}
	title="All actions (Ctrl K)"><Command size={16} /><span class="small">Ctrl K</span></button
>
<button
	class="btn hover:preset-tonal"
	onclick={switchTheme}
	aria-label="Switch between day and night"
	title="Day or night"><MoonStar size={16} /></button
>
{#if page.data.person}
	<OwnJobs />
	<a class="small whitespace-nowrap" href="/account">{page.data.person.name}</a>
	<form method="POST" action="/sign-out">
		<button class="btn hover:preset-tonal" aria-label="Sign out" title="Sign out"><LogOut size={16} /></button>
	</form>
{/if}
