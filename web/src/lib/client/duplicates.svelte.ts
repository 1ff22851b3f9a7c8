/** Duplicates among an enquiry's references: figures, the queue of pairs worked one by one, merged works, undo. */
import { familyOf } from '@wide-lantern/core/editor';
import { diffWords } from 'diff';
import { callServer } from '$lib/contract/call-server';
import type {
	ComparedPair,
	ComparedReference,
	DuplicateList,
	Duplicates,
	Overlap,
	ReferencePlace,
	WorkView
} from '$lib/contract/duplicates';
import { hasEnded, isUnderWay, type JobView } from '$lib/contract/jobs';
import type { Jobs } from './jobs.svelte';

/** Pairs or works on a page, as the server gives them. */
export const DUPLICATES_PAGE = 20;

/** A stretch of a text beside another: what only this one says is marked. */
export interface MarkedText {
	readonly text: string;
	readonly differs: boolean;
}

/** Both texts, with what only one of them says marked. Longer ones than a person reads are not compared. */
export function differences(left: string, right: string): readonly [readonly MarkedText[], readonly MarkedText[]] {
	if (left.length + right.length > 12_000)
		return [[{ text: left, differs: left !== right }], [{ text: right, differs: left !== right }]];
	const changes = diffWords(left, right, { ignoreCase: true });
	const side = (without: 'added' | 'removed', marked: 'added' | 'removed') =>
		changes.filter((one) => !one[without]).map((one) => ({ text: one.value, differs: one[marked] }));
	return [side('added', 'removed'), side('removed', 'added')];
}

/** A row of the comparison of two references. */
export interface ComparedRow {
	readonly name: string;
	readonly left: readonly MarkedText[];
	readonly right: readonly MarkedText[];
}

/** What two references say, field by field; fields of which neither says anything are left out. */
export function rowsOf({
	left,
	right,
	agreement
}: Pick<ComparedPair, 'left' | 'right' | 'agreement'>): readonly ComparedRow[] {
	// What was found equal in other words is not marked: an abbreviated journal, pages in another form.
	const agreed = new Set(['Type']);
	for (const { field, level } of agreement) {
		if (field === 'journal' && level === 'equal or abbreviated') agreed.add('Journal');
		if (field === 'volume and page' && level === 'both equal') agreed.add('Pages').add('Volume');
	}
	const fields: readonly (readonly [string, (one: ComparedReference) => string])[] = [
		['Title', (one) => one.titles.join(' / ')],
		['Authors', (one) => one.authors.join('; ')],
		['Year', (one) => (one.year === null ? '' : String(one.year))],
		['Journal', (one) => one.journal],
		['Volume', (one) => one.volume],
		['Pages', (one) => one.pages],
		['Identifiers', (one) => one.identifiers.join(' ')],
		['Type', (one) => one.types.join(', ')],
		['Abstract', (one) => one.abstract]
	];
	const rows = fields.flatMap(([name, value]): ComparedRow[] => {
		const [a, b] = [value(left), value(right)];
		if (a === '' && b === '') return [];
		const [marked, other] = a === '' || b === '' || agreed.has(name) ? [plain(a), plain(b)] : differences(a, b);
		return [{ name, left: marked, right: other }];
	});
	const at = rows.findIndex(({ name }) => name === 'Authors');
	return at < 0 ? rows : rows.map((row, place) => (place === at ? authorsRow(left.authors, right.authors) : row));
}

/** Sources write names their own way: marked are those whose family name the other does not have. */
function authorsRow(left: readonly string[], right: readonly string[]): ComparedRow {
	const side = (own: readonly string[], other: readonly string[]) => {
		const families = new Set(other.map(familyOf));
		return own.map((name, at) => ({
			text: at === own.length - 1 ? name : `${name}; `,
			differs: families.size > 0 && !families.has(familyOf(name))
		}));
	};
	return { name: 'Authors', left: side(left, right), right: side(right, left) };
}
const plain = (text: string): readonly MarkedText[] => (text === '' ? [] : [{ text, differs: false }]);

/** The works of the combinations that are shown, and of all others together. */
export function largestOverlaps(
	overlaps: readonly Overlap[],
	most: number
): { readonly shown: readonly Overlap[]; readonly rest: number } {
	return {
		shown: overlaps.slice(0, most),
		rest: overlaps.slice(most).reduce((sum, one) => sum + one.works, 0)
	};
}

export class DuplicateQueue {
	state = $state.raw<Duplicates | null>(null);
	list = $state<DuplicateList>('queue');
	pairs = $state.raw<readonly ComparedPair[]>([]);
	total = $state(0);
	/** Pages of the list of related works, and of merged works; from 1. */
	pageNumber = $state(1);
	/** Which pair of the page is looked at. */
	at = $state(0);
	works = $state.raw<{ readonly total: number; readonly works: readonly WorkView[] } | null>(null);
	worksPage = $state(1);
	fault = $state('');
	/** What is being decided and not yet answered: a second key press must not decide it again. */
	private underWay = $state.raw<readonly string[]>([]);

	/** @param changed is called when the works have become others */
	constructor(
		private readonly enquiry: string,
		private readonly jobs: Pick<Jobs, 'list' | 'refresh'>,
		private readonly changed: () => void
	) {}

	get pair(): ComparedPair | null {
		return this.pairs[this.at] ?? null;
	}
	/** True while the decision on the pair that is looked at is being saved. */
	get deciding(): boolean {
		return this.pair !== null && this.underWay.includes(keyOf(bodyOf(this.pair, false)));
	}
	/** The comparison that is under way. */
	get job(): JobView | null {
		return this.jobs.list.find((job) => job.kind === 'duplicates' && isUnderWay(job.state)) ?? null;
	}
	/** Why the last comparison came to nothing; empty where it did. */
	get failure(): string {
		const newest = this.jobs.list.find((job) => job.kind === 'duplicates' && hasEnded(job.state));
		return newest?.state === 'failed' ? (newest.message ?? '') : '';
	}

	private seen: string | null = null;

	/** For an effect: reads all again after a comparison has ended, whoever began it and in whichever window. */
	async follow(): Promise<void> {
		const ended = this.jobs.list.find((job) => job.kind === 'duplicates' && hasEnded(job.state));
		if (ended === undefined || ended.id === this.seen) return;
		this.seen = ended.id;
		await this.load();
		this.changed();
	}

	/** Grows with every decision: what was asked before is older than its answer. */
	private decisions = 0;

	async load(): Promise<void> {
		const { decisions } = this;
		const answer = await callServer('GET /api/v1/enquiries/[enquiry]/duplicates', { path: { enquiry: this.enquiry } });
		if (decisions !== this.decisions) return;
		this.fault = answer.ok ? '' : answer.fault;
		if (!answer.ok) return;
		this.state = answer.value;
		await this.readPairs();
		if (this.works !== null) await this.readWorks(this.worksPage);
	}

	/** Compares all anew. */
	async compare(): Promise<void> {
		const answer = await callServer('POST /api/v1/enquiries/[enquiry]/duplicates', { path: { enquiry: this.enquiry } });
		this.fault = answer.ok ? '' : answer.fault;
		await this.jobs.refresh();
	}

	async show(list: DuplicateList, pageNumber = 1): Promise<void> {
		this.list = list;
		this.pageNumber = pageNumber;
		this.at = 0;
		await this.readPairs();
	}

	/** How often pairs were requested: of two answers that overtake each other the one requested last counts. */
	private requests = 0;

	private async readPairs(): Promise<void> {
		const { list, pageNumber } = this;
		const request = ++this.requests;
		const answer = await callServer('GET /api/v1/enquiries/[enquiry]/duplicates/pairs', {
			path: { enquiry: this.enquiry },
			query: { list, from: (pageNumber - 1) * DUPLICATES_PAGE }
		});
		if (request !== this.requests) return;
		this.fault = answer.ok ? '' : answer.fault;
		if (!answer.ok) return;
		this.pairs = answer.value.pairs;
		this.total = answer.value.total;
		this.at = Math.min(this.at, Math.max(0, this.pairs.length - 1));
	}

	async readWorks(pageNumber: number): Promise<void> {
		this.worksPage = pageNumber;
		const answer = await callServer('GET /api/v1/enquiries/[enquiry]/duplicates/works', {
			path: { enquiry: this.enquiry },
			query: { from: (pageNumber - 1) * DUPLICATES_PAGE }
		});
		if (this.worksPage !== pageNumber) return;
		this.fault = answer.ok ? '' : answer.fault;
		if (answer.ok) this.works = answer.value;
	}

	/** To the next pair, or the one before; a pair that is passed over stays in the queue. */
	async move(by: 1 | -1): Promise<void> {
		const to = this.at + by;
		if (to >= 0 && to < this.pairs.length) {
			this.at = to;
			return;
		}
		const pages = Math.max(1, Math.ceil(this.total / DUPLICATES_PAGE));
		const page = this.pageNumber + by;
		if (page < 1 || page > pages) return;
		this.pageNumber = page;
		this.at = by > 0 ? 0 : DUPLICATES_PAGE - 1;
		await this.readPairs();
	}
	/** The place of the pair in the whole list, from 1. */
	get place(): number {
		return (this.pageNumber - 1) * DUPLICATES_PAGE + this.at + 1;
	}

	/** Decides on the pair that is looked at, and goes to the next. */
	async decide(same: boolean): Promise<void> {
		const { pair } = this;
		if (pair) await this.act(bodyOf(pair, same));
	}
	/** A reference becomes a work of its own. */
	async separate(reference: ReferencePlace): Promise<void> {
		await this.act({ left: placeOf(reference), same: false });
	}
	private async act(body: Decision): Promise<void> {
		await this.inTurn(keyOf(body), () =>
			callServer('POST /api/v1/enquiries/[enquiry]/duplicates/decisions', { path: { enquiry: this.enquiry }, body })
		);
	}

	/** Undoes the newest decision. */
	async undo(): Promise<void> {
		const act = this.state?.last?.act;
		if (act === undefined) return;
		await this.inTurn(act, () =>
			callServer('DELETE /api/v1/enquiries/[enquiry]/duplicates/decisions/[act]', {
				path: { enquiry: this.enquiry, act }
			})
		);
	}

	private previous = Promise.resolve();

	/** Saves decisions one behind the other: a key pressed while another decision is being saved is not lost. */
	private async inTurn(key: string, save: () => Promise<Decided>): Promise<void> {
		if (this.underWay.includes(key)) return;
		this.underWay = [...this.underWay, key];
		const turn = this.previous.then(async () => this.decided(await save()));
		this.previous = turn.catch(() => undefined);
		try {
			await turn;
		} finally {
			this.underWay = this.underWay.filter((waiting) => waiting !== key);
		}
	}

	private async decided(answer: Decided): Promise<void> {
		this.decisions++;
		if (answer.ok) {
			this.state = answer.value;
			await this.readPairs();
			if (this.works !== null) await this.readWorks(this.worksPage);
			// The last one is decided: counts on works learn of all decisions at once.
			if (answer.value.figures?.queue === 0 && answer.value.figures.since > 0) await this.compare();
		}
		this.fault = answer.ok ? '' : answer.fault;
	}
}

type Decided = { readonly ok: true; readonly value: Duplicates } | { readonly ok: false; readonly fault: string };
interface Decision {
	readonly left: ReferencePlace;
	readonly right?: ReferencePlace;
	readonly same: boolean;
}
const bodyOf = (pair: ComparedPair, same: boolean): Decision => ({
	left: placeOf(pair.left),
	right: placeOf(pair.right),
	same
});
/** Of what is decided on, whichever way. */
const keyOf = ({ left, right }: Decision): string =>
	[left, ...(right ? [right] : [])].map(({ batch, place }) => `${batch}/${String(place)}`).join(' ');
const placeOf = ({ batch, place }: ReferencePlace): ReferencePlace => ({ batch, place });
