<script lang="ts">
	import '../app.css';
	import { onMount } from 'svelte';
	import { goto } from '$app/navigation';
	import Palette from '$lib/ui/Palette.svelte';
	import { commands } from '$lib/client/commands.svelte';
	import { switchTheme } from '$lib/client/theme';

	let { children, data } = $props();
	let palette: Palette;

	$effect(() =>
		commands.add([
			...(data.person
				? [
						{ name: 'Go to the desk', act: () => void goto('/desk') },
						{ name: 'Vocabularies: load, compare, save', act: () => void goto('/vocabularies') },
						{ name: 'Change password', act: () => void goto('/account') },
						...(data.person.administrator
							? [{ name: 'Look after the installation', act: () => void goto('/administration') }]
							: []),
						{
							name: 'Sign out',
							act: () => document.querySelector<HTMLFormElement>('form[action="/sign-out"]')?.requestSubmit()
						}
					]
				: []),
			{ name: 'Switch between day and night', act: switchTheme }
		])
	);
	// Says to scripts and tests that the page answers to the keyboard now.
	onMount(() => void (document.documentElement.dataset['ready'] = 'yes'));
	$effect(() => {
		const show = () => palette.show();
		addEventListener('lantern-palette', show);
		return () => removeEventListener('lantern-palette', show);
	});
</script>

<a class="skip" href="#content">To the content</a>
{@render children()}
<Palette bind:this={palette} />
