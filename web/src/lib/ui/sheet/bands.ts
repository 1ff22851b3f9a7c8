/**
 * What is drawn between and behind the lines: a band above each run of lines of one concept, which
 * folds the run to its joining line; labels and notes at the ends of lines.
 */
import { StateEffect, StateField, type EditorState, type Extension, type Range } from '@codemirror/state';
import { Decoration, EditorView, WidgetType, type DecorationSet } from '@codemirror/view';
import { lineIds } from './identity';

export interface LineFacts {
	readonly id: string;
	readonly concept: string | null;
	readonly letter: string;
	readonly name: string;
	readonly hue: number;
	readonly joining: boolean;
	readonly label: string;
	readonly note: string;
	/** Records of the whole concept, in words; empty while they are not known. */
	readonly total: string;
}

export const setFacts = StateEffect.define<readonly LineFacts[]>();
/** The concepts whose lines are folded away. */
export const setFolded = StateEffect.define<ReadonlySet<string>>();

export interface Run {
	readonly concept: string;
	/** Lines of the text, from 1, ends included. */
	readonly first: number;
	readonly last: number;
	/** What folding hides: all but the joining line; all where there is none. */
	readonly hidden: readonly [first: number, last: number] | null;
	readonly facts: LineFacts;
}

/** Runs of neighbouring lines of one concept. */
export function runsOf(facts: readonly (LineFacts | undefined)[]): Run[] {
	const runs: Run[] = [];
	for (let at = 0; at < facts.length;) {
		const one = facts[at];
		if (!one || one.concept === null) {
			at++;
			continue;
		}
		let end = at;
		while (facts[end + 1]?.concept === one.concept) end++;
		const joining = facts.slice(at, end + 1).findLastIndex((line) => line?.joining);
		const lastHidden = joining < 0 ? end : at + joining - 1;
		runs.push({
			concept: one.concept,
			first: at + 1,
			last: end + 1,
			hidden: lastHidden < at || end === at ? null : [at + 1, lastHidden + 1],
			facts: one
		});
		at = end + 1;
	}
	return runs;
}

class BandWidget extends WidgetType {
	constructor(
		private readonly run: Run,
		private readonly folded: boolean
	) {
		super();
	}
	override eq(other: BandWidget): boolean {
		const [one, two] = [this.run, other.run];
		return (
			this.folded === other.folded &&
			one.facts.letter === two.facts.letter &&
			one.facts.name === two.facts.name &&
			one.facts.hue === two.facts.hue &&
			one.facts.total === two.facts.total &&
			String(one.hidden) === String(two.hidden) &&
			one.last - one.first === two.last - two.first &&
			one.concept === two.concept
		);
	}
	override toDOM(): HTMLElement {
		const band = document.createElement('div');
		band.className = 'band';
		band.append(document.createElement('button'));
		this.fill(band);
		return band;
	}
	/** A count that comes in while somebody presses the button must not put another button in its place. */
	override updateDOM(band: HTMLElement): boolean {
		if (band.querySelector('button')?.dataset['fold'] !== this.run.concept) return false;
		this.fill(band);
		return true;
	}
	private fill(band: HTMLElement): void {
		const { facts, first, last, hidden } = this.run;
		const fold = band.querySelector('button');
		if (!fold) return;
		band.style.setProperty('--hue', `var(--hue-${facts.hue % 6})`);
		fold.type = 'button';
		fold.className = 'fold';
		fold.tabIndex = -1;
		fold.dataset['fold'] = this.run.concept;
		fold.disabled = hidden === null;
		fold.textContent = this.folded ? '▸' : '▾';
		fold.title = this.folded ? 'Open these lines (Alt F)' : 'Fold to the joining line (Alt F)';
		fold.setAttribute('aria-expanded', String(!this.folded));
		fold.setAttribute('aria-label', `${this.folded ? 'Open' : 'Fold'} the lines of concept ${facts.letter}`);
		const letter = document.createElement('strong');
		letter.textContent = facts.letter;
		const name = document.createElement('span');
		name.className = 'name';
		name.textContent = facts.name;
		const parts: HTMLElement[] = [letter, name];
		if (this.folded && hidden) {
			const count = document.createElement('span');
			count.className = 'soft';
			const lines = hidden[1] - hidden[0] + 1;
			const whole = lines === last - first + 1;
			count.textContent = `${lines} ${lines === 1 ? 'line' : 'lines'} folded${whole ? '' : ' into the joining'}${whole && facts.total !== '' ? ` · ${facts.total} together` : ''}`;
			parts.push(count);
		}
		while (fold.nextSibling) fold.nextSibling.remove();
		band.append(...parts);
	}
	override ignoreEvent(): boolean {
		return false;
	}
}

class EndWidget extends WidgetType {
	constructor(
		private readonly line: string,
		private readonly label: string,
		private readonly note: string
	) {
		super();
	}
	override eq(other: EndWidget): boolean {
		return this.line === other.line && this.label === other.label && this.note === other.note;
	}
	override toDOM(): HTMLElement {
		const end = document.createElement('span');
		end.className = 'line-end';
		// Drawn by the style sheet, so that the text of the line stays what is searched.
		end.dataset['label'] = this.label;
		end.dataset['line'] = this.line;
		end.title = 'Double-click to edit the label';
		end.setAttribute('role', 'note');
		end.setAttribute('aria-label', this.label);
		if (this.note !== '') {
			const note = document.createElement('span');
			note.className = 'note-mark';
			note.dataset['label'] = ' ✎';
			note.title = this.note;
			note.setAttribute('aria-label', `Note: ${this.note}`);
			note.setAttribute('role', 'img');
			end.append(note);
		}
		return end;
	}
}

const factsField = StateField.define<readonly LineFacts[]>({
	create: () => [],
	update(value, transaction) {
		for (const effect of transaction.effects) if (effect.is(setFacts)) return effect.value;
		return value;
	}
});

export const foldedField = StateField.define<ReadonlySet<string>>({
	create: () => new Set(),
	update(value, transaction) {
		for (const effect of transaction.effects) if (effect.is(setFolded)) return effect.value;
		return value;
	}
});

/** The facts of the lines as they stand now. */
const current = (state: EditorState): (LineFacts | undefined)[] => {
	const byId = new Map(state.field(factsField).map((one) => [one.id, one]));
	return state.field(lineIds).map((id) => byId.get(id));
};

export function runsIn(state: EditorState): Run[] {
	return runsOf(current(state)).filter((run) => run.last <= state.doc.lines);
}

function build(state: EditorState): { readonly all: DecorationSet; readonly hidden: DecorationSet } {
	const all: Range<Decoration>[] = [];
	const hidden: Range<Decoration>[] = [];
	const folded = state.field(foldedField);
	for (const run of runsIn(state)) {
		const isFolded = folded.has(run.concept) && run.hidden !== null;
		all.push(
			Decoration.widget({ widget: new BandWidget(run, isFolded), block: true, side: -1 }).range(
				state.doc.line(run.first).from
			)
		);
		if (!isFolded || !run.hidden) continue;
		const range = Decoration.replace({ block: true }).range(
			state.doc.line(run.hidden[0]).from,
			state.doc.line(run.hidden[1]).to
		);
		all.push(range);
		hidden.push(range);
	}
	current(state).forEach((one, at) => {
		if (one && at < state.doc.lines && (one.label !== '' || one.note !== ''))
			all.push(
				Decoration.widget({ widget: new EndWidget(one.id, one.label, one.note), side: 1 }).range(
					state.doc.line(at + 1).to
				)
			);
	});
	return { all: Decoration.set(all, true), hidden: Decoration.set(hidden, true) };
}

const drawn = StateField.define<{ readonly all: DecorationSet; readonly hidden: DecorationSet }>({
	create: build,
	update(value, transaction) {
		const { startState, state } = transaction;
		const same =
			!transaction.docChanged &&
			startState.field(factsField) === state.field(factsField) &&
			startState.field(foldedField) === state.field(foldedField) &&
			startState.field(lineIds) === state.field(lineIds);
		if (same) return value;
		// Inside one line the bands stay where they are.
		if (
			transaction.docChanged &&
			startState.field(lineIds) === state.field(lineIds) &&
			startState.doc.lines === state.doc.lines &&
			startState.field(factsField) === state.field(factsField)
		)
			return { all: value.all.map(transaction.changes), hidden: value.hidden.map(transaction.changes) };
		return build(state);
	},
	provide: (field) => [
		EditorView.decorations.from(field, (value) => value.all),
		EditorView.atomicRanges.of((view) => view.state.field(field).hidden)
	]
});

export const bands: Extension = [factsField, foldedField, drawn];
