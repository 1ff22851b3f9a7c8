<script lang="ts">
	import { onMount, untrack } from 'svelte';
	import { afterNavigate, goto } from '$app/navigation';
	import { reloadData } from '$lib/client/reload-data';
	import { page } from '$app/state';
	import Check from '@lucide/svelte/icons/check';
	import CircleHelp from '@lucide/svelte/icons/circle-question-mark';
	import CloudOff from '@lucide/svelte/icons/cloud-off';
	import LoaderCircle from '@lucide/svelte/icons/loader-circle';
	import PanelRightClose from '@lucide/svelte/icons/panel-right-close';
	import PanelRightOpen from '@lucide/svelte/icons/panel-right-open';
	import Pin from '@lucide/svelte/icons/pin';
	import TriangleAlert from '@lucide/svelte/icons/triangle-alert';
	import UserRound from '@lucide/svelte/icons/user-round';
	import Mark from '$lib/ui/Mark.svelte';
	import DropAnywhere from '$lib/ui/DropAnywhere.svelte';
	import TopEnd from '$lib/ui/TopEnd.svelte';
	import HintedButton from '$lib/ui/HintedButton.svelte';
	import LensView from '$lib/ui/lens/LensView.svelte';
	import Help from '$lib/ui/help/Help.svelte';
	import Trouble from '$lib/ui/Trouble.svelte';
	import { commands } from '$lib/client/commands.svelte';
	import { provideWorkspace } from '$lib/client/context';
	import { nextPoint, pointsToLookAt } from '$lib/client/attention';
	import { LineFindings } from '$lib/client/line-findings.svelte';
	import { SheetCounts } from '$lib/client/counts.svelte';
	import { EnquiryClient } from '$lib/client/enquiry.svelte';
	import { DroppedFiles } from '$lib/client/dropped-files.svelte';
	import { Lens } from '$lib/client/lens.svelte';
	import { STEPS, stepStates, type StepId } from '@wide-lantern/core/editor';
	import { formatCount } from '$lib/client/fresh.svelte';

	let { data, children } = $props();
	// One client per enquiry; this layout is made anew when the enquiry in the address changes.
	const first = untrack(() => data);
	const editable = first.role === 'owner' || first.role === 'editor';
	/** Kinds of jobs that change the records of the enquiry. */
	const CHANGES_RECORDS: ReadonlySet<string> = new Set(['references', 'removal', 'headings', 'duplicates']);
	const enquiry = new EnquiryClient(
		first.enquiry.id,
		first.enquiry.document,
		first.enquiry.revision,
		editable,
		first.judged
	);
	const counts = new SheetCounts(enquiry);
	const lens = new Lens();
	const dropped = new DroppedFiles();
	const findings = new LineFindings(() => ({
		document: enquiry.document,
		view: counts.view,
		margins: counts.margins,
		marginsOld: counts.marginsOld
	}));
	provideWorkspace({
		enquiry,
		counts,
		lens,
		dropped,
		findings,
		// There is another one after references were imported.
		get collections() {
			return data.collections;
		},
		vocabularies: first.vocabularies,
		profiles: first.profiles,
		personName: first.person?.name ?? ''
	});

	/** Edits and judgements together. */
	const saving = $derived.by(() => {
		if (enquiry.state !== 'saved' || enquiry.judgements.state === 'saved') return enquiry.state;
		return enquiry.judgements.state === 'offline' ? 'offline' : 'saving';
	});
	$effect(() => {
		void enquiry.judgements.counts.newest;
		untrack(() => counts.judged());
	});
	$effect(() => {
		const { refused } = enquiry.judgements;
		if (refused) untrack(() => enquiry.refuse(refused));
	});
	const platformName = (profile: string) => first.profiles.find((one) => one.id === profile)?.source ?? profile;
	const hasImports = $derived(data.collections.some((one) => one.enquiry === enquiry.id));
	const states = $derived(stepStates(enquiry.document, findings.everything, platformName, hasImports));
	$effect(() => {
		void [enquiry.document, counts.view, counts.margins, counts.marginsOld, findings.typing];
		untrack(() => findings.changed());
	});
	const here = $derived(page.url.pathname.split('/').at(-1) ?? '');
	const collection = $derived(data.collections.find((one) => one.id === enquiry.document.collection));
	/** An empty lens gives its room to the page; on the sheet it stays, so that the text does not jump. */
	const lensShown = $derived(
		lens.open && (lens.topic !== null || here === 'strategy' || (states[here as StepId]?.look.length ?? 0) > 0)
	);
	let help = $state(false);
	/** Everybody else who has this enquiry open. */
	const alsoHere = $derived([...new Set(enquiry.others.map((one) => one.name))]);
	const path = (step: string) => `/enquiries/${enquiry.id}/${step}`;

	// Another step has other things to look at: a panel of the one before would be stale.
	$effect(() => {
		void here;
		untrack(() => lens.clear());
	});
	/** The newest job that has changed the records of this enquiry. */
	let seen = '';
	/** Milliseconds: what had ended so long before the page was read is in what it was read with. */
	const SURELY = 5_000;
	$effect(() => {
		const last = enquiry.jobs.list.find((job) => CHANGES_RECORDS.has(job.kind) && job.state === 'done');
		if (!last || last.id === seen) return;
		seen = last.id;
		if (Date.parse(last.endedAt ?? '') < first.readAt - SURELY) return;
		// Also where somebody else has imported: what is shown was counted on other records.
		untrack(() => {
			void reloadData();
			counts.judged();
		});
	});
	onMount(() => {
		const close = enquiry.open();
		return () => {
			counts.stop();
			findings.stop();
			close();
		};
	});
	$effect(() =>
		commands.add([
			...STEPS.map((step, at) => ({
				name: `Go to ${step.name}`,
				shortcut: `Alt ${at + 1}`,
				act: () => void goto(path(step.id))
			})),
			{ name: 'Help: the notation, fields, keys and words', shortcut: 'Alt H', act: () => (help = !help) },
			{ name: 'Who takes part in this enquiry', act: () => void goto(path('people')) },
			{ name: 'Go to the next thing to look at', shortcut: 'F8', act: () => void lookAtNext(1) },
			{ name: 'Undo', shortcut: 'Ctrl Z', act: () => enquiry.undo() },
			{ name: 'Redo', shortcut: 'Ctrl Shift Z', act: () => enquiry.redo() },
			{ name: lens.open ? 'Hide the lens' : 'Show the lens', shortcut: 'Alt L', act: () => (lens.open = !lens.open) },
			{ name: 'Save the enquiry as a file', act: () => location.assign(`/api/v1/enquiries/${enquiry.id}/export`) },
			{
				name: 'Save the dossier as a document (.docx)',
				act: () => location.assign(`/api/v1/enquiries/${enquiry.id}/dossier?as=docx`)
			}
		])
	);

	const points = $derived(pointsToLookAt(states));
	async function lookAtNext(by: 1 | -1) {
		const next = nextPoint(points, lens.attention, by, here);
		lens.attention = next;
		if (!next) return;
		const line = /^strategy#line-(\d+)$/.exec(next.place.address)?.[1];
		if (line !== undefined && here === 'strategy' && lens.goTo) lens.goTo(Number(line));
		else {
			await goto(path(next.place.address));
			// From there the next Tab reaches what can be done about it.
			const place = window.document.getElementById(next.place.address.split('#')[1] ?? '');
			place?.setAttribute('tabindex', '-1');
			place?.focus({ preventScroll: true });
		}
	}
	function key(event: KeyboardEvent) {
		// The sheet goes to its own problems first.
		if (event.key === 'F8' && !event.defaultPrevented) {
			void lookAtNext(event.shiftKey ? -1 : 1);
			event.preventDefault();
			return;
		}
		const typing = (event.target as HTMLElement).closest('input, textarea, [contenteditable="true"]');
		if (event.altKey && /^[1-9]$/.test(event.key)) {
			const step = STEPS[Number(event.key) - 1];
			if (step) void goto(path(step.id));
		} else if (event.altKey && event.key.toLowerCase() === 'l') lens.open = !lens.open;
		else if (
			(event.altKey && event.key.toLowerCase() === 'h') ||
			(event.key === '?' && !typing && !event.ctrlKey && !event.metaKey)
		)
			help = !help;
		else if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'z' && !typing) {
			if (event.shiftKey) enquiry.redo();
			else enquiry.undo();
		} else return;
		event.preventDefault();
	}
	// A step begins at its heading: from there the next Tab reaches its first control, and a reader says where one is.
	afterNavigate(({ from, to }) => {
		if (!from || !to || from.url.pathname === to.url.pathname || window.document.activeElement !== window.document.body)
			return;
		const heading = window.document.querySelector<HTMLElement>('#content h1');
		heading?.setAttribute('tabindex', '-1');
		heading?.focus({ preventScroll: true });
	});
</script>

{#if editable}<DropAnywhere
		says="Drop the files to import their references into this enquiry"
		ondrop={(files) => {
			dropped.add(files);
			if (here !== 'records') void goto(path('records'));
		}}
	/>{/if}

<svelte:window onkeydown={key} />
<svelte:head
	><title
		>{STEPS.find((one) => one.id === here)?.name ?? 'People'} · {enquiry.document.title || 'Enquiry'} · Wide Lantern</title
	></svelte:head
>

<div class="frame">
	<header class="top">
		<Mark />
		<span class="title" title={enquiry.document.question}>{enquiry.document.title || enquiry.document.question}</span>
		<span class="small soft whitespace-nowrap">
			{#if collection}Counts: {collection.name}, {formatCount(collection.size)}{:else}No collection{/if}
		</span>
		<span
			class="small whitespace-nowrap flex items-center gap-1"
			role="status"
			data-save={saving}
			data-revision={enquiry.revision}
		>
			{#if enquiry.news}<UserRound size={14} /> {enquiry.news} made a change
			{:else if saving === 'saved'}<Check size={14} /> Saved <span class="soft">· r{enquiry.revision}</span>
			{:else if saving === 'saving'}<LoaderCircle size={14} /> Saving
			{:else if enquiry.state === 'conflict'}<TriangleAlert size={14} /> Conflict
			{:else}<CloudOff size={14} /> Not saved yet; kept here
			{/if}
			{#if !editable}<span class="soft">· reading only</span>{/if}
		</span>
		{#if alsoHere.length > 0}<span
				class="small whitespace-nowrap flex items-center gap-1"
				title="Also here: {alsoHere.join(', ')}"
				data-here={alsoHere.length}
				><UserRound size={14} /> {alsoHere[0]}{alsoHere.length > 1 ? ` and ${alsoHere.length - 1} more` : ''}</span
			>{/if}
		<HintedButton pressed={help} onclick={() => (help = !help)} hint="Notation, fields, keys, words" keys="Alt H"
			><CircleHelp size={16} /><span class="small">Help</span></HintedButton
		>
		<TopEnd />
	</header>
	<nav class="keel" aria-label="Steps of the work">
		<ol>
			{#each STEPS as step (step.id)}
				{@const state = states[step.id]}
				<li>
					<a href={path(step.id)} aria-current={here === step.id ? 'page' : undefined}>
						<span class="knot" class:touched={state.touched} title={state.touched ? 'under way' : 'untouched'}
						></span>{step.name}
						{#if state.look.length > 0}<span class="look" title={state.look.map((one) => one.message).join('\n')}
								>{state.look.length}<span class="sr-only"> to look at</span></span
							>{/if}
					</a>
				</li>
			{/each}
		</ol>
		<p class="aside small">
			<a href={path('people')} aria-current={here === 'people' ? 'page' : undefined}>People</a><a href="/desk">Desk</a>
		</p>
	</nav>
	<main class="room" id="content">
		{@render children()}
		<Trouble />
	</main>
	{#if help}
		<aside class="lens" aria-label="Help"><Help onclose={() => (help = false)} /></aside>
	{:else if lensShown}
		<aside class="lens" aria-label="Lens">
			<div class="flex justify-end gap-1 -mt-2 -mr-2">
				<HintedButton
					pressed={lens.pinned}
					onclick={() => (lens.pinned = !lens.pinned)}
					hint="Keep the lens on this"
					label="Pin the lens"><Pin size={15} fill={lens.pinned ? 'currentColor' : 'none'} /></HintedButton
				>
				<HintedButton onclick={() => (lens.open = false)} hint="Hide the lens" keys="Alt L" label="Hide the lens"
					><PanelRightClose size={15} /></HintedButton
				>
			</div>
			<LensView />
		</aside>
	{:else if !lens.open}
		<div class="lens-tab">
			<button
				class="btn hover:preset-tonal"
				onclick={() => (lens.open = true)}
				title="Open the lens (Alt L)"
				aria-label="Open the lens"><PanelRightOpen size={15} /></button
			>
		</div>
	{/if}
</div>
