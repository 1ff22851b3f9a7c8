<!-- Proving ground: known works found or missed, by the concept that loses them, with the terms that would bring them back. -->
<script lang="ts">
	import { tick } from 'svelte';
	import Ship from '@lucide/svelte/icons/ship';
	import { conceptLetter } from '@wide-lantern/core/editor';
	import { useWorkspace } from '$lib/client/context';
	import { count as countOf, formatCount } from '$lib/client/fresh.svelte';
	import { missedGroups, ProvingGround, sensitivityRows, shareText } from '$lib/client/proving.svelte';
	import MissedWork from '$lib/ui/proving/MissedWork.svelte';

	const { enquiry } = useWorkspace();
	const ground = new ProvingGround(enquiry);
	$effect(() => ground.ask());
	const proving = $derived(ground.value);
	const found = $derived(proving?.works.filter((work) => work.found) ?? []);
	const groups = $derived(proving ? missedGroups(proving, enquiry.document) : []);
	const conceptAt = (id: string) => enquiry.document.concepts.findIndex((concept) => concept.id === id);
	const rows = $derived(
		proving ? sensitivityRows(proving, (id) => enquiry.document.concepts[conceptAt(id)]?.name || 'A concept') : []
	);
	const whole = $derived(rows[0]);
	const absent = $derived(
		(proving?.absent ?? []).map(
			(id) => enquiry.document.articles.find((article) => article.id === id)?.citation || 'an article without a title'
		)
	);
	/** Works of a list that are shown. */
	const SHOWN = 200;
	let said = $state('');
	let missed = $state<HTMLElement>();
	/** True after a term was added by key: the works that it brings back go, and the focus goes on to the next one. */
	let goingOn = false;
	$effect(() => {
		void ground.value;
		if (!goingOn) return;
		void tick().then(() => {
			if (document.activeElement === document.body)
				(missed?.querySelector<HTMLElement>('button:enabled') ?? missed?.querySelector('h2'))?.focus();
		});
	});
	function kept(text: string) {
		said = text;
		goingOn = true;
	}
</script>

<h1>Proving ground</h1>
<p class="soft mt-1">
	Whether the strategy finds what it must: the known articles and the records that you judged relevant. For each one
	that is missed, the concept that loses it and the words of its own that would bring it back.
</p>
{#if ground.failed}<p class="say fault mt-3" role="alert">{ground.failed}</p>{/if}
{#if said}<p class="say note small mt-3" role="status">{said}</p>{/if}
{#if !proving}<p class="soft mt-4">Looking for the known works …</p>
{:else if proving.collection === null}
	<p class="say mt-4">
		No collection is chosen, or it is still being indexed. Choose one in the <a href="/enquiries/{enquiry.id}/brief"
			>brief</a
		>, or <a href="/enquiries/{enquiry.id}/records">import records</a> and count on them.
	</p>
{:else if proving.final === null}
	<p class="say mt-4">
		The result is not counted at the moment: the <a href="/enquiries/{enquiry.id}/strategy">strategy</a> has no line that
		combines the concepts yet, or one that it uses cannot be read.
	</p>
{:else if proving.works.length === 0}
	<p class="say mt-4">
		{#if proving.absent.length > 0}{countOf(proving.absent.length, 'known article')}
			{proving.absent.length === 1 ? 'is' : 'are'} named, and {proving.collection} holds none of them.{:else}No known
			article is named yet, and no record is judged relevant.{/if}
		Name articles that the search must find in the <a href="/enquiries/{enquiry.id}/brief">brief</a>, or judge records
		of the
		<a href="/enquiries/{enquiry.id}/strategy">strategy</a>: here you see which of them it misses, and why.
	</p>
{:else}
	<!-- svelte-ignore a11y_no_static_element_interactions -->
	<div class:dim={ground.isOld} onpointerdown={() => (goingOn = false)}>
		<p class="mt-4 lead">
			<Ship size={16} class="inline" /> Line {proving.final} retrieves
			<strong>{formatCount(found.length)} of {countOf(proving.works.length, 'known work')}</strong>
			in {proving.collection}{#if whole}: {shareText(whole.found)}{/if}.
		</p>
		<section class="mt-4" aria-label="Missed" bind:this={missed}>
			<h2 tabindex="-1">Missed</h2>
			{#each groups as group (group.works[0]?.record.id)}
				<section class="group mt-3" aria-label="Missed by {group.names.map(({ name }) => name).join(' and ')}">
					<h3>
						{#each group.names as side, at (at)}{at > 0 ? ' and ' : ''}{#if side.letter}<strong
									style:color="var(--hue-{side.hue % 6})">{side.letter}</strong
								>{/if}
							{side.name}{/each}
						<span class="soft small"
							>{group.names.some(({ out }) => out) ? 'removes' : group.names.length > 1 ? 'lose' : 'loses'}
							{countOf(group.works.length, 'known work')}</span
						>
					</h3>
					<ul class="grid gap-3 mt-2">
						{#each group.works.slice(0, SHOWN) as work (work.record.id)}<li>
								<MissedWork {work} {proving} {ground} editable={enquiry.editable} onkept={kept} />
							</li>{/each}
					</ul>
					{#if group.works.length > SHOWN}<p class="small soft mt-1">
							and {formatCount(group.works.length - SHOWN)} more
						</p>{/if}
				</section>
			{:else}<p class="say mt-2">Every known work that {proving.collection} holds is retrieved.</p>{/each}
			{#if absent.length > 0}
				<details class="mt-3">
					<summary
						>{countOf(absent.length, 'known article')} not in {proving.collection}: {absent.length === 1
							? 'it cannot be found here and is'
							: 'they cannot be found here and are'} not counted as missed</summary
					>
					<ul class="small mt-1 list">
						{#each absent as title, at (at)}<li>{title}</li>{/each}
					</ul>
				</details>
			{/if}
		</section>
		<section class="mt-5" aria-label="Sensitivity">
			<h2>Share of the known works that is retrieved</h2>
			<table class="table mt-2 stacked">
				<thead
					><tr
						><th scope="col" class="w-[40%]">Of</th><th scope="col" class="text-right">Retrieved</th><th
							scope="col"
							class="text-right">Known</th
						><th scope="col" class="text-right">Share, with its 95 % interval</th></tr
					></thead
				>
				<tbody>
					{#each rows as row, at (at)}
						{@const place = row.concept === null ? -1 : conceptAt(row.concept)}
						<tr>
							<td
								>{#if place >= 0}<strong style:color="var(--hue-{place % 6})">{conceptLetter(place)}</strong
									>&ensp;{/if}{row.name}</td
							>
							<td data-label="Retrieved" class="text-right tabular-nums">{formatCount(row.found.part)}</td>
							<td data-label="Known" class="text-right tabular-nums">{formatCount(row.found.of)}</td>
							<td data-label="Share" class="text-right tabular-nums">{shareText(row.found)}</td>
						</tr>
					{/each}
				</tbody>
			</table>
			<p class="small soft mt-2">
				Intervals are Wilson’s and assume a random sample. Known articles are not a random sample: they are the ones
				that somebody knew, and are often easier to find than the rest, so the true share may well be lower.
			</p>
		</section>
		<details class="mt-5">
			<summary>{countOf(found.length, 'known work')} retrieved</summary>
			<ul class="small mt-2 list">
				{#each found.slice(0, SHOWN) as { record } (record.id)}<li>
						{record.title}{record.year === null ? '' : `, ${record.year}`}
					</li>{/each}
			</ul>
			{#if found.length > SHOWN}<p class="small soft mt-1">and {formatCount(found.length - SHOWN)} more</p>{/if}
		</details>
	</div>
{/if}

<style>
	.dim {
		opacity: 0.5;
	}
	.lead {
		font-size: 1.125rem;
	}
	.group {
		border-left: 3px solid var(--edge);
		padding-left: 12px;
	}
	.list {
		list-style: disc;
		padding-left: 1.4em;
	}
	summary {
		cursor: pointer;
		min-height: 24px;
	}
</style>
