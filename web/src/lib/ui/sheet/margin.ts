/** The two margins of the sheet: number and concept at the left; count, bar and known at the right. */
import { StateEffect, StateField, type Extension } from '@codemirror/state';
import { gutter, GutterMarker } from '@codemirror/view';
import { formatCount } from '$lib/client/fresh.svelte';

/** What the margins say of one line. */
export interface Margin {
	readonly number: number;
	/** Letter and place of the concept, where the line belongs to one. */
	readonly letter: string | null;
	readonly hue: number;
	readonly role: string;
	readonly roleName: string;
	readonly off: boolean;
	/** True for the line that is the result. */
	readonly final: boolean;
	/** Count or, instead, words such as “broken”. */
	readonly count: number | null;
	readonly words: string;
	readonly share: number;
	/** Records of the result that this line alone brings; null where that says nothing. */
	readonly alone: number | null;
	readonly aloneTitle: string;
	readonly known: string;
	readonly knownTitle: string;
	readonly knownShare: number;
	/** True until the figures belong to the text shown. */
	readonly dim: boolean;
	readonly dimAlone: boolean;
}

export const setMargins = StateEffect.define<readonly Margin[]>();

const margins = StateField.define<readonly Margin[]>({
	create: () => [],
	update(value, transaction) {
		for (const effect of transaction.effects) if (effect.is(setMargins)) return effect.value;
		return value;
	}
});

function element(name: string, className: string, text = ''): HTMLElement {
	const made = document.createElement(name);
	made.className = className;
	made.textContent = text;
	return made;
}

/** One sign for each role; the name stands in the title and in the lens. */
const ROLE_SIGNS: Readonly<Record<string, string>> = {
	headings: '{}',
	words: 'w',
	mixed: '{w',
	joining: '⋃',
	limit: '≤',
	filter: '▽',
	check: '✓'
};

class LeftMark extends GutterMarker {
	constructor(
		private readonly number: number,
		private readonly margin: Margin | undefined
	) {
		super();
	}
	override eq(other: LeftMark): boolean {
		return (
			this.number === other.number &&
			this.margin?.letter === other.margin?.letter &&
			this.margin?.hue === other.margin?.hue &&
			this.margin?.off === other.margin?.off &&
			this.margin?.role === other.margin?.role &&
			this.margin?.final === other.margin?.final
		);
	}
	override toDOM(): Node {
		const mark = element('span', `left-mark${this.margin?.off ? ' off' : ''}${this.margin?.final ? ' final' : ''}`);
		if (this.margin && this.margin.hue >= 0) mark.style.setProperty('--hue', `var(--hue-${this.margin.hue % 6})`);
		const role = element('span', 'role', ROLE_SIGNS[this.margin?.role ?? ''] ?? '');
		role.title = `${this.margin?.roleName ?? ''}${this.margin?.final ? '; this line is the result' : ''}`;
		mark.append(
			element('span', 'letter', this.margin?.letter ?? ''),
			role,
			element('span', 'number', String(this.number))
		);
		return mark;
	}
}

class RightMark extends GutterMarker {
	constructor(private readonly margin: Margin) {
		super();
	}
	override eq(other: RightMark): boolean {
		return JSON.stringify(this.margin) === JSON.stringify(other.margin);
	}
	override toDOM(): Node {
		const { count, words, share, alone, aloneTitle, known, knownTitle, knownShare, dim, dimAlone } = this.margin;
		const mark = element('span', `right-mark${dim ? ' dim' : ''}`);
		mark.dataset['line'] = String(this.margin.number);
		if (count === null) mark.append(element('span', 'soft small words', words));
		else {
			const track = element('span', 'log-track');
			const bar = element('span', 'log-bar');
			bar.style.width = `${Math.round(share * 100)}%`;
			track.append(bar);
			const figure = element('span', `count${count === 0 ? ' none' : ''}`, formatCount(count));
			figure.title = words;
			const fleet = element('span', 'ships', known);
			fleet.title = knownTitle;
			fleet.style.setProperty('--found', String(knownShare));
			const only = element('span', `alone${dimAlone ? ' dim' : ''}`, alone === null ? '' : formatCount(alone));
			only.title = aloneTitle;
			mark.append(track, figure, only, fleet);
		}
		return mark;
	}
}

export function marginGutters(): Extension {
	const changed = {
		lineMarkerChange: (update: {
			startState: { field<T>(field: StateField<T>): T };
			state: { field<T>(field: StateField<T>): T };
			docChanged: boolean;
		}) => update.docChanged || update.startState.field(margins) !== update.state.field(margins)
	};
	return [
		margins,
		gutter({
			class: 'left-gutter',
			lineMarker: (view, block) => {
				const number = view.state.doc.lineAt(block.from).number;
				return new LeftMark(number, view.state.field(margins)[number - 1]);
			},
			...changed
		}),
		gutter({
			class: 'right-gutter',
			side: 'after',
			lineMarker: (view, block) => {
				const margin = view.state.field(margins)[view.state.doc.lineAt(block.from).number - 1];
				return margin ? new RightMark(margin) : null;
			},
			...changed
		})
	];
}
