<script lang="ts">
	import { onMount } from 'svelte';
	import { format } from 'date-fns';
	import ClipboardCopy from '@lucide/svelte/icons/clipboard-copy';
	import X from '@lucide/svelte/icons/x';
	import { takeBench } from '$lib/work/context';
	import { newId } from '$lib/work/new-id';
	import { Fresh } from '$lib/work/fresh.svelte';

	interface Note {
		readonly kind: string;
		readonly piece: string;
		readonly message: string;
		readonly next: string;
	}
	interface Rendered {
		readonly id: string;
		readonly number: number;
		readonly written: number | null;
		readonly text: string;
		readonly gap: boolean;
		readonly notes: readonly Note[];
	}
	interface One {
		readonly profile: { readonly id: string; readonly name: string; readonly version: number; readonly source: string; readonly platform: string; readonly oneString: boolean };
		readonly rendering: { readonly lines: readonly Rendered[]; readonly whole: string; readonly gaps: number };
	}

	const { enquiry, profiles, personName } = takeBench();
	const document = $derived(enquiry.document);
	const fresh = new Fresh<{ revision: number; lines: readonly { id: string; number: number; text: string }[]; renderings: readonly One[] }>(`/api/v1/enquiries/${enquiry.id}/renderings`);
	let alone = $state<string | null>(null);
	let copied = $state('');
	let reasons = $state<Record<string, string>>({});

	onMount(() => () => fresh.stop());
	$effect(() => {
		void enquiry.revision;
		void fresh.ask();
	});
	const old = $derived((fresh.value?.revision ?? -1) < enquiry.revision);
	const shown = $derived(fresh.value?.renderings.filter((one) => alone === null || one.profile.id === alone) ?? []);
	const free = $derived(profiles.filter((profile) => !document.renderings.some((one) => one.profile === profile.id)));
	const ORDER: Record<string, number> = { narrowed: 0, 'to decide': 1, widened: 2, 'by hand': 3, decided: 4, adjusted: 5 };

	async function copy(text: string, what: string) {
		try {
			await navigator.clipboard.writeText(text);
			copied = `${what} copied.`;
		} catch {
			copied = 'The browser did not allow copying; select the text and copy it by hand.';
		}
		setTimeout(() => (copied = ''), 4_000);
	}
	function leaveOut(profile: string, piece: string, key: string) {
		const rendering = document.renderings.find((one) => one.profile === profile);
		const why = (reasons[key] ?? '').trim();
		if (!rendering || why === '') return;
		enquiry.edit('leave a piece out', [{ do: 'insert', in: ['renderings', rendering.id, 'leftOut'], item: { id: newId(), piece, why, by: personName, on: format(new Date(), 'yyyy-MM-dd') }, after: rendering.leftOut.at(-1)?.id ?? null }]);
	}
	const isHeading = (piece: string) => /^\{.*\}$/.test(piece);
</script>

<div class="flex flex-wrap items-center gap-2">
	<h1 class="mr-4">Renderings</h1>
	{#each fresh.value?.renderings ?? [] as one (one.profile.id)}
		<span class="platform" role="group" aria-label={one.profile.source}>
			{one.profile.source}
			<button class="do bare" aria-pressed={alone === one.profile.id} class:first={alone === one.profile.id} onclick={() => (alone = alone === one.profile.id ? null : one.profile.id)}>Alone</button>
			<button class="do bare" onclick={() => void copy(one.rendering.whole, one.profile.source)} disabled={one.rendering.gaps > 0} title={one.rendering.gaps > 0 ? 'Decide on what cannot be written first' : 'Copy all of it as plain text'}
				><ClipboardCopy size={15} /> Copy whole</button
			>
		</span>
	{/each}
	{#if enquiry.editable && free.length > 0}
		<label
			><span class="sr">Write it for another platform</span>
			<select
				class="ask"
				value=""
				onchange={(event) => {
					const profile = event.currentTarget.value;
					if (profile) enquiry.edit('add a rendering', [{ do: 'insert', in: ['renderings'], item: { id: newId(), profile, first: 1, leftOut: [] }, after: document.renderings.at(-1)?.id ?? null }]);
					event.currentTarget.value = '';
				}}
			>
				<option value="">Add a platform …</option>{#each free as profile (profile.id)}<option value={profile.id}>{profile.name}</option>{/each}
			</select>
		</label>
	{/if}
	<span class="small soft" role="status">{copied}</span>
</div>
{#if fresh.failed}<p class="say mt-2" role="status">{fresh.failed}</p>{/if}
{#if document.renderings.length === 0}
	<p class="say mt-4 max-w-2xl">Here the strategy stands in each platform’s own syntax, line under line, with a note wherever the meaning changes. Add the platform of one of your sources{free[0] ? `, for example ${free[0].name}` : ''}.</p>
{:else if document.lines.length === 0}
	<p class="say mt-4 max-w-2xl">The strategy has no lines yet, so there is nothing to write. <a href="/enquiries/{enquiry.id}/strategy">Begin it on the sheet.</a></p>
{/if}

<div class="score mt-4" class:dim={old}>
	{#each document.lines.length > 0 ? (fresh.value?.lines ?? []) : [] as line (line.id)}
		<section aria-label="Line {line.number}">
			<p class="own line-face"><span class="number soft">{line.number}</span>{line.text}</p>
			{#each shown as one, at (one.profile.id)}
				{@const rendered = one.rendering.lines.find((other) => other.id === line.id)}
				{#if rendered}
					<div class="stave">
						<p class="line-face there" class:gap={rendered.gap}>
							<span class="source small soft"
								>{one.profile.source}{#if rendered.written !== null && !rendered.gap}<button class="do bare" aria-label="Copy line {line.number} for {one.profile.source}" onclick={() => void copy(rendered.text, `Line ${line.number}`)}
										><ClipboardCopy size={13} /></button
									>{/if}</span
							>
							<span class="number">{one.profile.oneString ? '' : (rendered.written ?? '')}</span>
							{#if rendered.written === null}<span class="soft">not written</span>{:else}<span>{rendered.text}</span>{/if}
						</p>
						<ul class="notes small">
							{#each [...rendered.notes].sort((a, b) => (ORDER[a.kind] ?? 9) - (ORDER[b.kind] ?? 9)) as note, index (index)}
								{@const key = `${one.profile.id}:${note.piece}`}
								<li class="note {note.kind.replace(' ', '-')}">
									<strong>{note.kind}</strong>
									{note.message}
									{#if note.kind !== 'adjusted' && note.kind !== 'decided'}<span class="soft">{note.next}</span>{/if}
									{#if note.kind === 'to decide' && enquiry.editable}
										<span class="flex flex-wrap gap-1 mt-1">
											<input class="ask" style="width: 12rem" placeholder="Left out because …" aria-label="Reason for leaving {note.piece} out" bind:value={reasons[key]} />
											<button class="do" disabled={(reasons[key] ?? '').trim() === ''} onclick={() => leaveOut(one.profile.id, note.piece, key)}>Leave out</button>
											{#if isHeading(note.piece) && /has no headings/.test(note.message)}<button class="do" disabled={(reasons[key] ?? '').trim() === ''} onclick={() => leaveOut(one.profile.id, '{*}', key)}>Leave all headings out</button>{/if}
										</span>
									{/if}
								</li>
							{/each}
						</ul>
					</div>
				{/if}
				{#if at < shown.length - 1}<hr class="thin" />{/if}
			{/each}
		</section>
	{/each}
</div>

{#each shown.filter((one) => one.profile.oneString) as one (one.profile.id)}
	{#if document.lines.length > 0}
		<section class="mt-6">
			<h2>{one.profile.source}: all of it as one string</h2>
			<!-- svelte-ignore a11y_no_noninteractive_tabindex (what scrolls must be reachable by keyboard) -->
			<p class="line-face whole mt-1" tabindex="0" role="region" aria-label="{one.profile.source} as one string">{one.rendering.whole}</p>
		</section>
	{/if}
{/each}

{#if document.renderings.length > 0}
	<section class="mt-8">
		<h2>How they are written</h2>
		<table class="grid-table mt-1">
			<thead><tr><th scope="col">Profile</th><th scope="col">First number there</th><th scope="col">Decisions</th><th scope="col"><span class="sr">Take out</span></th></tr></thead>
			<tbody>
				{#each document.renderings as rendering (rendering.id)}
					<tr>
						<td>{profiles.find((one) => one.id === rendering.profile)?.name ?? rendering.profile}</td>
						<td class="w-32"
							><input
								class="ask"
								type="number"
								min="1"
								max="100000"
								aria-label="First line number"
								value={rendering.first}
								disabled={!enquiry.editable}
								onchange={(event) => {
									const first = Number(event.currentTarget.value);
									if (Number.isInteger(first) && first >= 1 && first <= 100_000) enquiry.set(['renderings', rendering.id, 'first'], first, 'first number');
									else event.currentTarget.value = String(rendering.first);
								}}
							/></td
						>
						<td
							><ul class="small">
								{#each rendering.leftOut as decision (decision.id)}<li>
										<span class="line-face">{decision.piece === '{*}' ? 'all headings' : decision.piece}</span> left out: {decision.why} <span class="soft">({decision.by}, {decision.on})</span>{#if enquiry.editable}<button
												class="do bare"
												aria-label="Take the decision back"
												onclick={() => enquiry.edit('take a decision back', [{ do: 'remove', at: ['renderings', rendering.id, 'leftOut', decision.id] }])}><X size={13} /></button
											>{/if}
									</li>{:else}<li class="soft">none</li>{/each}
							</ul></td
						>
						<td
							>{#if enquiry.editable}<button class="do bare" aria-label="Take this rendering out" onclick={() => enquiry.edit('take out a rendering', [{ do: 'remove', at: ['renderings', rendering.id] }])}><X size={15} /></button>{/if}</td
						>
					</tr>
				{/each}
			</tbody>
		</table>
	</section>
{/if}

<style>
	.score section {
		border-top: 1px solid var(--rule);
		padding: 10px 0;
	}
	.own {
		font-weight: 600;
		display: grid;
		grid-template-columns: 2.2rem 1fr;
	}
	.stave {
		display: grid;
		grid-template-columns: minmax(0, 1fr) 17rem;
		gap: 16px;
		margin-top: 6px;
	}
	.platform {
		display: inline-flex;
		align-items: center;
		gap: 4px;
		border: 1px solid var(--rule);
		border-radius: 4px;
		padding: 1px 4px 1px 10px;
	}
	.there {
		align-content: start;
		display: grid;
		grid-template-columns: 2.2rem 1fr;
		overflow-wrap: anywhere;
		color: var(--ink);
	}
	.there .number {
		color: var(--soft);
	}
	.there .source {
		grid-column: 2;
		font-family: 'Atkinson Hyperlegible Next', sans-serif;
	}
	.there.gap {
		text-decoration: underline wavy var(--fault) 1px;
		text-underline-offset: 4px;
	}
	.thin {
		border: none;
		border-top: 1px dotted var(--rule);
		margin: 6px 0 0 2.2rem;
	}
	.notes li {
		border-left: 3px solid var(--rule);
		padding: 0 8px;
		margin-bottom: 6px;
	}
	.notes .narrowed {
		border-left: 6px solid var(--fault);
		background: var(--wash);
	}
	.notes .narrowed strong {
		color: var(--fault);
		font-size: 15px;
	}
	.notes .to-decide {
		border-left-color: var(--fault);
	}
	.notes .widened {
		border-left-color: var(--note);
	}
	.notes .adjusted {
		color: var(--soft);
	}
	.whole {
		overflow-wrap: anywhere;
		background: var(--sheet);
		border: 1px solid var(--rule);
		padding: 8px;
		max-height: 16rem;
		overflow-y: auto;
	}
	@media (max-width: 1100px) {
		.stave {
			grid-template-columns: minmax(0, 1fr);
		}
	}
</style>
