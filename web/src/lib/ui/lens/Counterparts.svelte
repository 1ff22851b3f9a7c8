<!-- What one other vocabulary calls a heading: decisions first, then suggestions with their evidence; each can be opened, taken and confirmed. -->
<script lang="ts">
	import type { MappingKind } from '$lib/contract/crosswalks';
	import Check from '@lucide/svelte/icons/check';
	import { counterpartsOf, decide, evidenceText, KINDS } from '$lib/client/counterparts';

	interface Props {
		vocabulary: string;
		heading: string;
		/** The other vocabulary. */
		to: { readonly id: string; readonly name: string };
		/** Opens one of the other vocabulary's headings. */
		open: (heading: string) => void;
		editable: boolean;
	}
	let { vocabulary, heading, to, open, editable }: Props = $props();
	let turn = $state(0);
	const asked = $derived.by(() => {
		void turn;
		return counterpartsOf(vocabulary, heading, to.id);
	});
	let kind = $state<MappingKind>('exact');
	let chosen = $state<readonly string[]>([]);
	let reason = $state('');
	let deciding = $state(false);
	let said = $state<string | null>(null);
	const needed = $derived(kind === 'none' ? reason.trim().length >= 3 : chosen.length >= (kind === 'two' ? 2 : 1));

	function begin(target: string | null) {
		deciding = true;
		said = null;
		chosen = target === null ? [] : [target];
		kind = target === null ? 'none' : 'exact';
	}
	async function save(seen: number | null) {
		said = await decide(vocabulary, heading, to.id, {
			kind,
			targets: kind === 'none' ? [] : chosen,
			reason: reason.trim(),
			seen
		});
		if (said !== null) return;
		deciding = false;
		reason = '';
		turn++;
	}
</script>

<section class="mt-3" aria-label="In {to.name}">
	<h3>{to.name}</h3>
	{#await asked}
		<p class="small soft">Comparing the two vocabularies …</p>
	{:then found}
		{@const decided = found.decisions[0]}
		{#if decided}
			<p class="mt-1">
				<Check size={14} class="inline" />
				{#if decided.kind === 'none'}No heading fits there.{:else}{#each decided.targets as target, at (target.id)}{at >
						0
							? ' OR '
							: ''}<button class="link" onclick={() => open(target.id)}>{target.label}</button>{/each}
					<span class="small soft">· {KINDS[decided.kind]}</span>{/if}
				<span class="small soft block">{decided.by}, {decided.on}{decided.reason ? `: ${decided.reason}` : ''}</span>
			</p>
		{/if}
		<ul class="mt-1">
			{#each found.suggestions.slice(0, deciding ? 8 : 3) as one (one.id)}
				{#if deciding || !decided?.targets.some((target) => target.id === one.id)}
					<li class="one">
						{#if deciding && kind !== 'none'}<input
								class="checkbox"
								type="checkbox"
								aria-label="Name {one.label}"
								checked={chosen.includes(one.id)}
								onchange={(event) =>
									(chosen = event.currentTarget.checked ? [...chosen, one.id] : chosen.filter((id) => id !== one.id))}
							/>{/if}
						<div class="grow">
							<button class="link" onclick={() => open(one.id)} title={one.scopeNote}>{one.label}</button
							>{#if one.narrower > 0}<span class="small soft">&nbsp;· {one.narrower} below</span>{/if}
							<span class="small soft block">{one.evidence.map(evidenceText).join('; ')}</span>
						</div>
						{#if editable && !deciding}<button class="btn btn-sm hover:preset-tonal" onclick={() => begin(one.id)}
								>Confirm …</button
							>{/if}
					</li>
				{/if}
			{:else}
				<li class="small soft">
					Nothing in the two vocabularies or in works that both hold points to a heading there.
				</li>
			{/each}
		</ul>
		{#if deciding}
			<form
				class="decide"
				onsubmit={(event) => {
					event.preventDefault();
					void save(decided?.number ?? null);
				}}
			>
				<label
					>How they relate <select class="select" bind:value={kind}
						>{#each Object.entries(KINDS) as [value, name] (value)}<option {value}>{name}</option>{/each}</select
					></label
				>
				<label
					>Reason{kind === 'none' ? '' : ' (if one is needed)'}
					<input
						class="input"
						bind:value={reason}
						maxlength="2000"
						placeholder={kind === 'none' ? 'Why text words must do' : ''}
					/></label
				>
				{#if said}<p class="say fault small" role="alert">{said}</p>{/if}
				<p class="flex gap-2">
					<button class="btn preset-filled" disabled={!needed}>Keep this decision</button><button
						type="button"
						class="btn preset-outlined-surface-500"
						onclick={() => (deciding = false)}>Cancel</button
					>
				</p>
			</form>
		{:else if editable}
			<button class="btn btn-sm hover:preset-tonal" onclick={() => begin(null)}>Nothing there fits …</button>
		{/if}
	{:catch error}
		<p class="say fault small" role="alert">
			{error instanceof Error ? error.message : 'The other vocabulary could not be asked.'}
		</p>
	{/await}
</section>

<style>
	.link {
		color: var(--link);
		cursor: pointer;
		min-height: 24px;
		text-align: left;
	}
	.link:hover {
		text-decoration: underline;
		text-underline-offset: 2px;
	}
	.one {
		display: flex;
		gap: 8px;
		align-items: start;
		padding: 3px 0;
		border-bottom: 1px solid var(--rule);
	}
	.grow {
		flex: 1;
		min-width: 0;
	}
	.decide {
		display: grid;
		gap: 8px;
		margin-top: 8px;
		padding: 8px;
		background: var(--wash);
	}
</style>
