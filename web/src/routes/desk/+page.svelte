<script lang="ts">
	import { arrows } from '$lib/ui/arrows';
	import { goto } from '$app/navigation';
	import { reloadData } from '$lib/client/reload-data';
	import { onMount } from 'svelte';
	import { count } from '$lib/client/fresh.svelte';
	import { Desk, DESK_VIEWS, type DeskView } from '$lib/client/desk.svelte';
	import { NewEnquiry } from '$lib/client/new-enquiry.svelte';
	import { differenceInCalendarDays, format, parseISO } from 'date-fns';
	import Archive from '@lucide/svelte/icons/archive';
	import ArchiveRestore from '@lucide/svelte/icons/archive-restore';
	import FileUp from '@lucide/svelte/icons/file-up';
	import { FRAMEWORKS } from '@wide-lantern/core/editor';
	import Plain from '$lib/ui/Plain.svelte';
	import Segments from '$lib/ui/Segments.svelte';

	let { data } = $props();
	const desk = new Desk(
		() => data.enquiries,
		() => reloadData()
	);
	const { shown, last } = $derived(desk);
	const VIEW_NAMES: Readonly<Record<DeskView, string>> = {
		current: 'Current',
		due: 'By due date',
		archived: 'Archived'
	};
	const fresh = new NewEnquiry();
	const { fault, isBusy } = $derived(fresh);
	let question: HTMLTextAreaElement | undefined = $state();
	// On an empty desk there is only one thing to do.
	onMount(() => {
		if (data.enquiries.length === 0) question?.focus();
	});
	async function go(made: Promise<string | null>): Promise<void> {
		const enquiry = await made;
		if (enquiry !== null) await goto(`/enquiries/${enquiry}/brief`);
	}
	function create(event: SubmitEvent) {
		event.preventDefault();
		void go(fresh.begin());
	}
	async function open(event: Event) {
		const input = event.currentTarget as HTMLInputElement;
		const file = input.files?.[0];
		if (file) await go(fresh.import(file));
		input.value = '';
	}
	const due = (date: string) => {
		const days = differenceInCalendarDays(parseISO(date), new Date());
		const when = format(parseISO(date), 'd MMMM yyyy');
		return days < 0
			? `${when}, overdue by ${count(-days, 'day')}`
			: days === 0
				? `${when}, today`
				: `${when}, in ${count(days, 'day')}`;
	};
</script>

<svelte:head><title>Desk · Wide Lantern</title></svelte:head>
<Plain>
	<h1>Desk</h1>
	{#if data.enquiries.length === 0}
		<p class="mt-2 soft">
			Your enquiries will appear here: each is one question with its team and everything made for it. Begin with the
			question below, for example “Does singing with others ease breathlessness in adults with lung disease?”
		</p>
	{:else}
		<div class="mt-3 flex flex-wrap items-end gap-4">
			<label class="grow max-w-md"
				><span class="label-text">Find by title, question or concept</span><input
					class="input"
					type="search"
					bind:value={desk.typed}
				/></label
			>
			<Segments
				label="Which enquiries"
				options={DESK_VIEWS.map((view) => [view, `${VIEW_NAMES[view]} · ${desk.count(view)}`] as const)}
				value={desk.view}
				choose={(view) => (desk.view = view)}
			/>
		</div>
		{#if desk.fault}<p class="say fault mt-3" role="alert">{desk.fault}</p>{/if}
		{#if last}<p class="say small mt-3" role="status">
				“{last.state === 'open' ? last.title || last.question : last.id}” is archived on your desk; others keep it on
				theirs.
				<button class="btn btn-sm preset-outlined-surface-500" onclick={() => void desk.archive(last, false)}
					>Undo</button
				>
			</p>{/if}
		{#if shown.length === 0}<p class="mt-4 soft" role="status">
				{desk.typed.trim() !== ''
					? 'No enquiry here has all of these words in its title, question or concepts.'
					: desk.view === 'archived'
						? 'Nothing is archived. Archive an enquiry when its work is done; it stays complete, and can be brought back.'
						: desk.view === 'due'
							? 'No enquiry has a date that is still to come or overdue. Dates are entered in the brief.'
							: 'Every enquiry is archived. Begin a new one below, or bring one back.'}
			</p>{/if}
		<ul class="mt-4" {@attach arrows('li')}>
			{#each shown as one (one.id)}
				<li class="entry">
					{#if one.state === 'damaged'}
						<div>
							<h2>An enquiry that cannot be opened</h2>
							<p class="small mt-1">
								What is stored of it is damaged. Nothing was changed; an administrator can restore it from a backup. Its
								identifier is {one.id}.
							</p>
						</div>
					{:else}
						<div class="min-w-0">
							<h2><a href="/enquiries/{one.id}/{one.next.step}">{one.title || one.question}</a></h2>
							{#if one.question !== one.title}<p class="soft">{one.question}</p>{/if}
							<p class="small mt-1">
								{#each one.concepts as name, at (at)}<span class="hue-letter mr-1" style="--hue: var(--hue-{at % 6})"
										>{String.fromCharCode(65 + at)}</span
									><span class="mr-3">{name}</span>{/each}
							</p>
						</div>
						<div class="small">
							<p><strong>Next:</strong> <a href="/enquiries/{one.id}/{one.next.step}">{one.next.text}</a></p>
							{#if one.due}<p class="mt-1">{one.due.what}: {due(one.due.due)}</p>{/if}
							<p class="soft mt-1">
								{count(one.lines, 'line')} · you are {one.role}
								<button
									class="btn btn-sm hover:preset-tonal"
									aria-label="{one.archived ? 'Bring back' : 'Archive'} {one.title || one.question}"
									onclick={() => void desk.archive(one, !one.archived)}
									>{#if one.archived}<ArchiveRestore size={14} /> Bring back{:else}<Archive size={14} /> Archive{/if}</button
								>
							</p>
						</div>
					{/if}
				</li>
			{/each}
		</ul>
	{/if}
	<section class="mt-10">
		<h2>New enquiry</h2>
		<form class="mt-2 grid grid-cols-1 gap-3" onsubmit={create}>
			<label
				><span class="label-text">The question, as the team asks it</span><textarea
					class="textarea"
					rows="2"
					bind:value={fresh.question}
					bind:this={question}
					aria-invalid={fault !== ''}></textarea></label
			>
			<div class="flex flex-wrap items-end gap-4">
				<label
					><span class="label-text">Framework</span>
					<select class="select" bind:value={fresh.framework}
						>{#each Object.entries(FRAMEWORKS) as [name, parts] (name)}<option value={name}
								>{name}{parts.length > 0 ? `: ${parts.join(', ').toLowerCase()}` : ': custom'}</option
							>{/each}</select
					>
				</label>
				<button class="btn preset-filled" disabled={isBusy}>Begin</button>
				<label class="btn preset-outlined-surface-500"
					><FileUp size={15} /> Open an enquiry file<input
						class="sr-only"
						type="file"
						accept=".json,application/json"
						onchange={open}
					/></label
				>
			</div>
			{#if fault}<p class="say fault" role="alert">{fault}</p>{/if}
		</form>
	</section>
</Plain>

<style>
	.entry {
		display: grid;
		grid-template-columns: minmax(0, 1fr) 20rem;
		gap: 24px;
		padding: 16px 0;
		border-top: 1px solid var(--rule);
	}
	.entry:last-child {
		border-bottom: 1px solid var(--rule);
	}
	@media (max-width: 800px) {
		.entry {
			grid-template-columns: minmax(0, 1fr);
			gap: 8px;
		}
	}
</style>
