/** Words looked up in all vocabularies at once: what was found, which heading is shown, which stand side by side. */
import type { Concept, Edit } from '@wide-lantern/core/editor';
import { SvelteSet } from 'svelte/reactivity';
import type { HeadingMatch, LookupMode } from '$lib/contract/headings';
import { lookUpInAll, type FoundIn } from './headings';
import { park } from './terms';

export interface HeadingPlace {
	readonly vocabulary: string;
	readonly id: string;
}
/** How many of a vocabulary are shown: the strategy's own, or all where nothing is typed, has more room. */
const [ROOM, LITTLE_ROOM, WHOLE] = [12, 5, 100];
/** Milliseconds before words are looked up again where no vocabulary could answer. */
const AGAIN = 3_000;
/** Headings that can be compared at once. */
const MOST_COMPARED = 6;

export class HeadingSearch {
	typed = $state('');
	mode = $state<LookupMode>('all');
	/** What each vocabulary has, the strategy's own first. */
	groups = $state.raw<readonly FoundIn[]>([]);
	/** The heading that is shown. */
	current = $state.raw<HeadingPlace | null>(null);
	/** Headings put side by side, as `vocabulary:identifier`. */
	readonly compared = new SvelteSet<string>();
	/** Vocabularies whose whole list is shown, until other words are looked up. */
	private wide = $state.raw<ReadonlySet<string>>(new Set());

	/** Looks up what is typed; where every vocabulary fails, again a moment later. Call the result to stop. */
	search(vocabularies: readonly { readonly id: string; readonly name: string }[]): () => void {
		const { typed: words, mode } = this;
		// Without words, only the own vocabulary shows its top: the others would crowd it out.
		const wanted = words.trim() === '' ? vocabularies.slice(0, 1) : vocabularies;
		const stopping = new AbortController();
		let again: ReturnType<typeof setTimeout> | undefined;
		const ask = (): void =>
			void lookUpInAll(wanted, words, mode, stopping.signal).then(
				(found) => {
					if (stopping.signal.aborted) return;
					this.groups = found;
					this.wide = new Set();
					const best = found.find((one) => one.matches.length > 0);
					const [match] = best?.matches ?? [];
					if (words.trim() !== '' && best && match) this.current = { vocabulary: best.vocabulary, id: match.id };
					else if (found.every((one) => one.fault !== '')) again = setTimeout(ask, AGAIN);
				},
				// Stopped.
				() => undefined
			);
		ask();
		return () => {
			clearTimeout(again);
			stopping.abort();
		};
	}

	/** How many matches of a vocabulary are shown. @param at its place among the groups */
	room(at: number): number {
		if (this.wide.has(this.groups[at]?.vocabulary ?? '')) return WHOLE;
		return this.typed.trim() === '' || at === 0 ? ROOM : LITTLE_ROOM;
	}
	/** Shows all that a vocabulary has. */
	widen(vocabulary: string): void {
		this.wide = new Set([...this.wide, vocabulary]);
	}
	/** All matches that are shown, from top to bottom. */
	get listed(): readonly { readonly vocabulary: string; readonly match: HeadingMatch }[] {
		return this.groups.flatMap(({ vocabulary, matches }, at) =>
			matches.slice(0, this.room(at)).map((match) => ({ vocabulary, match }))
		);
	}

	choose(vocabulary: string, id: string): void {
		this.current = { vocabulary, id };
	}
	isCurrent(vocabulary: string, id: string): boolean {
		return this.current?.vocabulary === vocabulary && this.current.id === id;
	}
	/** Shows the next or the previous match. @returns false where there is none */
	step(by: 1 | -1): boolean {
		const at = this.listed.findIndex((one) => this.isCurrent(one.vocabulary, one.match.id));
		const next = this.listed[at + by];
		if (next) this.choose(next.vocabulary, next.match.id);
		return next !== undefined;
	}
	/** The label of what is shown, where it is among the matches. */
	get currentLabel(): string | null {
		return this.listed.find((one) => this.isCurrent(one.vocabulary, one.match.id))?.match.label ?? null;
	}
	/** For another concept nothing is typed yet. */
	clear(): void {
		this.typed = '';
		this.current = null;
	}

	/** Puts a heading beside others, or takes it away again. */
	compare(key: string): void {
		if (!this.compared.delete(key) && this.compared.size < MOST_COMPARED) this.compared.add(key);
	}

	/** What is shown of a vocabulary and neither taken nor parked in a concept. */
	rest(concept: Concept, group: FoundIn, at: number): readonly HeadingMatch[] {
		const known = new Set(
			[...concept.headings, ...concept.parked].flatMap(({ vocabulary, heading }) =>
				vocabulary === group.vocabulary && heading ? [heading] : []
			)
		);
		return group.matches.slice(0, this.room(at)).filter((match) => !known.has(match.id));
	}
	/** Parks the rest, in its order, in one step. */
	parkingEdits(concept: Concept, group: FoundIn, at: number): readonly Edit[] {
		let after = concept.parked.at(-1)?.id ?? null;
		return this.rest(concept, group, at).flatMap((match) =>
			park(concept, match.label, { vocabulary: group.vocabulary, heading: match.id }).map((edit) => {
				if (edit.do !== 'insert') return edit;
				const placed = { ...edit, after };
				after = (edit.item as { readonly id: string }).id;
				return placed;
			})
		);
	}
}
