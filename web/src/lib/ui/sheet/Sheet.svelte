<!-- The strategy as one document: each line of text is a line of the strategy, always evaluated. -->
<script lang="ts">
	import { onMount, untrack } from 'svelte';
	import { EditorState, StateEffect, StateField, Transaction, type ChangeSpec } from '@codemirror/state';
	import { drawSelection, EditorView, highlightActiveLine, keymap, placeholder } from '@codemirror/view';
	import { defaultKeymap, insertNewline } from '@codemirror/commands';
	import { bracketMatching } from '@codemirror/language';
	import { closeBrackets, closeBracketsKeymap, completionKeymap } from '@codemirror/autocomplete';
	import { lintKeymap, setDiagnostics, type Diagnostic } from '@codemirror/lint';
	import { cleanLine, conceptLetter, LINE_CEILING, parse, roleOf, toSource, toText, type Edit, type Fault, type Json, type Names, type StrategyLine } from '@wide-lantern/core/editor';
	import { ownVocabulary, takeBench } from '$lib/work/context';
	import { newId } from '$lib/work/new-id';
	import { counted } from '$lib/work/fresh.svelte';
	import type { SheetView } from '$lib/work/sheet';
	import { completions } from './complete';
	import { highlight } from './highlight';
	import './sheet.css';
	import { difference, reassign, type ChangedLines } from './identity';
	import { marginGutters, setMargins, type Margin } from './margin';

	interface Props {
		/** The newest counts, and whether they belong to an older revision. */
		view: SheetView | null;
		old: boolean;
		/** The line that the cursor is on, and the lines selected. */
		selected: readonly string[];
		oncursor: (line: string, heading: string | null) => void;
		onrecords: (line: string) => void;
	}
	let { view, old, selected = $bindable(), oncursor, onrecords }: Props = $props();
	const bench = takeBench();
	const { enquiry } = bench;

	let host: HTMLElement;
	let editor: EditorView | undefined;
	let ready = $state(false);
	/** Source last sent from this editor, by line, and how it read then: until either changes, the text is the searcher's own. */
	const sent = new Map<string, { source: string; shown: string }>();
	let lastNames: Names | null = null;

	const LINES_CEILING = 2_000;
	const setIds = StateEffect.define<readonly string[]>();
	const ids = StateField.define<readonly string[]>({
		create: () => [],
		update(value, transaction) {
			for (const effect of transaction.effects) if (effect.is(setIds)) return effect.value;
			if (!transaction.docChanged) return value;
			const before = transaction.startState.doc;
			const after = transaction.newDoc;
			const changed: ChangedLines[] = [];
			transaction.changes.iterChangedRanges((fromA, toA, fromB, toB) => {
				const next = { oldFrom: before.lineAt(fromA).number - 1, oldTo: before.lineAt(toA).number, newFrom: after.lineAt(fromB).number - 1, newTo: after.lineAt(toB).number };
				const last = changed.at(-1);
				// Two changes in one line are one stretch.
				if (last && next.oldFrom < last.oldTo) changed[changed.length - 1] = { ...last, oldTo: Math.max(next.oldTo, last.oldTo), newTo: Math.max(next.newTo, last.newTo) };
				else changed.push(next);
			});
			return reassign(value, before.toString().split('\n'), after.toString().split('\n'), changed, newId);
		}
	});

	/** Names of the day for lines and concepts; headings are the server's to name. */
	function namesFor(lineIds: readonly string[]): Names {
		const numbers = new Map(lineIds.map((id, at) => [id, at + 1]));
		const concepts = enquiry.document.concepts;
		return {
			lineId: (number) => lineIds[number - 1] ?? null,
			lineNumber: (id) => numbers.get(id) ?? null,
			conceptIds(letter, strand) {
				const concept = concepts.find((_, at) => conceptLetter(at) === letter);
				const named = strand === null ? null : (concept?.strands[strand - 1]?.id ?? null);
				return concept && (strand === null || named !== null) ? { concept: concept.id, strand: named } : null;
			},
			conceptName(id, strandId) {
				const at = concepts.findIndex((one) => one.id === id);
				const strand = strandId === null ? null : (concepts[at]?.strands.findIndex((one) => one.id === strandId) ?? -1) + 1;
				return at < 0 || strand === 0 ? null : { letter: conceptLetter(at), strand };
			},
			headingKey: () => null,
			headingName: () => null
		};
	}

	/** What the searcher did becomes edits of the enquiry. */
	function send(state: EditorState): void {
		const lineIds = state.field(ids);
		const names = namesFor(lineIds);
		const known = new Map(enquiry.document.lines.map((line) => [line.id, line]));
		const edits: Edit[] = [];
		for (const line of enquiry.document.lines) if (!lineIds.includes(line.id)) edits.push({ do: 'remove', at: ['lines', line.id] });
		lineIds.forEach((id, at) => {
			const text = cleanLine(state.doc.line(at + 1).text);
			const source = toSource(text, names);
			const line = known.get(id);
			if (!line) {
				const above = known.get(lineIds[at - 1] ?? '');
				const role = roleOf(parse(text).tree);
				const inherits = above && ['headings', 'words', 'mixed'].includes(role) ? above : null;
				const item = { id, source, concept: inherits?.concept ?? null, strand: inherits?.strand ?? null, role, label: '', note: '', off: false };
				edits.push({ do: 'insert', in: ['lines'], item, after: lineIds[at - 1] ?? null });
				known.set(id, item as StrategyLine);
				sent.set(id, { source, shown: toText(source, names) });
			} else if (lastNames && shownText(line, lastNames) !== text) {
				edits.push({ do: 'set', at: ['lines', id, 'source'], value: source });
				// A line's role is recognised when it first says something.
				if (line.source.trim() === '' && text.trim() !== '') {
					const role = roleOf(parse(text).tree);
					edits.push({ do: 'set', at: ['lines', id, 'role'], value: role });
					if (!['headings', 'words', 'mixed'].includes(role)) edits.push({ do: 'set', at: ['lines', id, 'concept'], value: null });
				}
				sent.set(id, { source, shown: toText(source, names) });
			}
		});
		lastNames = names;
		if (edits.length > 0) enquiry.edit('edit the strategy', edits as Edit[] & Json);
	}

	const shownText = (line: StrategyLine, names: Names) => toText(line.source, names);

	/** Brings the text in line with the enquiry: others' edits, undo, renumbered references. */
	function sync(turned: boolean): void {
		if (!editor) return;
		const state = editor.state;
		const lines = enquiry.document.lines;
		const wantedIds = lines.map((line) => line.id);
		const names = namesFor(wantedIds);
		const haveIds = state.field(ids);
		const active = editor.hasFocus ? state.doc.lineAt(state.selection.main.head).number : -1;
		const sameLines = haveIds.length === wantedIds.length && haveIds.every((id, at) => id === wantedIds[at]);
		if (!sameLines) {
			// An empty text stands for a strategy without lines.
			if (wantedIds.length === 0 && haveIds.length === 1 && state.doc.length === 0) return;
			const text = lines.map((line) => shownText(line, names)).join('\n');
			const change = difference(state.doc.toString(), text);
			const keepId = haveIds[active - 1];
			const freshIds = wantedIds.length > 0 ? wantedIds : [newId()];
			const spec = { effects: setIds.of(freshIds), annotations: Transaction.addToHistory.of(false), ...(change ? { changes: change } : {}) };
			editor.dispatch(spec);
			const now = keepId === undefined ? -1 : freshIds.indexOf(keepId);
			if (active > 0 && now >= 0 && now !== active - 1) editor.dispatch({ selection: { anchor: editor.state.doc.line(now + 1).to } });
			lastNames = names;
			return;
		}
		const changes: ChangeSpec[] = [];
		lines.forEach((line, at) => {
			const there = state.doc.line(at + 1);
			const wanted = shownText(line, names);
			if (wanted === there.text) return;
			// The line being typed in stays as typed until its numbers, or its source, change.
			const own = sent.get(line.id);
			if (!turned && at + 1 === active && own?.source === line.source && own.shown === wanted) return;
			const change = difference(there.text, wanted);
			if (change) changes.push({ from: there.from + change.from, to: there.from + change.to, insert: change.insert });
		});
		lastNames = names;
		if (changes.length > 0) editor.dispatch({ changes, effects: setIds.of(haveIds), annotations: Transaction.addToHistory.of(false) });
	}

	/** Enter inside braces ends the heading; it never cuts one in two. */
	function leaveHeading(view: EditorView): boolean {
		const { head, empty } = view.state.selection.main;
		const line = view.state.doc.lineAt(head);
		const inside = [...line.text.matchAll(/\{[^{}]*\}/g)].find((match) => line.from + match.index < head && head < line.from + match.index + match[0].length);
		if (!empty || !inside) return false;
		view.dispatch({ selection: { anchor: line.from + inside.index + inside[0].length }, userEvent: 'select' });
		return true;
	}

	/** What no strategy could hold is refused whole, so that nothing is kept by halves. */
	function tooLarge(transaction: Transaction): boolean {
		const { newDoc } = transaction;
		let longest = 0;
		if (newDoc.length > LINE_CEILING) for (const line of newDoc.iterLines()) longest = Math.max(longest, line.length);
		if (newDoc.lines <= LINES_CEILING && longest <= LINE_CEILING) return false;
		const message = `A strategy holds at most ${counted(LINES_CEILING)} lines, and a line ${counted(LINE_CEILING)} signs; this has ${newDoc.lines > LINES_CEILING ? `${counted(newDoc.lines)} lines` : `a line of ${counted(longest)}`}. Nothing was changed; the text is still where you copied it from.`;
		queueMicrotask(() => enquiry.refuse(message));
		return true;
	}

	/** Faults with their repairs: those of the notation at once, those of names when the server has read the line. */
	const parsedFaults = new Map<string, readonly Fault[]>();
	function diagnose(): void {
		if (!editor) return;
		const state = editor.state;
		const byId = new Map(view?.lines.map((line) => [line.id, line]));
		const diagnostics: Diagnostic[] = [];
		state.field(ids).forEach((id, at) => {
			const line = state.doc.line(at + 1);
			if (line.text.trim() === '') return;
			const server = byId.get(id);
			let faults = server?.text === line.text ? server.faults : parsedFaults.get(line.text);
			if (!faults) {
				if (parsedFaults.size > 2_000) parsedFaults.clear();
				faults = parse(line.text).faults;
				parsedFaults.set(line.text, faults);
			}
			for (const fault of faults) {
				const from = Math.min(line.from + fault.from, line.to);
				diagnostics.push({
					from,
					to: Math.min(Math.max(line.from + fault.to, from), line.to),
					severity: fault.severity,
					message: fault.message,
					actions: fault.repairs.map((repair) => ({
						name: repair.label,
						apply: (target) => {
							const base = target.state.doc.line(at + 1).from;
							target.dispatch({ changes: repair.edits.map((edit) => ({ from: base + edit.from, to: base + edit.to, insert: edit.insert })), userEvent: 'input.repair' });
						}
					}))
				});
			}
		});
		editor.dispatch(setDiagnostics(state, diagnostics));
	}

	const STATES: Readonly<Record<string, string>> = { off: 'off', empty: '', faulty: 'cannot be read', broken: 'broken', heavy: 'too much work', uncounted: 'no collection' };
	function showMargins(): void {
		if (!editor) return;
		const byId = new Map(view?.lines.map((line) => [line.id, line]));
		const most = view?.collection?.size ?? 10;
		const known = view?.benchmark.held ?? 0;
		const margins = editor.state.field(ids).map((id, at): Margin => {
			const stored = enquiry.document.lines[at];
			const line = byId.get(id);
			const concept = enquiry.document.concepts.findIndex((one) => one.id === stored?.concept);
			const fresh = line !== undefined && line.text === editor?.state.doc.line(at + 1).text && !old;
			const found = line?.found ?? 0;
			return {
				number: at + 1,
				letter: concept < 0 ? null : conceptLetter(concept),
				hue: concept,
				off: stored?.off ?? false,
				count: line?.state === 'counted' ? line.count : null,
				words: line?.state === 'counted' ? `${view?.collection?.name ?? ''}, revision ${view?.revision ?? ''}${line.beforeHand ? ', before hand-set limits' : ''}` : (STATES[line?.state ?? 'empty'] ?? ''),
				share: line?.count ? Math.log10(line.count + 1) / Math.log10(most + 1) : 0,
				ships: known > 0 ? `${found}/${known}` : '',
				shipsTitle: known > 0 ? `${found} of ${known} known articles that the collection holds` : '',
				dim: !fresh,
				label: stored?.label ?? ''
			};
		});
		editor.dispatch({ effects: setMargins.of(margins) });
	}

	function follow(state: EditorState): void {
		const lineIds = state.field(ids);
		const { from, to, head } = state.selection.main;
		const [first, last] = [state.doc.lineAt(from).number, state.doc.lineAt(to).number];
		selected = lineIds.slice(first - 1, last).filter((id) => enquiry.document.lines.some((line) => line.id === id));
		const line = state.doc.lineAt(head);
		const inside = [...line.text.matchAll(/\{!?([^{}]*)\}/g)].find((match) => line.from + match.index <= head && head <= line.from + match.index + match[0].length);
		const id = lineIds[line.number - 1];
		if (id) oncursor(id, inside?.[1]?.split(/[>|]/)[0]?.trim().replace(/^"|"$/g, '') ?? null);
	}

	export function join(operator: 'OR' | 'AND'): void {
		if (!editor || selected.length < 2) return;
		const lines = enquiry.document.lines;
		const chosen = lines.filter((line) => selected.includes(line.id));
		const concepts = new Set(chosen.map((line) => line.concept));
		const concept = enquiry.document.concepts.find((one) => concepts.size === 1 && one.id === chosen[0]?.concept);
		const numbers = chosen.map((line) => `#${lines.indexOf(line) + 1}`);
		const source = toSource(numbers.join(` ${operator} `), namesFor(lines.map((line) => line.id)));
		const id = newId();
		enquiry.edit(`join lines with ${operator}`, [
			{
				do: 'insert',
				in: ['lines'],
				item: { id, source, concept: concept?.id ?? null, strand: null, role: 'joining', label: concept ? `${concept.name}: ${operator === 'OR' ? 'all together' : 'both'}` : `Joined with ${operator}`, note: '', off: false },
				after: chosen.at(-1)?.id ?? null
			}
		]);
		requestAnimationFrame(() => go(id));
	}
	export function move(by: -1 | 1): void {
		const lines = enquiry.document.lines;
		const at = lines.findIndex((line) => line.id === selected[0]);
		const line = lines[at];
		if (line && lines[at + by]) enquiry.edit('move a line', [{ do: 'move', at: ['lines', line.id], after: (by < 0 ? lines[at - 2] : lines[at + 1])?.id ?? null }]);
	}
	export function switchOff(): void {
		const chosen = enquiry.document.lines.filter((line) => selected.includes(line.id));
		const off = !chosen.every((line) => line.off);
		enquiry.edit(
			off ? 'switch lines off' : 'switch lines on',
			chosen.map((line) => ({ do: 'set', at: ['lines', line.id, 'off'], value: off }))
		);
	}
	export function go(id: string): void {
		const at = editor?.state.field(ids).indexOf(id) ?? -1;
		if (!editor || at < 0) return;
		editor.dispatch({ selection: { anchor: editor.state.doc.line(at + 1).to }, scrollIntoView: true });
		editor.focus();
	}

	onMount(() => {
		const lines = enquiry.document.lines;
		const first = lines.length > 0 ? lines.map((line) => line.id) : [newId()];
		lastNames = namesFor(first);
		const names = lastNames;
		const run = (act: () => void) => () => {
			act();
			return true;
		};
		editor = new EditorView({
			parent: host,
			state: EditorState.create({
				doc: lines.map((line) => shownText(line, names)).join('\n'),
				extensions: [
					ids.init(() => first),
					marginGutters(),
					highlight,
					EditorView.lineWrapping,
					drawSelection(),
					highlightActiveLine(),
					bracketMatching(),
					closeBrackets(),
					EditorState.transactionFilter.of((transaction) => (transaction.docChanged && tooLarge(transaction) ? [] : transaction)),
					EditorState.readOnly.of(!enquiry.editable),
					EditorView.editable.of(enquiry.editable),
					placeholder('Type a first line, such as  delir* OR "acute confusion"  — or assemble the lines from your concepts.'),
					completions({
						vocabulary: () => ownVocabulary(bench),
						lines: () => enquiry.document.lines.map((line, at) => ({ number: at + 1, text: editor?.state.doc.line(at + 1).text ?? '', label: line.label })),
						concepts: () => enquiry.document.concepts.map((one, at) => ({ letter: conceptLetter(at), name: one.name }))
					}),
					keymap.of([
						{ key: 'Mod-z', run: run(() => enquiry.undo()), preventDefault: true },
						{ key: 'Mod-Shift-z', run: run(() => enquiry.redo()), preventDefault: true },
						{ key: 'Mod-y', run: run(() => enquiry.redo()), preventDefault: true },
						{ key: 'Alt-o', run: run(() => join('OR')) },
						{ key: 'Alt-a', run: run(() => join('AND')) },
						{ key: 'Alt-s', run: run(() => switchOff()) },
						{ key: 'Alt-ArrowUp', run: run(() => move(-1)) },
						{ key: 'Alt-ArrowDown', run: run(() => move(1)) },
						{ key: 'Alt-Enter', run: run(() => selected[0] && onrecords(selected[0])) },
						...closeBracketsKeymap,
						...completionKeymap,
						{ key: 'Enter', run: (view) => leaveHeading(view) || insertNewline(view) },
						...lintKeymap,
						...defaultKeymap
					]),
					EditorView.contentAttributes.of({ 'aria-label': 'Strategy sheet, one search line per line', spellcheck: 'false' }),
					EditorView.updateListener.of((update) => {
						if (update.docChanged && update.transactions.some((one) => one.isUserEvent('input') || one.isUserEvent('delete') || one.isUserEvent('move') || one.isUserEvent('undo'))) send(update.state);
						if (update.selectionSet || update.docChanged) follow(update.state);
						if (update.docChanged)
							queueMicrotask(() => {
								showMargins();
								diagnose();
							});
					}),
					EditorView.domEventHandlers({
						mousedown(event) {
							const mark = (event.target as HTMLElement).closest<HTMLElement>('.right-mark');
							const line = mark && enquiry.document.lines[Number(mark.dataset['line']) - 1];
							if (line) onrecords(line.id);
							return false;
						},
						blur() {
							setTimeout(() => sync(true));
							return false;
						}
					})
				]
			})
		});
		ready = true;
		return () => editor?.destroy();
	});

	let turns = untrack(() => enquiry.turns);
	$effect(() => {
		void enquiry.document;
		const turned = enquiry.turns !== turns;
		turns = enquiry.turns;
		if (ready) untrack(() => sync(turned));
	});
	$effect(() => {
		void view;
		void old;
		void enquiry.document;
		if (ready)
			untrack(() => {
				showMargins();
				diagnose();
			});
	});
</script>

<!-- svelte-ignore a11y_no_static_element_interactions (the right margin leads to a line's records; Alt Enter does the same by keyboard) -->
<div
	class="strategy"
	bind:this={host}
	onclick={(event) => {
		const mark = (event.target as HTMLElement).closest<HTMLElement>('.right-mark');
		const line = mark && enquiry.document.lines[Number(mark.dataset['line']) - 1];
		if (line) onrecords(line.id);
	}}
	onkeydown={() => undefined}
></div>
