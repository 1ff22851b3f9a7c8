/** How a source indexes a work: the narrowest heading that fits and existed, main topics, qualifiers, lag, and indexers who differ. */
import { Vocabulary, type BibliographicRecord } from '@wide-lantern/core';
import type { Cut } from '../vocabularies/cut.ts';
import { hashOf, type VocabularyId } from '../vocabularies/notion.ts';
import { qualifierIn } from '../vocabularies/qualifiers.ts';
import type { Idea } from './ideas.ts';
import type { Dice } from './random.ts';
import type { Work } from './works.ts';

/** From this day on nothing is indexed yet. */
export const INDEXED_UNTIL = '2026-07-15';

type Assigned = BibliographicRecord['headings'];

export class Indexer {
	readonly vocabulary: Vocabulary;
	private readonly known = new Map<string, readonly string[]>();
	private readonly allowed = new Map<string, ReadonlySet<string>>();

	constructor(
		private readonly cut: Cut,
		private readonly id: VocabularyId
	) {
		this.vocabulary = new Vocabulary(cut.vocabularies[id]);
	}

	/** The headings of a notion: its own, of kinds kept apart one by the work; else those of what stands above it. */
	headingsOf(notion: string, work: string, depth = 0): readonly string[] {
		const own = this.cut.places[this.id].get(notion)?.headings ?? [];
		const [only] = own;
		if (own.length > 1) return [own[hashOf(`${work} ${notion}`) % own.length] ?? ''];
		if (only !== undefined) return [only];
		if (depth > 8) return [];
		const above = this.cut.notions.get(notion)?.under ?? [];
		// The topmost branches are for browsing; nobody indexes with them.
		return above
			.slice(0, 1)
			.flatMap((one) =>
				(this.cut.notions.get(one)?.under.length ?? 0) === 0 ? [] : this.headingsOf(one, work, depth + 1)
			);
	}

	/** The heading if it existed in that year; before that, what stood for it, or the next broader one that did. */
	existing(id: string, year: number): readonly string[] {
		const key = `${id} ${year}`;
		const known = this.known.get(key);
		if (known) return known;
		const heading = this.vocabulary.get(id);
		if (!heading) throw new Error(`${this.id} lacks ${id}`);
		let found: readonly string[] = [id];
		if (heading.since !== null && year < heading.since) {
			const before = heading.before
				.filter((one) => !one.renamed)
				.map((one) => this.vocabulary.find(one.label)?.heading.id);
			const instead = before.length > 0 ? before.filter((one) => one !== undefined) : heading.broader;
			found = instead.flatMap((one) => this.existing(one, year));
		}
		this.known.set(key, found);
		return found;
	}

	private ofIdea = (idea: Pick<Idea, 'notions'>, work: Work) =>
		idea.notions.flatMap((notion) => this.headingsOf(notion, work.id)).flatMap((one) => this.existing(one, work.year));

	assign(dice: Dice, work: Work): Assigned {
		const given = new Map<string, { main: boolean; qualifiers: string[] }>();
		const give = (ids: readonly string[], main: number, qualifiers: readonly string[]) => {
			for (const id of ids) {
				if (given.has(id)) continue;
				const allowed = this.allowedFor(id);
				const own = qualifiers
					.map((one) => qualifierIn(this.id, one))
					.filter((one) => one !== null && allowed.has(one)) as string[];
				given.set(id, { main: dice.chance(main), qualifiers: dice.some(own, dice.chance(0.6) ? 1 : 0) });
			}
		};
		give(this.ofIdea(work.outcome, work), 0.75, ['prevention', 'treatment', 'nursing', 'occurrence']);
		// Indexers differ: now and then the action is given a broader heading, or none.
		const action = this.ofIdea(work.action, work);
		const blurred = dice.chance(0.12) && work.way === 'plain';
		const chosen = blurred
			? action.flatMap((id) => this.vocabulary.get(id)?.broader ?? []).flatMap((id) => this.existing(id, work.year))
			: action;
		if (work.way !== 'words-only' && !(work.way === 'plain' && dice.chance(0.06)))
			give(chosen, 0.7, ['methods', 'use', 'harm', 'standards']);
		give(this.ofIdea(work.setting, work), 0.2, ['organisation', 'nursing']);
		give(this.ofIdea(work.design, work), 0, []);
		return [...given].map(([heading, { main, qualifiers }]) => ({ vocabulary: this.id, heading, main, qualifiers }));
	}

	private allowedFor(id: string): ReadonlySet<string> {
		let names = this.allowed.get(id);
		if (!names) this.allowed.set(id, (names = new Set(this.vocabulary.qualifiersOf(id, false).map((one) => one.name))));
		return names;
	}
}
