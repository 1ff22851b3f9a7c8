<!-- Help beside the work: searchable, with examples that are counted on the collection. -->
<script lang="ts">
	import Play from '@lucide/svelte/icons/play';
	import X from '@lucide/svelte/icons/x';
	import { useWorkspace } from '$lib/client/context';
	import { records } from '$lib/client/fresh.svelte';
	import { helpFor } from '$lib/client/help';
	import { tryOut } from '$lib/client/trials';

	let { onclose }: { onclose: () => void } = $props();
	const { enquiry } = useWorkspace();
	let search = $state('');
	const sections = $derived(helpFor(search));
	/** What an example retrieves, by its text; null while it is counted. */
	let answers = $state.raw<ReadonlyMap<string, string | null>>(new Map());
	const EXAMPLE = 'help-example';
	async function run(example: string) {
		answers = new Map([...answers, [example, null]]);
		const item = {
			id: EXAMPLE,
			source: example,
			concept: null,
			strand: null,
			role: 'check',
			label: '',
			note: '',
			off: false,
			roleSet: true
		};
		const after = enquiry.document.lines.at(-1)?.id ?? null;
		const said = await tryOut(enquiry, [
			{ name: 'example', edits: [{ do: 'insert', in: ['lines'], item, after }] }
		]).then(
			([result]) => {
				if (!result || result.refused !== undefined) return result?.refused ?? 'It could not be counted.';
				const count = result.lines.find((line) => line.id === EXAMPLE)?.count;
				return count === null || count === undefined
					? 'The vocabulary of this collection does not have it.'
					: records(count);
			},
			(error: unknown) => (error instanceof Error && error.message !== '' ? error.message : 'It could not be counted.')
		);
		answers = new Map([...answers, [example, said]]);
	}
</script>

<div class="flex justify-between items-center">
	<h2>Help</h2>
	<button class="btn hover:preset-tonal" onclick={onclose} aria-label="Close the help" title="Close the help (Alt H)"
		><X size={15} /></button
	>
</div>
<label class="block mt-2"
	><span class="sr-only">Search the help</span><input
		class="input w-full"
		type="search"
		placeholder="Search the help"
		bind:value={search}
		{@attach (input) => input.focus()}
	/></label
>
{#each sections as section (section.title)}
	<h3 class="mt-4">{section.title}</h3>
	<dl class="small mt-1">
		{#each section.items as item (item.name)}
			<div>
				<dt class="line-face">{item.name}</dt>
				<dd>
					{item.text}
					{#if item.example !== undefined}
						{@const example = item.example}
						<span class="block mt-1"
							><button
								class="btn btn-sm preset-outlined-surface-500"
								onclick={() => void run(example)}
								title="Count it on the collection"><Play size={12} /> <span class="line-face">{example}</span></button
							>
							<span role="status" class="tabular-nums"
								>{answers.has(example) ? (answers.get(example) ?? 'counting …') : ''}</span
							></span
						>
					{/if}
				</dd>
			</div>
		{/each}
	</dl>
{:else}
	<p class="soft mt-4">
		Nothing in the help has all of these words. Try a single word, such as “wildcard” or “phrase”.
	</p>
{/each}

<style>
	dl > div {
		padding: 5px 0;
		border-bottom: 1px solid var(--rule);
	}
	dt {
		font-weight: 600;
	}
</style>
