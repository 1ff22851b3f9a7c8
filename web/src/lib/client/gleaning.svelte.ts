/** Gleaned candidates worked through by keyboard: orders, filters, decisions, and terms that go to concepts. */
import { conceptLetter, homeOf, printTerm, type Concept, type Edit } from '@wide-lantern/core/editor';
import { callServer } from '$lib/contract/call-server';
import type {
	Candidate,
	CandidateDecision,
	CandidateExample,
	CandidateFigures,
	Gleanings,
	GleaningRequest
} from '$lib/contract/gleaning';
import { hasEnded, isUnderWay, type JobView } from '$lib/contract/jobs';
import type { EnquiryClient } from './enquiry.svelte';
import type { TableChanges } from './gleaning-changes';
import { headingFacts } from './headings';
import type { Jobs } from './jobs.svelte';
import { PanelFigures } from './panel-figures.svelte';
import { addHeading, addWords } from './terms';

export const ORDERS = ['likelihood', 'adds', 'strength', 'records', 'trend', 'score'] as const;
export type CandidateOrder = (typeof ORDERS)[number];
/** What each order answers, in a sentence. */
export const ORDER_TEXTS: Readonly<Record<CandidateOrder, { readonly name: string; readonly why: string }>> = {
	likelihood: {
		name: 'Over-represented',
		why: 'How surely a term is commoner in these records than in the rest of the collection (log-likelihood G², Dunning 1993).'
	},
	adds: {
		name: 'New to the result',
		why: 'How many records the result would gain if the term were added to the concept that holds most of its records already. Terms that add nothing come last.'
	},
	strength: {
		name: 'Strength in the network',
		why: 'How often a term shares records with the other candidates: the sum of the weights of its ties (Barrat and others 2004).'
	},
	records: { name: 'Records', why: 'How many of these records hold the term.' },
	trend: {
		name: 'Newest',
		why: 'Terms of the later half of these records first: names that have come into use.'
	},
	score: {
		name: 'Phrase score',
		why: 'Long phrases whose words mostly stand in phrases (RAKE, Rose and others 2010).'
	}
};

export type Shown = 'open' | 'all' | 'decided';
/** Decisions that are saved at once. */
const MOST = 2_000;
/** Rows that are drawn at first, and more at a time. */
const ROWS = 100;

/** Records that the result would gain at the concept that a candidate belongs to; null where no concept has a line. */
export function addedAtHome(adds: CandidateFigures['adds'][number] = []): number | null {
	return adds[homeOf(adds)]?.result ?? null;
}

/** What concepts hold, looked up by the text of a word or by a heading: the places of the concepts. */
export function heldByConcepts(concepts: readonly Concept[]): (candidate: Candidate) => readonly number[] {
	const places = new Map<string, Set<number>>();
	const add = (key: string, at: number) => {
		const held = places.get(key) ?? new Set();
		places.set(key, held.add(at));
	};
	const headingKey = (vocabulary: string, heading: string) => `heading ${vocabulary}:${heading}`;
	concepts.forEach(({ words, headings }, at) => {
		for (const { text } of words) add(`word ${text.toLowerCase()}`, at);
		for (const { vocabulary, heading } of headings) add(headingKey(vocabulary, heading), at);
	});
	return ({ heading, variants }) => {
		const keys = heading
			? [headingKey(heading.vocabulary, heading.heading)]
			: variants.map(({ text }) => `word ${printTerm(text).toLowerCase()}`);
		return [...new Set(keys.flatMap((key) => [...(places.get(key) ?? [])]))].sort((a, b) => a - b);
	};
}

/** All forms of a word, or a heading. @param narrower how many narrower headings it has */
function editsFor(candidate: Candidate, concept: Concept, origin: string, narrower: number): readonly Edit[] {
	const { heading, variants } = candidate;
	if (!heading) return addWords(concept, variants.map(({ text }) => printTerm(text)).join('\n'), origin).edits;
	const reach = narrower > 0 ? 'narrower' : 'this';
	return addHeading(concept, { ...heading, reach, picked: [], main: false, qualifiers: [] }, origin);
}

/** What a key did, so that `u` can undo it. */
interface Done {
	readonly candidate: string;
	readonly undo: () => void;
}

export class Gleaning {
	value = $state.raw<Gleanings | null>(null);
	fault = $state('');
	order = $state<CandidateOrder>('likelihood');
	shown = $state<Shown>('open');
	filter = $state('');
	/** Key of the candidate that is looked at. */
	current = $state<string | null>(null);
	rowsDrawn = $state(ROWS);
	said = $state('');
	private decisions = $state.raw<ReadonlyMap<string, CandidateDecision['decision']>>(new Map());
	/** Keys in the order of the list: it changes when somebody asks for another list, and not with each decision. */
	private listed = $state.raw<readonly string[]>([]);
	private done: Done[] = [];
	private readonly figures: PanelFigures<{ readonly revision: number; readonly at: string }, CandidateFigures>;
	private readonly exampleFigures: PanelFigures<
		{ readonly candidate: string; readonly at: string },
		readonly CandidateExample[]
	>;

	constructor(
		private readonly enquiry: Pick<EnquiryClient, 'id' | 'document' | 'revision' | 'edit' | 'editable'>,
		private readonly jobs: Pick<Jobs, 'list' | 'refresh'>
	) {
		const path = { enquiry: enquiry.id };
		this.figures = new PanelFigures(
			(_, signal) => callServer('GET /api/v1/enquiries/[enquiry]/gleaning/figures', { path, signal }),
			400
		);
		this.exampleFigures = new PanelFigures(async ({ candidate }, signal) => {
			const query = { candidate };
			const answer = await callServer('GET /api/v1/enquiries/[enquiry]/gleaning/examples', { path, query, signal });
			return answer.ok ? { ok: true as const, status: 200 as const, value: answer.value.examples } : answer;
		}, 120);
	}

	get job(): JobView | null {
		return this.jobs.list.find(({ kind, state }) => kind === 'gleaning' && isUnderWay(state)) ?? null;
	}
	/** Why the last gleaning came to nothing; empty where it did. */
	get failure(): string {
		const newest = this.jobs.list.find(({ kind, state }) => kind === 'gleaning' && hasEnded(state));
		return newest?.state === 'failed' ? (newest.message ?? '') : '';
	}

	private seen: string | null = null;
	/** For an effect: reads all again after a gleaning has ended, whoever began it and in whichever window. */
	async follow(): Promise<void> {
		const ended = this.jobs.list.find(({ kind, state }) => kind === 'gleaning' && hasEnded(state));
		if (ended === undefined || ended.id === this.seen) return;
		this.seen = ended.id;
		await this.load();
	}

	async load(): Promise<void> {
		const answer = await callServer('GET /api/v1/enquiries/[enquiry]/gleaning', { path: { enquiry: this.enquiry.id } });
		if (!answer.ok) {
			this.fault = answer.fault;
			return;
		}
		const before = this.value?.gleaning?.at;
		this.value = answer.value;
		this.decisions = new Map(answer.value.decisions.map(({ candidate, decision }) => [candidate, decision]));
		if (answer.value.gleaning?.at !== before) this.list();
	}

	async begin(request: GleaningRequest): Promise<void> {
		const path = { enquiry: this.enquiry.id };
		const answer = await callServer('POST /api/v1/enquiries/[enquiry]/gleaning', { path, body: request });
		this.fault = answer.ok ? '' : answer.fault;
		await this.jobs.refresh();
	}

	get candidates(): readonly Candidate[] {
		return this.value?.gleaning?.candidates ?? [];
	}
	private readonly byKey = $derived.by(
		() => new Map(this.candidates.map((candidate, at) => [candidate.key, { candidate, at }]))
	);

	/** For an effect: what each candidate would add to the strategy as it is. */
	askFigures(): (() => void) | undefined {
		const gleaning = this.value?.gleaning;
		if (!gleaning || gleaning.outdated) return;
		return this.figures.ask({ revision: this.enquiry.revision, at: gleaning.at });
	}
	/** The gleaning whose list knows what its candidates would add. */
	private orderedFor = '';
	/** For an effect: the order by what candidates would add is made once that is known, and stays while somebody decides. */
	followFigures(): void {
		const at = this.value?.gleaning?.at ?? '';
		if (this.figuresOld || this.orderedFor === at) return;
		this.orderedFor = at;
		if (this.order === 'adds') this.list();
	}
	get figuresFailed(): string {
		return this.figures.failed;
	}
	/** True where what is shown is what candidates would add to the strategy as it was before. */
	get figuresOld(): boolean {
		return !this.figures.isOf({ revision: this.enquiry.revision, at: this.value?.gleaning?.at ?? '' });
	}
	/** What a candidate would add, by place of the concept; concepts for which that is not known are left out. */
	addsOf(key: string): readonly { readonly at: number; readonly concept: number; readonly result: number }[] {
		const place = this.byKey.get(key)?.at;
		const { value } = this.figures;
		if (place === undefined || !value) return [];
		return value.concepts.flatMap((id, which) => {
			const at = this.enquiry.document.concepts.findIndex((concept) => concept.id === id);
			const adds = value.adds[place]?.[which];
			return at >= 0 && adds ? [{ at, ...adds }] : [];
		});
	}

	/** Place of the concept that holds most of a candidate's records already; null while that is not known. */
	homeOf(key: string): number | null {
		const adds = this.addsOf(key);
		return adds[homeOf(adds)]?.at ?? null;
	}

	/** For an effect: examples of the candidate that is looked at. */
	askExamples(): (() => void) | undefined {
		const gleaning = this.value?.gleaning;
		if (this.current === null || !gleaning || gleaning.outdated) return;
		return this.exampleFigures.ask({ candidate: this.current, at: gleaning.at });
	}
	/** Null until they have come. */
	get examples(): readonly CandidateExample[] | null {
		const at = this.value?.gleaning?.at ?? '';
		return this.current === null ? null : this.exampleFigures.of({ candidate: this.current, at });
	}

	/** What a candidate is ordered by. */
	weightOf(candidate: Candidate): number {
		switch (this.order) {
			case 'likelihood':
				return candidate.likelihood;
			case 'adds':
				return addedAtHome(this.figures.value?.adds[this.byKey.get(candidate.key)?.at ?? -1]) ?? -1;
			case 'strength':
				return candidate.strength;
			case 'records':
				return candidate.held;
			case 'trend':
				return candidate.trend * Math.sqrt(candidate.held);
			case 'score':
				return candidate.score;
		}
	}

	/** Makes the list anew: by order, filter and what is shown. */
	list(): void {
		const wanted = this.filter.trim().toLowerCase();
		this.listed = this.candidates
			.filter(
				(candidate) =>
					(this.shown === 'all' || (this.shown === 'open') === (this.stateOf(candidate) === 'open')) &&
					(wanted === '' ||
						candidate.label.toLowerCase().includes(wanted) ||
						candidate.variants.some(({ text }) => text.includes(wanted)))
			)
			.map((candidate) => ({ candidate, value: this.weightOf(candidate) }))
			.sort((a, b) => b.value - a.value || b.candidate.likelihood - a.candidate.likelihood)
			.map(({ candidate }) => candidate.key);
		this.rowsDrawn = ROWS;
		if (this.current === null || !this.listed.includes(this.current)) this.current = this.listed[0] ?? null;
	}
	get total(): number {
		return this.listed.length;
	}
	/** All candidates of the list, in its order. */
	readonly inOrder = $derived.by((): readonly Candidate[] =>
		this.listed.flatMap((key) => this.byKey.get(key)?.candidate ?? [])
	);
	/** The candidates that are drawn. */
	readonly rows = $derived(this.inOrder.slice(0, this.rowsDrawn));
	get looked(): Candidate | null {
		return this.current === null ? null : (this.byKey.get(this.current)?.candidate ?? null);
	}
	/** Goes to a candidate of the list, which is drawn as far as there. */
	look(key: string): void {
		const at = this.listed.indexOf(key);
		if (at < 0) return;
		this.current = key;
		if (at >= this.rowsDrawn) this.rowsDrawn = at + ROWS;
	}
	more(): void {
		this.rowsDrawn += ROWS;
	}
	move(by: number): void {
		const at = this.current === null ? -1 : this.listed.indexOf(this.current);
		const to = Math.max(0, Math.min(this.listed.length - 1, at + by));
		this.current = this.listed[to] ?? null;
		if (to >= this.rowsDrawn) this.rowsDrawn = to + ROWS;
	}

	stateOf(candidate: Candidate): 'open' | 'rejected' | 'parked' | 'added' {
		if (this.holding(candidate).length > 0) return 'added';
		return this.decisions.get(candidate.key) ?? 'open';
	}
	/** What somebody decided on a candidate of this or of an earlier gleaning, apart from concepts. */
	decisionOn(key: string): CandidateDecision['decision'] | null {
		return this.decisions.get(key) ?? null;
	}
	private readonly held = $derived.by(() => heldByConcepts(this.enquiry.document.concepts));
	/** Places of the concepts that a candidate is in. */
	holding(candidate: Candidate): readonly number[] {
		return this.held(candidate);
	}
	/** How many candidates are in each state. */
	readonly counts = $derived.by(() => {
		const counts = { open: 0, rejected: 0, parked: 0, added: 0 };
		for (const candidate of this.candidates) counts[this.stateOf(candidate)]++;
		return counts;
	});

	/** A key that was pressed in the list. @returns true where it did something */
	press(key: string, shift: boolean): boolean {
		switch (key) {
			case 'ArrowDown':
				this.move(1);
				return true;
			case 'ArrowUp':
				this.move(-1);
				return true;
			case 'PageDown':
				this.move(10);
				return true;
			case 'PageUp':
				this.move(-10);
				return true;
			case 'Home':
				this.move(-this.listed.length);
				return true;
			case 'End':
				this.move(this.listed.length);
				return true;
		}
		const candidate = this.looked;
		if (!this.enquiry.editable || !candidate) return false;
		const letter = key.toLowerCase();
		if (!shift && letter === 'u') this.undo();
		else if (!shift && letter === 'x') this.decide(candidate, 'rejected');
		else if (!shift && letter === 'p') this.decide(candidate, 'parked');
		else {
			const at = this.enquiry.document.concepts.findIndex((_, place) => conceptLetter(place) === key.toUpperCase());
			if (at < 0) return false;
			this.assign(candidate, at);
		}
		return true;
	}

	decide(candidate: Candidate, decision: CandidateDecision['decision']): void {
		const before = this.decisions.get(candidate.key) ?? null;
		this.save(candidate.key, decision);
		this.done.push({
			candidate: candidate.key,
			undo: () => {
				this.save(candidate.key, before);
			}
		});
		this.said = `${candidate.label}: ${decision}. U undoes it.`;
		this.move(1);
	}

	/** Headings whose narrower ones are being asked for, before they are added. */
	private asked: Promise<void> = Promise.resolve();
	private waiting = 0;

	/** Adds a candidate to a concept, or says that it is there. A heading goes with its narrower ones, where it has any. */
	assign(candidate: Candidate, at: number): void {
		const { heading } = candidate;
		if (!heading) {
			this.add(candidate, at, 0);
			return;
		}
		this.waiting++;
		// One behind the other: a key that is pressed twice adds once.
		this.asked = this.asked.then(async () => {
			const narrower = await headingFacts(heading.vocabulary, heading.heading, this.enquiry.document.collection).then(
				(facts) => facts.narrower,
				() => 0
			);
			this.waiting--;
			this.add(candidate, at, narrower);
		});
	}

	private add(candidate: Candidate, at: number, narrower: number): void {
		const concept = this.enquiry.document.concepts[at];
		const { gleaning } = this.value ?? {};
		if (!concept || !gleaning) return;
		const name = `${conceptLetter(at)} ${concept.name || 'without a name'}`;
		if (this.holding(candidate).includes(at)) {
			this.said = `${candidate.label} is in ${name} already.`;
			return;
		}
		const edits = editsFor(candidate, concept, `gleaned from ${gleaning.name}`, narrower);
		const added = edits.flatMap((edit) =>
			edit.do === 'insert' ? [[...edit.in, (edit.item as { id: string }).id]] : []
		);
		if (added.length === 0 || !this.enquiry.edit(`add ${candidate.label}`, edits)) return;
		const before = this.decisions.get(candidate.key) ?? null;
		if (before !== null) this.save(candidate.key, null);
		this.done.push({
			candidate: candidate.key,
			undo: () => {
				this.enquiry.edit(
					`remove ${candidate.label}`,
					added.map((place): Edit => ({ do: 'remove', at: place }))
				);
				if (before !== null) this.save(candidate.key, before);
			}
		});
		this.said = `${candidate.label} is in ${name} now. U undoes it.`;
	}

	/**
	 * Decides on many at once, and adds many to their concepts: one step to undo in the enquiry.
	 * @returns why it was not saved; empty where it was
	 */
	async applyAll({ decisions, added }: Pick<TableChanges, 'decisions' | 'added'>): Promise<string> {
		const { document } = this.enquiry;
		const origin = `gleaned from ${this.value?.gleaning?.name ?? 'a table'}`;
		const edits: Edit[] = [];
		for (const [at, concept] of document.concepts.entries()) {
			const here = added.filter((one) => one.at === at).map(({ candidate }) => candidate);
			const words = here.flatMap(({ heading, variants }) =>
				heading ? [] : variants.map(({ text }) => printTerm(text))
			);
			if (words.length > 0) edits.push(...addWords(concept, words.join('\n'), origin).edits);
			for (const candidate of here) {
				const { heading } = candidate;
				if (!heading) continue;
				const facts = await headingFacts(heading.vocabulary, heading.heading, document.collection).catch(() => null);
				edits.push(...editsFor(candidate, concept, origin, facts?.narrower ?? 0));
			}
		}
		if (edits.length > 0 && !this.enquiry.edit(`add ${added.length} candidates from a table`, edits))
			return 'The enquiry cannot be changed at the moment. Nothing of the table was saved; try again.';
		const path = { enquiry: this.enquiry.id };
		for (let from = 0; from < decisions.length; from += MOST) {
			const body = { decisions: decisions.slice(from, from + MOST) };
			const answer = await callServer('PUT /api/v1/enquiries/[enquiry]/gleaning/decisions', { path, body });
			if (!answer.ok) return `Not all decisions are saved: ${answer.fault}`;
			this.decisions = new Map(answer.value.decisions.map(({ candidate, decision }) => [candidate, decision]));
			if (this.value) this.value = { ...this.value, decisions: answer.value.decisions };
		}
		this.list();
		return '';
	}

	undo(): void {
		if (this.waiting > 0) {
			void this.asked.then(() => {
				this.undo();
			});
			return;
		}
		const last = this.done.pop();
		if (!last) {
			this.said = 'There is nothing to undo here.';
			return;
		}
		last.undo();
		this.current = last.candidate;
		this.said = `${this.looked?.label ?? 'It'} is as it was before.`;
	}

	private previous = Promise.resolve();
	/** Shown at once, saved one behind the other. */
	private save(candidate: string, decision: CandidateDecision['decision'] | null): void {
		const changed = new Map(this.decisions);
		if (decision === null) changed.delete(candidate);
		else changed.set(candidate, decision);
		this.decisions = changed;
		const path = { enquiry: this.enquiry.id };
		const body = { decisions: [{ candidate, decision }] };
		this.previous = this.previous.then(async () => {
			const answer = await callServer('PUT /api/v1/enquiries/[enquiry]/gleaning/decisions', { path, body });
			if (!answer.ok) this.fault = `The decision on a candidate is not saved: ${answer.fault}`;
			else if (this.value) this.value = { ...this.value, decisions: answer.value.decisions };
		});
	}
}
