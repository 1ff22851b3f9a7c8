<!-- Every piece of the interface, by day and by night, in all its states: for developers. -->
<script lang="ts">
	import Power from '@lucide/svelte/icons/power';
	import Trash2 from '@lucide/svelte/icons/trash-2';
	import Count from '$lib/ui/Count.svelte';
	import Dialog from '$lib/ui/Dialog.svelte';
	import FileField from '$lib/ui/FileField.svelte';
	import HintedButton from '$lib/ui/HintedButton.svelte';
	import JobProgress from '$lib/ui/JobProgress.svelte';
	import LitText from '$lib/ui/LitText.svelte';
	import Pages from '$lib/ui/Pages.svelte';
	import Plain from '$lib/ui/Plain.svelte';
	import Segments from '$lib/ui/Segments.svelte';

	const MODES = ['light', 'dark'] as const;
	const BUTTONS = [
		['the next step', 'preset-filled'],
		['another action', 'preset-outlined-surface-500'],
		['a quiet action', 'hover:preset-tonal']
	] as const;
	let reach = $state<'this' | 'narrower' | 'picked'>('narrower');
	let page = $state(3);
	let file = $state.raw<File | null>(null);
	let shown = $state(false);
</script>

<svelte:head><title>Kit · Wide Lantern</title></svelte:head>
<Plain>
	<h1>Kit</h1>
	<p class="soft">
		Every piece that screens are made of, in both themes. Controls are Skeleton’s; what is ours is named so below.
	</p>
	{#each MODES as mode (mode)}
		<section class="mode mt-6 p-6" data-mode={mode} aria-label="{mode === 'light' ? 'Day' : 'Night'}: all pieces">
			<h2>{mode === 'light' ? 'Day' : 'Night'}</h2>
			<h3 class="mt-4">Buttons</h3>
			{#each ['', 'btn-sm'] as size (size)}
				<p class="mt-2 flex flex-wrap gap-2 items-center">
					{#each BUTTONS as [name, preset] (name)}
						<button class="btn {size} {preset}">{name}</button>
						<button class="btn {size} {preset}" disabled>{name}, not now</button>
					{/each}
				</p>
			{/each}
			<p class="mt-2 flex flex-wrap gap-2 items-center">
				<button class="btn hover:preset-tonal" aria-label="Remove it"><Trash2 size={15} /></button>
				<HintedButton
					hint="Says on hovering and on focus what it does"
					keys="Alt S"
					label="Hinted"
					onclick={() => undefined}><Power size={15} /></HintedButton
				>
				<button class="btn preset-outlined-surface-500" onclick={() => (shown = true)}>Open a dialog</button>
				<a href="#fields-{mode}">A link</a>
			</p>
			<h3 class="mt-4" id="fields-{mode}">Fields</h3>
			<div class="mt-2 grid grid-cols-1 gap-3 sm:grid-cols-2">
				<label><span class="label-text">One row</span><input class="input" value="typed" /></label>
				<label><span class="label-text">Empty</span><input class="input" placeholder="What belongs here" /></label>
				<label
					><span class="label-text">In the notation</span><input
						class="input line-face"
						value="light* OR lamp*"
					/></label
				>
				<label><span class="label-text">Not now</span><input class="input" value="typed" disabled /></label>
				<label><span class="label-text">Several rows</span><textarea class="textarea" rows="2">typed</textarea></label>
				<label
					><span class="label-text">Several rows, read only</span><textarea class="textarea" rows="2" readonly
						>typed</textarea
					></label
				>
				<label
					><span class="label-text">One of many</span><select class="select"
						><option>the first</option><option>the second</option></select
					></label
				>
				<label
					><span class="label-text">Like the page (ours)</span><input
						class="inplace"
						value="reads like text until one writes in it"
					/></label
				>
				<div class="flex gap-4">
					<label class="flex gap-2 items-center"><input class="checkbox" type="checkbox" checked /> ticked</label>
					<label class="flex gap-2 items-center"><input class="checkbox" type="checkbox" /> not ticked</label>
					<label class="flex gap-2 items-center"
						><input class="radio" type="radio" name="one-{mode}" checked /> one</label
					>
					<label class="flex gap-2 items-center"><input class="radio" type="radio" name="one-{mode}" /> other</label>
				</div>
				<FileField label="A file" endings={['.ttl', '.csv']} {file} choose={(chosen) => (file = chosen)} />
			</div>
			<div class="mt-3">
				<Segments
					label="Two or three in sight"
					showLabel
					options={[
						['this', 'This one'],
						['narrower', 'With narrower'],
						['picked', 'Hand-picked']
					]}
					value={reach}
					choose={(value) => (reach = value)}
				/>
			</div>
			<h3 class="mt-4">Tables and pages</h3>
			<table class="table mt-2 max-w-xl">
				<thead><tr><th scope="col">Line</th><th scope="col" class="text-right">Records</th></tr></thead>
				<tbody>
					<tr><td>light*</td><td class="text-right"><Count value={12345} most={20000} /></td></tr>
					<tr><td>lamp* WITHIN/3 night</td><td class="text-right"><Count value={0} most={20000} /></td></tr>
				</tbody>
			</table>
			<Pages label="Pages of nothing" total={1234} pageSize={20} {page} turn={(to) => (page = to)} />
			<h3 class="mt-4">Messages (ours)</h3>
			<p class="say mt-2">Something happened.</p>
			<p class="say note mt-2">Something is to be looked at.</p>
			<p class="say fault mt-2">Something failed: what happened, what was kept, what to do.</p>
			<h3 class="mt-4">Work under way</h3>
			<JobProgress text="Reading record 4 000 of 12 000" share={0.33} oncancel={() => undefined} />
			<JobProgress text="Asking the source" share={null} note="It goes on if you leave this page." />
			<h3 class="mt-4">Terms, concepts, records (ours)</h3>
			<p class="mt-2 flex flex-wrap gap-2 items-center">
				{#each ['A', 'B', 'C', 'D', 'E', 'F'] as letter, hue (letter)}<span
						class="hue-letter"
						style:--hue="var(--hue-{hue})">{letter}</span
					>{/each}
				<span class="chip-term heading" style:--hue="var(--hue-1)">A heading &gt;</span>
				<span class="chip-term line-face">word*</span>
				<span class="log-track"><span class="log-bar" style:width="60%"></span></span>
			</p>
			<p class="mt-2">
				<LitText
					stretches={[
						{ text: 'bright', lit: true, asking: null },
						{ text: ' ', lit: false, asking: null },
						{ text: 'light', lit: true, asking: { letters: 'B', hue: 1 } },
						{ text: ' and the sleep of ', lit: false, asking: null },
						{ text: 'adults', lit: true, asking: { letters: 'AC', hue: 0 } }
					]}
				/>
			</p>
		</section>
	{/each}
	{#if shown}<Dialog title="A dialog" onclose={() => (shown = false)}>
			<p>What was begun in it is not lost by a click beside it; Escape closes it.</p>
			<p class="mt-3"><button class="btn preset-filled" onclick={() => (shown = false)}>Close</button></p>
		</Dialog>{/if}
</Plain>

<style>
	.mode {
		background: var(--paper);
		color: var(--ink);
		border: 1px solid var(--rule);
	}
</style>
