<!-- Every key of the sheet, in one place. -->
<script lang="ts">
	import Dialog from '$lib/ui/Dialog.svelte';
	let { onclose }: { onclose: () => void } = $props();
	const KEYS: readonly (readonly [keys: string, what: string])[] = [
		['{', 'find a heading in place; Enter takes it'],
		['#', 'name a line above'],
		['@', 'name a concept: all of its lines, also those that come later'],
		['Shift ↑ ↓', 'select lines'],
		['Alt O, Alt A', 'join the selected lines with OR, with AND, in a line below'],
		['Alt B', 'spread the block into one line per term'],
		['Alt G', 'gather the selected lines into one block'],
		['Alt ↑, Alt ↓', 'move the selected lines'],
		['Alt S', 'switch the selected lines off or on'],
		['Alt F', 'fold the concept to its joining line, or open it'],
		['Alt Shift F', 'fold or open all concepts'],
		['Alt Enter', 'records of the line'],
		['Ctrl X, C, V', 'cut, copy and paste lines; references come along'],
		['Ctrl Z, Ctrl Y', 'undo and redo, also after a reload'],
		['F8', 'go to the next fault; its repairs open there'],
		['Ctrl K', 'every action by name'],
		['Alt L', 'open the lens or fold it away'],
		['Alt 1 to 6', 'the steps at the left'],
		['Esc, then Tab', 'leave the sheet']
	];
</script>

<Dialog title="Keyboard map" {onclose}>
	<table class="grid-table small mt-2">
		<tbody
			>{#each KEYS as [keys, what] (keys)}<tr><th scope="row" class="whitespace-nowrap text-left">{keys}</th><td>{what}</td></tr>{/each}</tbody
		>
	</table>
	<p class="mt-3"><button class="do first" onclick={onclose}>Close</button></p>
</Dialog>
