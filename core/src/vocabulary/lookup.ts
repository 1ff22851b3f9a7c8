/**
 * Looking a word up in a vocabulary as one types, with the reason of every match. The order is:
 * the heading itself, another name for it, words in any order, fragments, words of the scope
 * note, and at last names that are spelt much alike.
 */
import { tokenTexts } from '../text/index.ts';
import type { Heading, Vocabulary } from './vocabulary.ts';

export interface LookupMatch {
	readonly heading: Heading;
	readonly reason: 'heading' | 'entry-term' | 'heading-words' | 'entry-words' | 'fragment' | 'scope-note' | 'spelling';
	/** The name that matched. */
	readonly name: string;
}

const RANKS: Record<LookupMatch['reason'], number> = {
	heading: 0,
	'entry-term': 1,
	'heading-words': 2,
	'entry-words': 3,
	fragment: 4,
	'scope-note': 5,
	spelling: 6
};

interface Name {
	readonly heading: Heading;
	readonly name: string;
	readonly key: string;
	readonly words: readonly string[];
	readonly own: boolean;
}

/** A lookup over one vocabulary; make it once, ask it often. */
export class VocabularyLookup {
	private readonly names: Name[] = [];
	private readonly notes: { heading: Heading; words: ReadonlySet<string> }[] = [];

	constructor(vocabulary: Vocabulary) {
		for (const heading of vocabulary.headings) {
			this.add(heading, heading.label, true);
			for (const term of heading.entryTerms) this.add(heading, term, false);
			if (heading.scopeNote) this.notes.push({ heading, words: new Set(tokenTexts(heading.scopeNote)) });
		}
	}

	private add(heading: Heading, name: string, own: boolean): void {
		const words = tokenTexts(name);
		this.names.push({ heading, name, words, key: words.join(' '), own });
	}

	/**
	 * Matches in order of usefulness, each heading once.
	 * @param typed one or several words, the last perhaps unfinished
	 * @param most how many at most
	 */
	find(typed: string, most = 30): LookupMatch[] {
		const words = tokenTexts(typed);
		if (words.length === 0) return [];
		const key = words.join(' ');
		const best = new Map<string, LookupMatch>();
		const offer = (match: LookupMatch) => {
			const known = best.get(match.heading.id);
			if (!known || RANKS[match.reason] < RANKS[known.reason]) best.set(match.heading.id, match);
		};
		for (const one of this.names) {
			const reason = nameReason(one, key, words);
			if (reason) offer({ heading: one.heading, reason, name: one.name });
		}
		for (const note of this.notes)
			if (words.every((word) => note.words.has(word))) offer({ heading: note.heading, reason: 'scope-note', name: note.heading.label });
		if (best.size === 0) for (const near of this.nearest(typed, 5)) offer({ heading: near.heading, reason: 'spelling', name: near.name });
		return [...best.values()]
			.sort((a, b) => RANKS[a.reason] - RANKS[b.reason] || a.name.length - b.name.length || a.name.localeCompare(b.name, 'en'))
			.slice(0, most);
	}

	/** Headings whose names differ from the typed one by few letters. */
	nearest(typed: string, most = 4): { heading: Heading; name: string }[] {
		const key = tokenTexts(typed).join(' ');
		const ceiling = Math.max(1, Math.floor(key.length / 4));
		const found = new Map<string, { heading: Heading; name: string; distance: number }>();
		for (const one of this.names) {
			if (Math.abs(one.key.length - key.length) > ceiling) continue;
			const distance = editDistance(one.key, key, ceiling);
			if (distance > ceiling) continue;
			const known = found.get(one.heading.id);
			if (!known || distance < known.distance) found.set(one.heading.id, { heading: one.heading, name: one.name, distance });
		}
		return [...found.values()].sort((a, b) => a.distance - b.distance).slice(0, most);
	}
}

function nameReason(one: Name, key: string, words: readonly string[]): LookupMatch['reason'] | null {
	if (one.key === key) return one.own ? 'heading' : 'entry-term';
	const starts = (word: string) => one.words.some((own) => own.startsWith(word));
	if (words.every(starts)) return one.own ? 'heading-words' : 'entry-words';
	return key.length >= 3 && one.key.includes(key) ? 'fragment' : null;
}

/** Optimal string alignment distance (one letter changed, added, left out, or two swapped); above `ceiling` it stops. */
export function editDistance(a: string, b: string, ceiling: number): number {
	let older: number[] = [];
	let previous = Array.from({ length: b.length + 1 }, (_, column) => column);
	for (let row = 1; row <= a.length; row++) {
		const current = [row];
		let least = row;
		for (let column = 1; column <= b.length; column++) {
			const same = a[row - 1] === b[column - 1];
			let cost = Math.min((previous[column] ?? 0) + 1, (current[column - 1] ?? 0) + 1, (previous[column - 1] ?? 0) + (same ? 0 : 1));
			if (row > 1 && column > 1 && a[row - 1] === b[column - 2] && a[row - 2] === b[column - 1]) cost = Math.min(cost, (older[column - 2] ?? 0) + 1);
			current.push(cost);
			least = Math.min(least, cost);
		}
		if (least > ceiling) return ceiling + 1;
		older = previous;
		previous = current;
	}
	return previous[b.length] ?? 0;
}
