<!-- The strategy as one document: each line of text is a line of the strategy, always evaluated. -->
<script lang="ts">
	import { onMount, untrack } from 'svelte';
	import { Prec, EditorState, type Transaction } from '@codemirror/state';
	import { drawSelection, EditorView, highlightActiveLine, keymap, placeholder } from '@codemirror/view';
	import { defaultKeymap, insertNewline } from '@codemirror/commands';
	import { bracketMatching } from '@codemirror/language';
	import { closeBrackets, closeBracketsKeymap, completionKeymap } from '@codemirror/autocomplete';
	import { linter, setDiagnostics } from '@codemirror/lint';
	import {
		conceptLetter,
		cutLabel,
		gatherLines,
		joinLines,
		LINE_CEILING,
		spreadLine,
		type CleanedLine,
		type Edit,
		type Json,
		type LineCommand
	} from '@wide-lantern/core/editor';
	import { ownVocabulary, useWorkspace } from '$lib/client/context';
	import { newId } from '$lib/client/new-id';
	import type { SheetLine } from '$lib/contract/sheet';
	import { formatCount } from '$lib/client/fresh.svelte';
	import { bands, foldedField, runsIn, setFacts, setFolded } from './bands';
	import { copyLines, insertCleaned, paste } from './clipboard';
	import { acceptOffer, completions } from './complete';
	import { diagnosticsOf, nextProblem } from './faults';
	import { highlight } from './highlight';
	import { lineIds } from './identity';
	import { longLines } from './long-lines';
	import { marginGutters, setMargins, type Margin } from './margin';
	import { others, setOthers } from './others';
	import { partners } from './partners';
	import PastedText from './PastedText.svelte';
	import './sheet.css';
	import { TextSync } from './text-sync';

	interface Props {
		/** The line that the cursor is on, and the lines selected. */
		selected: readonly string[];
		oncursor: (
			line: string,
			at: { readonly heading: string | null; readonly word: { readonly text: string; readonly at: number } | null }
		) => void;
		/** Somebody wants to know what is wrong with a line, or to edit what it carries. */
		onexplain: (line: string, what: 'faults' | 'label') => void;
		onrecords: (line: string) => void;
		onkeys: () => void;
		/** The heads of the figures, which stay above the lines while they scroll. */
		heads?: HTMLElement;
	}
	let { selected = $bindable(), heads, oncursor, onexplain, onrecords, onkeys }: Props = $props();
	const workspace = useWorkspace();
	const { enquiry, counts, findings } = workspace;
	const view = $derived(counts.view);
	const vocabularies = $derived(
		workspace.collections.find((one) => one.id === enquiry.document.collection)?.vocabularies ?? []
	);

	let host: HTMLElement;
	let editor: EditorView | undefined;
	let ready = $state(false);
	/** What happened to the lines, said for a while above the sheet. */
	let said = $state<readonly string[]>([]);
	let pasted = $state.raw<{
		readonly text: string;
		readonly cleaned: readonly CleanedLine[];
		readonly numbered: boolean;
	} | null>(null);
	const sync = new TextSync(enquiry, (messages) => (said = messages));

	const LINES_CEILING = 2_000;

	/** Enter inside braces never cuts a heading in two: behind its last letter it ends the line, further in it leaves the braces. */
	function leaveHeading(view: EditorView): boolean {
		const { head, empty } = view.state.selection.main;
		const line = view.state.doc.lineAt(head);
		const inside = [...line.text.matchAll(/\{[^{}]*\}/g)].find(
			(match) => line.from + match.index < head && head < line.from + match.index + match[0].length
		);
		if (!empty || !inside) return false;
		const end = line.from + inside.index + inside[0].length;
		const complete = /\{!?[^{}]*[^{}\s!]/.test(inside[0]) && view.state.sliceDoc(head, end - 1).trim() === '';
		view.dispatch({ selection: { anchor: end }, userEvent: 'select' });
		return complete ? insertNewline(view) : true;
	}

	/** Enter before brackets and quotes that closed by themselves ends the line behind them: nobody means them for the next line. */
	function leaveClosed(view: EditorView): boolean {
		const { head, empty } = view.state.selection.main;
		const line = view.state.doc.lineAt(head);
		if (!empty || head === line.from || !/^[)"]+\s*$/.test(line.text.slice(head - line.from))) return false;
		view.dispatch({ selection: { anchor: line.to }, userEvent: 'select' });
		return insertNewline(view);
	}

	/** The lines that a selection covers; one that ends where the next line begins does not include that line. */
	function linesSelected({ doc, selection }: EditorState): readonly [first: number, last: number] {
		const { from, to } = selection.main;
		const [first, last] = [doc.lineAt(from).number, doc.lineAt(to)];
		return [first, last.number > first && to === last.from ? last.number - 1 : last.number];
	}

	/** What no strategy could hold is refused whole, so that nothing is kept by halves. */
	function tooLarge(transaction: Transaction): boolean {
		const { newDoc } = transaction;
		let longest = 0;
		if (newDoc.length > LINE_CEILING) for (const line of newDoc.iterLines()) longest = Math.max(longest, line.length);
		if (newDoc.lines <= LINES_CEILING && longest <= LINE_CEILING) return false;
		const message = `A strategy can have at most ${formatCount(LINES_CEILING)} lines, and a line ${formatCount(LINE_CEILING)} characters; this has ${newDoc.lines > LINES_CEILING ? `${formatCount(newDoc.lines)} lines` : `a line of ${formatCount(longest)}`}. Nothing was changed; the text is still where you copied it from.`;
		queueMicrotask(() => enquiry.refuse(message));
		return true;
	}

	function underline(): void {
		if (!editor) return;
		const { state } = editor;
		const keep = (label: string, edits: readonly Edit[]) => enquiry.edit(label.toLowerCase(), edits);
		const diagnostics = diagnosticsOf(state, findings.all, findings.texts, keep);
		// Setting the same ones again would close the note that somebody is reading.
		const text = JSON.stringify(
			diagnostics.map(({ from, to, severity, message, actions }) => [
				from,
				to,
				severity,
				message,
				actions?.map((one) => one.name)
			])
		);
		if (text === lastDiagnostics) return;
		lastDiagnostics = text;
		editor.dispatch(setDiagnostics(state, diagnostics));
	}

	let lastDiagnostics = '';

	const STATES: Readonly<Record<string, string>> = $derived({
		off: 'off',
		empty: '',
		faulty: 'cannot be read',
		broken: 'broken',
		heavy: 'too much work',
		uncounted: enquiry.document.collection === null ? 'no collection' : 'not indexed'
	});
	const ROLE_MARKS: Readonly<Record<string, string>> = {
		headings: 'headings',
		words: 'text words',
		mixed: 'headings and text words',
		joining: 'joining',
		limit: 'limit',
		filter: 'filter',
		check: 'check'
	};
	/** What is said in a count's place. What is being typed is no fault yet, and what uses it waits. */
	function stateWords(line: SheetLine | undefined, typedLine: string | null): string {
		if (!line) return '';
		if (line.id === typedLine && (line.state === 'faulty' || line.state === 'broken')) return '…';
		if (line.state === 'broken' && line.waitsFor !== null) return `waiting for line ${line.waitsFor}`;
		if (line.state === 'off' && line.passes !== null) return `off: ${line.passes} used instead`;
		return STATES[line.state] ?? '';
	}
	/** The line that somebody is typing in here; null when typing has come to rest. */
	const beingTyped = (state: EditorState): string | null =>
		counts.typing ? (state.field(lineIds)[state.doc.lineAt(state.selection.main.head).number - 1] ?? null) : null;

	function showMargins(): void {
		if (!editor) return;
		const typedLine = beingTyped(editor.state);
		const byId = new Map(view?.lines.map((line) => [line.id, line]));
		const yields = new Map(counts.margins?.yields.map((one) => [one.id, one]));
		const most = view?.collection?.size ?? 10;
		const known = view?.benchmark.held ?? 0;
		const final = view?.lines.find((line) => line.id === view.final)?.number ?? 0;
		const { concepts } = enquiry.document;
		const stored = new Map(enquiry.document.lines.map((line) => [line.id, line]));
		const margins = editor.state.field(lineIds).map((id, at): Margin => {
			const own = stored.get(id);
			const line = byId.get(id);
			const concept = concepts.findIndex((one) => one.id === own?.concept);
			const fresh =
				line !== undefined && line.text === cutLabel(editor?.state.doc.line(at + 1).text ?? '').text && !counts.late;
			const found = line?.found ?? 0;
			const brought = yields.get(id);
			return {
				number: at + 1,
				letter: concept < 0 ? null : conceptLetter(concept),
				hue: concept,
				role: own?.role ?? 'words',
				roleName: ROLE_MARKS[own?.role ?? 'words'] ?? '',
				off: own?.off ?? false,
				final: id === view?.final,
				count: line?.state === 'counted' ? line.count : null,
				words:
					line?.state === 'counted'
						? `${view?.collection?.name ?? ''}, revision ${view?.revision ?? ''}${line.beforeHand ? ', before hand-set limits' : ''}`
						: stateWords(line, typedLine),
				share: line?.count ? Math.log10(line.count + 1) / Math.log10(most + 1) : 0,
				alone: brought ? brought.lost : null,
				aloneTitle: brought
					? `${formatCount(brought.lost)} records of line ${final} are retrieved by this line alone${brought.benchmark > 0 ? `, ${brought.benchmark} known articles among them` : ''}${brought.gained > 0 ? `; without it ${formatCount(brought.gained)} others would be retrieved` : ''}`
					: '',
				known: known > 0 ? (known > 20 ? `${Math.round((100 * found) / known)}%` : `${found}/${known}`) : '',
				knownTitle: known > 0 ? `${found} of ${known} known articles that the collection holds` : '',
				knownShare: known > 0 ? found / known : 0,
				dim: !fresh,
				dimAlone: counts.marginsOld || !fresh
			};
		});
		const totals = new Map(counts.margins?.kinds.map((one) => [one.concept ?? '', `${formatCount(one.both)} records`]));
		totals.delete('');
		const facts = enquiry.document.lines.map((line) => {
			const at = concepts.findIndex((one) => one.id === line.concept);
			return {
				id: line.id,
				concept: line.concept,
				letter: at < 0 ? '' : conceptLetter(at),
				name: concepts[at]?.name ?? '',
				hue: at,
				joining: line.role === 'joining',
				label: [
					line.label,
					line.part
						? `from ${line.part.name}, version ${line.part.version}${line.part.source === line.source ? '' : ', changed'}`
						: ''
				]
					.filter((one) => one !== '')
					.join(' · '),
				note: line.note,
				total: totals.get(line.concept ?? '') ?? ''
			};
		});
		const text = JSON.stringify(facts);
		const effects = [setMargins.of(margins), ...(text === lastFacts ? [] : [setFacts.of(facts)])];
		lastFacts = text;
		editor.dispatch({ effects });
		// Bands and labels change the heights by which a click finds its line.
		if (effects.length > 1) editor.requestMeasure();
	}
	let lastFacts = '';

	/** Milliseconds after the last key before the lens turns to what is typed: it must not make the next key wait. */
	const TYPING = 250;
	let turning: ReturnType<typeof setTimeout> | undefined;
	function follow(state: EditorState, typed: boolean): void {
		const ids = state.field(lineIds);
		const { head } = state.selection.main;
		const [first, last] = linesSelected(state);
		selected = ids.slice(first - 1, last).filter((id) => enquiry.document.lines.some((line) => line.id === id));
		const line = state.doc.lineAt(head);
		const inside = [...line.text.matchAll(/\{!?([^{}]*)\}/g)].find(
			(match) => line.from + match.index <= head && head <= line.from + match.index + match[0].length
		);
		const word =
			inside || /^\s*(?:AND|OR|NOT)?\s*$/.test(line.text)
				? null
				: [...line.text.matchAll(/[\p{L}\p{N}*?~'’-]+/gu)].find(
						(match) => line.from + match.index <= head && head <= line.from + match.index + match[0].length
					)?.[0];
		const id = ids[line.number - 1];
		if (!id) return;
		enquiry.here(id);
		const at = {
			heading: inside?.[1]?.split(/[>|]/)[0]?.trim().replace(/^"|"$/g, '') ?? null,
			word: word === undefined || word === null ? null : { text: word, at: head - line.from }
		};
		clearTimeout(turning);
		if (typed) turning = setTimeout(() => oncursor(id, at), TYPING);
		else oncursor(id, at);
	}

	/** The cursor does not go below the heads when it moves up. */
	function keepBelow(view: EditorView, above: HTMLElement): void {
		view.requestMeasure({
			key: 'heads',
			read: () =>
				(view.coordsAtPos(view.state.selection.main.head)?.top ?? Infinity) - above.getBoundingClientRect().bottom,
			write: (room) => room < 0 && view.dom.closest('.room')?.scrollBy(0, room - 4)
		});
	}

	/** Carries out a command on lines, or says why not. */
	function carryOut(name: string, command: LineCommand): void {
		if ('refused' in command) {
			said = [command.refused];
			return;
		}
		said = [];
		if (enquiry.edit(name, command.edits as Edit[] & Json)) requestAnimationFrame(() => go(command.line));
	}
	export function join(operator: 'OR' | 'AND'): void {
		carryOut(`join lines with ${operator}`, joinLines(enquiry.document, selected, operator, newId));
	}
	export function spread(): void {
		if (selected[0] !== undefined)
			carryOut('spread a block into lines', spreadLine(enquiry.document, selected[0], newId));
	}
	export function gather(): void {
		carryOut('gather lines into a block', gatherLines(enquiry.document, selected));
	}
	export function move(by: -1 | 1): void {
		const { lines } = enquiry.document;
		const places = selected.map((id) => lines.findIndex((line) => line.id === id)).sort((a, b) => a - b);
		const [first = 0, last = first] = [places[0], places.at(-1)];
		if (places.length === 0 || (by < 0 ? first === 0 : last === lines.length - 1)) return;
		const moving = lines.slice(first, last + 1);
		let after = (by < 0 ? lines[first - 2] : lines[last + 1])?.id ?? null;
		enquiry.edit(
			moving.length === 1 ? 'move a line' : `move ${moving.length} lines`,
			moving.map((line) => {
				const edit = { do: 'move', at: ['lines', line.id], after } as const;
				after = line.id;
				return edit;
			})
		);
	}
	export function switchOff(): void {
		const chosen = enquiry.document.lines.filter((line) => selected.includes(line.id));
		const off = !chosen.every((line) => line.off);
		enquiry.edit(
			off ? 'switch lines off' : 'switch lines on',
			chosen.map((line) => ({ do: 'set', at: ['lines', line.id, 'off'], value: off }))
		);
	}
	/** Folds or opens the concept of the cursor's line, or one that is named; null folds or opens all. */
	export function fold(concept?: string | null): void {
		if (!editor) return;
		const { state } = editor;
		const line = state.doc.lineAt(state.selection.main.head).number;
		const runs = runsIn(state);
		const own = concept === undefined ? runs.find((run) => run.first <= line && line <= run.last)?.concept : concept;
		const folded = new Set(state.field(foldedField));
		if (own === null) {
			const open = runs.some((run) => !folded.has(run.concept));
			folded.clear();
			if (open) for (const run of runs) folded.add(run.concept);
		} else if (own === undefined) return;
		else if (!folded.delete(own)) folded.add(own);
		const run = runs.find((one) => one.concept === own);
		const effects = setFolded.of(folded);
		// The cursor does not stay in what is folded away.
		if (run?.hidden && folded.has(run.concept) && line >= run.hidden[0] && line <= run.hidden[1])
			editor.dispatch({
				effects,
				selection: { anchor: state.doc.line(Math.min(run.hidden[1] + 1, state.doc.lines)).to }
			});
		else editor.dispatch({ effects });
	}
	export function go(id: string): void {
		const at = editor?.state.field(lineIds).indexOf(id) ?? -1;
		if (!editor || at < 0) return;
		const run = runsIn(editor.state).find((one) => one.hidden && one.hidden[0] <= at + 1 && at + 1 <= one.hidden[1]);
		if (run && editor.state.field(foldedField).has(run.concept)) fold(run.concept);
		editor.dispatch({ selection: { anchor: editor.state.doc.line(at + 1).to }, scrollIntoView: true });
		editor.focus();
	}

	const lineOf = (state: EditorState): string | undefined =>
		state.field(lineIds)[state.doc.lineAt(state.selection.main.head).number - 1];

	/** Goes to the next place that is wrong, and opens its explanation beside the sheet. */
	function explainNext(target: EditorView, by: 1 | -1): boolean {
		findings.refresh();
		underline();
		const at = nextProblem(target.state, by);
		if (at === null) return false;
		target.dispatch({ selection: { anchor: at }, scrollIntoView: true, userEvent: 'select' });
		const id = lineOf(target.state);
		if (id !== undefined) onexplain(id, 'faults');
		return true;
	}

	export const explain = (by: 1 | -1): boolean => (editor ? explainNext(editor, by) : false);

	function takePaste(event: ClipboardEvent, target: EditorView): boolean {
		const taken = paste(target, event, enquiry, vocabularies);
		if (taken.kind === 'ordinary') return false;
		event.preventDefault();
		if (taken.kind === 'refused') enquiry.refuse(taken.message);
		else if (taken.kind === 'done') said = taken.said;
		else pasted = taken;
		return true;
	}

	onMount(() => {
		const start = sync.start();
		const run = (act: () => void) => () => {
			act();
			return true;
		};
		editor = new EditorView({
			parent: host,
			state: EditorState.create({
				doc: start.text,
				extensions: [
					// Before every keymap: Caps Lock makes a small z of Shift Z, which the keymap takes for Z alone.
					Prec.highest(
						EditorView.domEventHandlers({
							keydown(event) {
								if (!event.shiftKey || !(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z')
									return false;
								enquiry.redo();
								return true;
							}
						})
					),
					lineIds.init(() => start.ids),
					bands,
					others,
					partners,
					longLines,
					marginGutters(),
					highlight,
					EditorView.lineWrapping,
					drawSelection(),
					highlightActiveLine(),
					bracketMatching(),
					closeBrackets(),
					// A note that is being read stays when figures come in; it goes when its line is typed in.
					linter(null, {
						hideOn: (transaction, from, to) =>
							transaction.docChanged && transaction.changes.touchesRange(from, to) !== false
					}),
					EditorState.transactionFilter.of((transaction) =>
						transaction.docChanged && tooLarge(transaction) ? [] : transaction
					),
					EditorState.readOnly.of(!enquiry.editable),
					EditorView.editable.of(enquiry.editable),
					placeholder(
						'Type a first line: words joined with OR, a heading in {braces} — or assemble the lines from your concepts.'
					),
					completions({
						vocabulary: () => ownVocabulary(workspace),
						lines: () =>
							enquiry.document.lines.map((line, at) => ({
								number: at + 1,
								text: editor?.state.doc.line(at + 1).text ?? '',
								label: line.label
							})),
						concepts: () => enquiry.document.concepts.map((one, at) => ({ letter: conceptLetter(at), name: one.name }))
					}),
					keymap.of([
						{ key: 'Mod-z', run: run(() => enquiry.undo()), preventDefault: true },
						{ key: 'Mod-y', run: run(() => enquiry.redo()), preventDefault: true },
						{ key: 'Alt-o', run: run(() => join('OR')) },
						{ key: 'Alt-a', run: run(() => join('AND')) },
						{ key: 'Alt-s', run: run(() => switchOff()) },
						{ key: 'Alt-b', run: run(() => spread()) },
						{ key: 'Alt-k', run: run(() => onkeys()) },
						{ key: 'Alt-g', run: run(() => gather()) },
						{ key: 'Alt-f', run: run(() => fold()) },
						{ key: 'Alt-Shift-f', run: run(() => fold(null)) },
						{ key: 'Alt-ArrowUp', run: run(() => move(-1)) },
						{ key: 'Alt-ArrowDown', run: run(() => move(1)) },
						{ key: 'Alt-Enter', run: run(() => selected[0] && onrecords(selected[0])) },
						{ key: 'F8', run: (view) => explainNext(view, 1), shift: (view) => explainNext(view, -1) },
						{ key: 'Tab', run: acceptOffer },
						...closeBracketsKeymap,
						...completionKeymap,
						{ key: 'Enter', run: (view) => leaveHeading(view) || leaveClosed(view) || insertNewline(view) },
						...defaultKeymap
					]),
					EditorView.contentAttributes.of({
						'aria-label': 'Strategy sheet, one search line per line',
						spellcheck: 'false'
					}),
					EditorView.updateListener.of((update) => {
						if (
							update.docChanged &&
							update.transactions.some(
								(one) =>
									one.isUserEvent('input') ||
									one.isUserEvent('delete') ||
									one.isUserEvent('move') ||
									one.isUserEvent('undo')
							)
						) {
							counts.typed();
							sync.send(update.state);
						}
						if (update.selectionSet && heads) keepBelow(update.view, heads);
						if (update.selectionSet || update.docChanged) follow(update.state, update.docChanged);
						// What was typed in a line takes its final form when the cursor leaves it.
						if (update.selectionSet && lineOf(update.startState) !== lineOf(update.state))
							queueMicrotask(() => editor && sync.sync(editor, false));
						if (update.docChanged) queueMicrotask(showMargins);
					}),
					EditorView.domEventHandlers({
						blur() {
							setTimeout(() => editor && sync.sync(editor, true));
							return false;
						},
						copy: (event, target) => copyLines(target, event, enquiry),
						cut(event, target) {
							if (!enquiry.editable || !copyLines(target, event, enquiry)) return false;
							target.dispatch({ ...target.state.replaceSelection(''), userEvent: 'delete.cut' });
							return true;
						},
						paste: (event, target) => enquiry.editable && takePaste(event, target)
					})
				]
			})
		});
		ready = true;
		void document.fonts.ready.then(() => editor?.requestMeasure());
		return () => {
			clearTimeout(turning);
			findings.typing = null;
			editor?.destroy();
			editor = undefined;
		};
	});

	let undoCount = untrack(() => enquiry.undoCount);
	$effect(() => {
		void enquiry.document;
		const turned = enquiry.undoCount !== undoCount;
		undoCount = enquiry.undoCount;
		if (ready) untrack(() => editor && sync.sync(editor, turned));
	});
	$effect(() => {
		void view;
		void counts.late;
		void counts.margins;
		void counts.marginsOld;
		void counts.typing;
		void enquiry.document;
		if (ready)
			untrack(() => {
				showMargins();
				findings.typing = editor ? beingTyped(editor.state) : null;
			});
	});
	$effect(() => {
		void findings.all;
		if (ready) untrack(underline);
	});
	$effect(() => {
		const here = enquiry.others;
		if (ready) untrack(() => editor?.dispatch({ effects: setOthers.of(here) }));
	});
</script>

{#if pasted}
	<PastedText
		{...pasted}
		ontake={(text) => {
			if (editor && pasted) said = insertCleaned(editor, text, enquiry, vocabularies);
			pasted = null;
		}}
		onasis={() => {
			if (editor && pasted)
				editor.dispatch({ ...editor.state.replaceSelection(pasted.text), userEvent: 'input.paste' });
			pasted = null;
		}}
		oncancel={() => {
			pasted = null;
			editor?.focus();
		}}
	/>
{/if}
<!-- svelte-ignore a11y_no_static_element_interactions (the right margin leads to a line's records; Alt Enter does the same by keyboard) -->
<div
	class="strategy"
	bind:this={host}
	onclick={(event) => {
		const target = event.target as HTMLElement;
		const band = target.closest<HTMLElement>('[data-fold]')?.dataset['fold'];
		if (band !== undefined) return fold(band);
		const mark = target.closest<HTMLElement>('.right-mark');
		const line = mark && enquiry.document.lines[Number(mark.dataset['line']) - 1];
		const state = view?.lines.find((one) => one.id === line?.id)?.state;
		if (line && state === 'counted') return onrecords(line.id);
		if (line) {
			go(line.id);
			return onexplain(line.id, 'faults');
		}
		// On a label the cursor goes to the end of its line; a second click edits the label.
		const labelled = target.closest<HTMLElement>('.line-end')?.dataset['line'];
		if (labelled !== undefined) {
			go(labelled);
			if (event.detail > 1) onexplain(labelled, 'label');
			return;
		}
		// A click on an underlined place explains it, as hovering does.
		if (target.closest('.cm-lintRange-error, .cm-lintRange-warning') && selected[0] !== undefined)
			onexplain(selected[0], 'faults');
	}}
	onkeydown={() => undefined}
></div>
{#if said.length > 0}<div class="say note small mt-2 flex gap-3 items-start" role="status">
		<span
			>{#each said as one, at (at)}<span class="block">{one}</span>{/each}</span
		><button class="btn hover:preset-tonal ml-auto" onclick={() => (said = [])}>Dismiss</button>
	</div>{/if}
