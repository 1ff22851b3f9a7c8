<!-- The command palette: every action of the application by name. -->
<script lang="ts">
	import { Dialog, Portal } from '@skeletonlabs/skeleton-svelte';
	import { commands, type Command } from '$lib/client/commands.svelte';

	let open = $state(false);
	let typed = $state('');
	let chosen = $state(0);
	const words = $derived(
		typed
			.toLowerCase()
			.split(/\s+/)
			.filter((word) => word !== '')
	);
	const found = $derived(
		commands.all.filter((command) => words.every((word) => command.name.toLowerCase().includes(word)))
	);

	export function show() {
		typed = '';
		chosen = 0;
		open = true;
	}
	function run(command: Command | undefined) {
		if (!command) return;
		open = false;
		setTimeout(() => command.act());
	}
	function key(event: KeyboardEvent) {
		if (event.key === 'ArrowDown') chosen = Math.min(chosen + 1, found.length - 1);
		else if (event.key === 'ArrowUp') chosen = Math.max(chosen - 1, 0);
		else if (event.key === 'Enter') run(found[chosen]);
		else return;
		event.preventDefault();
	}
</script>

<svelte:window
	onkeydown={(event) => {
		if ((event.ctrlKey || event.metaKey) && !event.shiftKey && !event.altKey && event.key.toLowerCase() === 'k') {
			event.preventDefault();
			show();
		}
	}}
/>

<Dialog {open} onOpenChange={(details) => (open = details.open)}>
	<Portal>
		<Dialog.Backdrop class="fixed inset-0 z-40 bg-black/40" />
		<Dialog.Positioner class="fixed inset-0 z-50 flex items-start justify-center pt-[12vh] px-4">
			<Dialog.Content class="w-full max-w-xl border p-4 rounded-md palette">
				<Dialog.Title class="sr-only">All actions</Dialog.Title>
				<input
					class="input"
					placeholder="What do you want to do?"
					aria-label="Action"
					role="combobox"
					aria-expanded="true"
					aria-controls="palette-list"
					aria-activedescendant="palette-{chosen}"
					bind:value={typed}
					oninput={() => (chosen = 0)}
					onkeydown={key}
				/>
				<ul id="palette-list" role="listbox" aria-label="Actions" class="mt-2 max-h-80 overflow-y-auto">
					{#each found as command, at (command.name)}
						<!-- svelte-ignore a11y_click_events_have_key_events (the field above takes the keys) -->
						<li
							id="palette-{at}"
							role="option"
							aria-selected={at === chosen}
							class="flex justify-between gap-4 px-2 py-1 cursor-pointer"
							class:chosen={at === chosen}
							onmousemove={() => (chosen = at)}
							onclick={() => run(command)}
						>
							<span>{command.name}</span>{#if command.shortcut}<kbd class="soft small">{command.shortcut}</kbd>{/if}
						</li>
					{:else}
						<li class="soft px-2 py-1">No matching action.</li>
					{/each}
				</ul>
			</Dialog.Content>
		</Dialog.Positioner>
	</Portal>
</Dialog>

<style>
	:global(.palette) {
		background: var(--sheet);
		border-color: var(--edge);
	}
	.chosen {
		background: var(--wash);
	}
</style>
