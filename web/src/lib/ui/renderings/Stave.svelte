<!-- A line of the strategy as it is written for one source: its text, what was decided there, its notes. -->
<script lang="ts">
	import ClipboardCopy from '@lucide/svelte/icons/clipboard-copy';
	import Pencil from '@lucide/svelte/icons/pencil';
	import type { RenderedLine } from '@wide-lantern/core/editor';
	import { orderedNotes, quietNotes } from '$lib/client/rendering-notes';
	import type { Renderings } from '$lib/client/renderings.svelte';
	import type { ShownRendering } from '$lib/contract/platforms';
	import { useWorkspace } from '$lib/client/context';
	import { dayAndTime, formatCount } from '$lib/client/fresh.svelte';
	import OwnLines from './OwnLines.svelte';
	import RenderingNote from './RenderingNote.svelte';

	interface Props {
		renderings: Renderings;
		rendering: ShownRendering;
		rendered: RenderedLine;
		/** The strategy's line that it is written from, or stands below. */
		line: { readonly id: string; readonly number: number; readonly text: string };
		/** The line and profile that are being changed, on the whole screen. */
		changing: string | null;
	}
	let { renderings, rendering, rendered, line, changing = $bindable() }: Props = $props();
	const { enquiry } = useWorkspace();
	const stored = $derived(renderings.storedOf(rendering));
	const since = $derived(renderings.changedSince(rendering, rendered));
	const count = $derived(renderings.countAtSource(rendering, rendered));
	const alone = $derived(renderings.alone !== null);
	const key = $derived(`${rendering.profile.id} ${line.id}`);
</script>

<div class="stave">
	<div class="line-face there">
		<span class="source small soft"
			>{rendering.profile.source}{rendered.number === 0 ? ' (this source only)' : ''}
			{#if rendered.written !== null && !rendered.gap}<button
					class="btn hover:preset-tonal"
					aria-label="Copy line {line.number} for {rendering.profile.source}"
					onclick={() => void renderings.copy(rendered.text, `Line ${line.number}`)}><ClipboardCopy size={13} /></button
				>{/if}
			{#if enquiry.editable && rendered.number !== 0}<button
					class="btn hover:preset-tonal"
					aria-label="Change line {line.number} for {rendering.profile.source} alone"
					aria-expanded={changing === key}
					onclick={() => (changing = changing === key ? null : key)}><Pencil size={13} /></button
				>{/if}
			{#if since}<span class="since">changed since it was {since.how === 'copied' ? 'copied' : 'run'}</span>{/if}
		</span>
		{#each rendered.parts as part (part.written)}<span class="number">{part.written}</span><span>{part.text}</span
			>{/each}
		<span class="number">{rendering.profile.oneString ? '' : (rendered.written ?? '')}</span>
		{#if rendered.written === null}<span class="soft">not written</span>{:else}<span
				><span class:gap={rendered.gap}>{rendered.text}</span>{#if count !== null}<span
						class="count small there-count"
						title="Records at {rendering.profile.source}, {dayAndTime(renderings.lastRun(rendering)?.on ?? '')}"
						>{formatCount(count)}</span
					>{/if}</span
			>{/if}
	</div>
	<ul class="notes small">
		{#if rendered.own && stored}
			<li class="mine">
				<strong
					>{{ add: 'added here', replace: 'replaced here', skip: 'left out here', text: 'by hand' }[
						rendered.own.do
					]}</strong
				>
				{rendered.own.why}
				<span class="soft">({rendered.own.by}, {rendered.own.on})</span>{#if rendered.own.changed}<strong
						class="narrowed"
					>
						The strategy’s line has changed since.</strong
					>{/if}
				{#if enquiry.editable}<button
						class="btn btn-sm hover:preset-tonal"
						onclick={() =>
							enquiry.edit('undo a change of one rendering', [
								{ do: 'remove', at: ['renderings', stored.id, 'own', rendered.own?.line ?? ''] }
							])}>Undo this</button
					>{/if}
			</li>
		{/if}
		{#each orderedNotes(rendered, alone) as [key, note] (key)}
			{#if stored}<RenderingNote {note} rendering={stored.id} short={!alone} mapped={() => renderings.refresh()} />{/if}
		{/each}
		{#if rendered.examples?.lost}<li class="soft quiet">
				Missed here, for example: {rendered.examples.lost.title}
				<span class="small">({rendered.examples.lost.id})</span>
			</li>{/if}
		{#if rendered.examples?.gained}<li class="soft quiet">
				Found only here, for example: {rendered.examples.gained.title}
				<span class="small">({rendered.examples.gained.id})</span>
			</li>{/if}
		{#if !alone && rendered.notes.some((note) => note.kind === 'decided' || note.kind === 'adjusted')}<li
				class="soft quiet"
			>
				{quietNotes(rendered)}
			</li>{/if}
	</ul>
</div>
{#if stored && changing === key && rendered.number !== 0}<OwnLines
		line={rendered}
		rendering={stored.id}
		text={line.text}
		onclose={() => (changing = null)}
	/>{/if}

<style>
	.stave {
		display: grid;
		grid-template-columns: minmax(0, 1fr) 19rem;
		gap: 16px;
		margin-top: 6px;
		padding-top: 4px;
	}
	:global(.stave) + .stave {
		border-top: 1px dotted var(--rule);
	}
	.there {
		align-content: start;
		display: grid;
		grid-template-columns: 2.2rem minmax(0, 1fr);
		overflow-wrap: anywhere;
		color: var(--ink);
	}
	.there .number {
		color: var(--soft);
		grid-column: 1;
	}
	.there .source {
		grid-column: 2;
		font-family: 'Atkinson Hyperlegible Next', sans-serif;
		display: flex;
		align-items: center;
		gap: 2px;
	}
	.since {
		margin-left: 8px;
		font-style: italic;
		color: var(--ink);
	}
	.there-count {
		margin-left: 12px;
	}
	.gap {
		text-decoration: underline wavy var(--fault) 1px;
		text-underline-offset: 4px;
	}
	.quiet {
		padding: 0 11px;
	}
	.mine {
		border-left: 3px solid var(--ink);
		padding: 0 8px;
		margin-bottom: 6px;
	}
	.narrowed {
		color: var(--fault);
		font-weight: 600;
	}
	@media (max-width: 1100px) {
		.stave {
			grid-template-columns: minmax(0, 1fr);
		}
	}
</style>
