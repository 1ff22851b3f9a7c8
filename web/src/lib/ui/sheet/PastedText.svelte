<!-- Text pasted from elsewhere: what would be changed, shown before it is taken. -->
<script lang="ts">
	import Dialog from '$lib/ui/Dialog.svelte';
	import type { CleanedLine } from '@wide-lantern/core/editor';
	import { counted } from '$lib/work/fresh.svelte';

	interface Props {
		cleaned: readonly CleanedLine[];
		numbered: boolean;
		ontake: () => void;
		onasis: () => void;
		oncancel: () => void;
	}
	let { cleaned, numbered, ontake, onasis, oncancel }: Props = $props();
	const changed = $derived(cleaned.filter((line) => line.changes.length > 0));
	const kinds = $derived([...new Set(changed.flatMap((line) => line.changes))]);
	const SHOWN = 60;
	/** Signs that cannot be seen are shown as their numbers. */
	// eslint-disable-next-line no-control-regex -- these are what is shown
	const visible = (text: string) => text.replace(/\t/g, '→').replace(/[\u0000-\u0008\u000B-\u001F\u007F-\u009F\u00AD\u200B-\u200F\u2028-\u202E\u2060-\u2069\uE000\uE001\uFEFF]/g, (sign) => `‹${sign.codePointAt(0)?.toString(16).toUpperCase()}›`);
</script>

<Dialog title={`${counted(cleaned.length)} pasted lines, ${counted(changed.length)} of them cleaned`} onclose={oncancel}>
	<p class="small mt-1">
		Changed: {kinds.join(', ')}. {#if numbered}The numbers in front are taken off; references such as #3 mean the line that had that number, wherever it stands now.{/if}
	</p>
	<div class="rows mt-2">
		<table class="grid-table small">
			<thead><tr><th scope="col">As pasted</th><th scope="col">As it is taken</th><th scope="col">Changed</th></tr></thead>
			<tbody>
				{#each changed.slice(0, SHOWN) as line, at (at)}
					<tr
						><td class="term">{visible(line.before)}</td><td class="term"
							>{#if line.after === ''}<span class="soft">left out</span>{:else}{line.after}{/if}</td
						><td class="soft">{line.changes.join(', ')}</td></tr
					>
				{/each}
			</tbody>
		</table>
		{#if changed.length > SHOWN}<p class="small soft mt-1">and {counted(changed.length - SHOWN)} more lines changed in the same ways</p>{/if}
	</div>
	<p class="mt-3 flex gap-2">
		<button class="do first" onclick={ontake}>Take the cleaned lines</button>
		<button class="do" onclick={onasis}>Take the text as it is</button>
		<button class="do bare" onclick={oncancel}>Take nothing</button>
	</p>
</Dialog>

<style>
	.rows {
		max-height: 50vh;
		overflow: auto;
	}
	.term {
		font-family: 'Atkinson Hyperlegible Mono', monospace;
		overflow-wrap: anywhere;
	}
</style>
