/**
 * Three vocabularies from the same notions. Skerry keeps its hand-written core and adds what is made
 * by rule, in learned words mostly and with inverted labels; Corran stands by process, in the words
 * that Skerry does not use, never inverted, with every medicine; Tidewater is written for nurses,
 * in plain words, and lumps what it does not need. The true mapping between them falls out.
 */
import type { Heading, VocabularyData } from '@wide-lantern/core';
import { CORE_NAMES } from './core-names.ts';
import { medicineNotions } from './medicines.ts';
import { hashOf, type Notion, type VocabularyId } from './notion.ts';
import { organNotions } from './organs.ts';
import { practiceNotions } from './practice.ts';
import { qualifiersOf, takenBy } from './qualifiers.ts';
import { scopeNote } from './scope-notes.ts';

/** How a notion fares in a vocabulary. */
export interface Place {
	/** Its headings: several where the vocabulary keeps kinds of it apart; none where it has nothing for it. */
	readonly headings: readonly string[];
}

export interface Cut {
	readonly vocabularies: Readonly<Record<VocabularyId, VocabularyData>>;
	readonly notions: ReadonlyMap<string, Notion>;
	/** By vocabulary and notion. */
	readonly places: Readonly<Record<VocabularyId, ReadonlyMap<string, Place>>>;
}

/** A heading before its tree, years and notes are known. */
interface Draft {
	readonly id: string;
	readonly names: readonly string[];
	/** The notions that it stands for, the first its own. */
	readonly notions: string[];
	/** True where names were made by rule, so that variants may be added. */
	readonly made: boolean;
}

interface CoreRow {
	readonly tidewater: string;
	readonly corran: string;
}

const coreRows = (): ReadonlyMap<string, CoreRow> =>
	new Map(
		CORE_NAMES.trim()
			.split('\n')
			.map((row): [string, CoreRow] => {
				const [id = '', tidewater = '-', corran = '-'] = row.split('|');
				return [id, { tidewater, corran }];
			})
	);

const split = (names: string) => names.split('; ').map((one) => one.trim());
/** True where the last word is what it is about: not `Babies Born Too Soon`, not `Giving Blood`. */
const turnable = (name: string) =>
	!/ (of|the|in|from|and|with|for|that|to|too|as|by|who) |^\w+ing [^ ]+$| (together|soon|told)$/i.test(name);
/** `Renal Trauma` as `Trauma, Renal`. */
const inverted = (name: string) => {
	const at = name.lastIndexOf(' ');
	return at < 0 || name.includes(',') || !turnable(name) ? null : `${name.slice(at + 1)}, ${name.slice(0, at)}`;
};
const sentence = (name: string) =>
	name.charAt(0) + name.slice(1).replace(/ [A-Z](?=[a-z])/g, (start) => start.toLowerCase());
const singular = (name: string) => name.replace(/ies$/, 'y').replace(/([^s])s$/, '$1');

/** Makes the three vocabularies. @param core Skerry's hand-written headings */
export function cutVocabularies(core: VocabularyData): Cut {
	const rows = coreRows();
	const missing = core.headings.filter((one) => !rows.has(one.id)).map((one) => one.id);
	if (missing.length > 0) throw new Error(`core headings without counterparts: ${missing.join(' ')}`);
	const practice = practiceNotions();
	const made: readonly Notion[] = [...organNotions(), ...medicineNotions(), ...practice];
	const where = new Map(practice.map((one) => [one.id, one.where]));
	const notions = new Map<string, Notion>([
		...core.headings.map((one): [string, Notion] => [
			one.id,
			{
				id: one.id,
				kind: kindOfCore(core, one),
				under: one.broader,
				learned: [one.label, ...one.entryTerms],
				plain: [naturalOrder(one.label)],
				tidewater: 'own'
			}
		]),
		...made.map((one): [string, Notion] => [one.id, one])
	]);

	const skerry = new Shelf('skerry');
	for (const heading of core.headings)
		skerry.put(heading.id, heading.id, [heading.label, ...heading.entryTerms], false);
	for (const notion of made) {
		if (notion.kind === 'medicine' && hashOf(`s ${notion.id}`) % 5 > 2) continue;
		if (where.get(notion.id)?.includes('s') === false) continue;
		skerry.put(notion.id, notion.id, skerryNames(notion), true);
	}

	const corran = new Shelf('corran');
	const tidewater = new Shelf('tidewater');
	for (const heading of core.headings) {
		const row = rows.get(heading.id);
		if (!row) continue;
		const borrowed = borrowedNames(heading);
		corran.putCore(heading.id, row.corran, borrowed.corran);
		tidewater.putCore(heading.id, row.tidewater, borrowed.tidewater);
	}
	for (const notion of made) {
		const id = `c${hashOf(`corran ${notion.id}`).toString(36)}`;
		if (notion.id.endsWith('-tumour') && hashOf(`kinds ${notion.id}`) % 2 === 0)
			// Kinds that the others do not tell apart.
			['Benign', 'Malignant'].forEach((kind, at) => {
				corran.put(
					notion.id,
					`${id}${at}`,
					corranNames(notion).map((name) => `${kind} ${name}`),
					true
				);
			});
		else if (where.get(notion.id)?.includes('c') !== false) corran.put(notion.id, id, corranNames(notion), true);
		const own = notion.tidewater === 'own' || (notion.tidewater === 'some' && hashOf(`t ${notion.id}`) % 2 === 0);
		if (own)
			tidewater.put(notion.id, `t${hashOf(`tidewater ${notion.id}`).toString(36)}`, tidewaterNames(notion), true);
		else if (notion.tidewater === 'coarse') {
			const [illness = '', process = ''] = [notion.under[0] ?? '', notion.also ?? ''];
			const label = `${sentence(notions.get(process)?.plain[0]?.replace(/ by place$/i, '') ?? '')}: ${sentence(notions.get(illness.replace('ill-', 'sys-'))?.plain[0] ?? '').toLowerCase()}`;
			const known = tidewater.labelled(label);
			if (known) tidewater.share(notion.id, known);
			else tidewater.put(notion.id, `t${hashOf(label).toString(36)}`, coarseNames(label), true);
		}
	}
	tidewater.settle(rows);
	corran.settle(rows);

	const above =
		(vocabulary: VocabularyId) =>
		(notion: Notion): readonly string[] => {
			const turn = hashOf(`${vocabulary} above ${notion.id}`);
			if (!notion.also) return notion.under;
			if (vocabulary === 'corran') return turn % 3 === 0 ? [notion.also, ...notion.under] : [notion.also];
			if (vocabulary === 'tidewater') return [...notion.under, WIDER[notion.also] ?? notion.also];
			return turn % 3 === 0 ? [...notion.under, notion.also] : notion.under;
		};
	const coreById = new Map(core.headings.map((one) => [one.id, one]));
	return {
		notions,
		vocabularies: {
			skerry: {
				...core,
				headings: [
					...core.headings.map((one) => ({ ...one, entryTerms: skerry.withMoreNames(one) })),
					...skerry.headings(notions, above('skerry')).filter((one) => !coreById.has(one.id))
				]
			},
			tidewater: {
				id: 'tidewater',
				name: 'Tidewater Words for Care',
				edition: '2026.2',
				qualifiers: qualifiersOf('tidewater'),
				headings: tidewater.headings(notions, above('tidewater'))
			},
			corran: {
				id: 'corran',
				name: 'Corran Drug and Disease List',
				edition: '14',
				qualifiers: qualifiersOf('corran'),
				headings: corran.headings(notions, above('corran'))
			}
		},
		places: { skerry: skerry.places(), tidewater: tidewater.places(), corran: corran.places() }
	};
}

/** Where nurses look for what other vocabularies gather by process. */
const WIDER: Readonly<Record<string, string>> = {
	'all-tumour': 'cancer',
	'all-infected': 'infection',
	'all-painful': 'pain',
	'all-failure': 'functdecline',
	'all-injury': 'braininjury',
	'all-removal': 'surgery'
};

const naturalOrder = (label: string) => label.split(', ').reverse().join(' ');

const CORE_KINDS: Readonly<Record<string, Notion['kind']>> = {
	states: 'state',
	treat: 'nursing',
	drugs: 'group',
	assess: 'act',
	places: 'place',
	equipment: 'thing',
	life: 'organ',
	people: 'person',
	research: 'method'
};

/** The kind of a hand-written heading, by the branch in which it stands first. */
function kindOfCore(core: VocabularyData, heading: Heading): Notion['kind'] {
	let top = heading;
	for (
		let up = core.headings.find((one) => one.id === top.broader[0]);
		up;
		up = core.headings.find((one) => one.id === top.broader[0])
	)
		top = up;
	return top === heading ? 'branch' : (CORE_KINDS[top.id] ?? 'branch');
}

/** True where Skerry says it in learned words alone, and Corran in plain ones alone. */
const apart = (notion: Notion) => hashOf(`apart ${notion.id}`) % 10 < 8;

function skerryNames(notion: Notion): string[] {
	const turn = hashOf(`skerry ${notion.id}`);
	const base =
		apart(notion) || notion.kind === 'medicine'
			? [...notion.learned, ...(notion.trade ?? [])]
			: [...notion.plain.slice(0, 2), ...notion.learned.slice(0, 2)];
	const [label = '', ...rest] = base;
	const turned = inverted(label);
	return turned && notion.kind !== 'medicine' && turn % 3 === 0
		? [turned, label, ...rest]
		: turned && turn % 3 === 1
			? [label, ...rest, turned]
			: base;
}

function corranNames(notion: Notion): string[] {
	if (notion.kind === 'medicine')
		return [
			notion.learned[0] ?? '',
			...notion.plain.slice(1),
			`${notion.learned[0] ?? ''} Derivative`,
			...(notion.trade ?? [])
		];
	if (apart(notion)) return notion.plain.map(singular);
	return [notion.learned[0] ?? '', notion.plain[0] ?? '', ...notion.learned.slice(1)].map(singular);
}

const tidewaterNames = (notion: Notion) => {
	const technical = hashOf(`tw ${notion.id}`) % 4 > 0 ? notion.learned.slice(0, 2) : [];
	return [...notion.plain, ...technical].map(sentence);
};

function coarseWording(label: string): string {
	const [what = '', system = ''] = label.split(': ');
	return `${sentence(system.charAt(0).toUpperCase() + system.slice(1))} with ${what.toLowerCase()}`;
}
const coarseNames = (label: string) => {
	const [what = '', system = ''] = label.split(': ');
	return [label, coarseWording(label), `${what} of ${system}`, `${what} and ${system}`];
};

/** For about half of the core, the other vocabularies also list some of Skerry's names. */
function borrowedNames({ id, entryTerms, label }: Heading): { corran: string[]; tidewater: string[] } {
	const turn = hashOf(`borrow ${id}`);
	const names = [label, ...entryTerms].filter((name) => !name.includes(','));
	return {
		corran: turn % 100 < 62 ? names.slice(0, 2) : [],
		tidewater: (turn >>> 8) % 100 < 75 ? names.slice(0, 3).map(sentence) : []
	};
}

/** The headings of one vocabulary while it is made. */
class Shelf {
	private readonly drafts = new Map<string, Draft>();
	private readonly labels = new Map<string, string>();
	private readonly byNotion = new Map<string, string[]>();
	private readonly waiting: [notion: string, as: string][] = [];

	constructor(private readonly vocabulary: VocabularyId) {}

	put(notion: string, id: string, names: readonly string[], made: boolean): void {
		const [label = ''] = names;
		if (this.labels.has(label.toLowerCase())) throw new Error(`${this.vocabulary} has ${label} twice`);
		this.labels.set(label.toLowerCase(), id);
		this.drafts.set(id, { id, names, notions: [notion], made });
		this.byNotion.set(notion, [...(this.byNotion.get(notion) ?? []), id]);
	}

	/** A row of the table of names. */
	putCore(notion: string, text: string, borrowed: readonly string[]): void {
		if (text === '-') return;
		if (text.startsWith('=')) {
			this.waiting.push([notion, text.slice(1)]);
			return;
		}
		text.split(' // ').forEach((names, kind) => {
			this.put(
				notion,
				`${this.vocabulary.charAt(0)}${hashOf(`${this.vocabulary} ${notion} ${kind}`).toString(36)}`,
				[...split(names), ...(kind === 0 ? borrowed : [])],
				true
			);
		});
	}

	/** A hand-written heading's other names, and turned-round ones where there are few. */
	withMoreNames({ label, entryTerms }: Heading): string[] {
		const taken = new Set([...this.drafts.values()].flatMap((one) => one.names.map((name) => name.toLowerCase())));
		return [
			...entryTerms,
			...extraNames(label, entryTerms, this.vocabulary, null).filter((one) => !taken.has(one.toLowerCase()))
		];
	}

	labelled(label: string): string | undefined {
		return this.labels.get(label.toLowerCase());
	}

	share(notion: string, heading: string): void {
		this.drafts.get(heading)?.notions.push(notion);
		this.byNotion.set(notion, [heading]);
	}

	/** Notions that share another's heading, now that all stand. */
	settle(rows: ReadonlyMap<string, CoreRow>): void {
		for (const [notion, as] of this.waiting) {
			const [heading] = this.byNotion.get(as) ?? [];
			if (heading === undefined)
				throw new Error(
					`${this.vocabulary}: ${notion} is said to be ${as}, which has no heading (${rows.get(as)?.tidewater ?? 'unknown'})`
				);
			this.share(notion, heading);
		}
	}

	places(): ReadonlyMap<string, Place> {
		return new Map([...this.byNotion].map(([notion, headings]) => [notion, { headings }]));
	}

	headings(notions: ReadonlyMap<string, Notion>, above: (notion: Notion) => readonly string[]): Heading[] {
		const used = new Set([...this.drafts.values()].map((one) => (one.names[0] ?? '').toLowerCase()));
		const broader = (draft: Draft): string[] => {
			const found = new Set<string>();
			const climb = (notion: string, seen: number) => {
				const own = notions.get(notion);
				if (!own || seen > 12) return;
				for (const one of above(own)) {
					const there = (this.byNotion.get(one) ?? []).filter((heading) => heading !== draft.id);
					if (there.length > 0) for (const heading of there.slice(0, 1)) found.add(heading);
					else climb(one, seen + 1);
				}
			};
			climb(draft.notions[0] ?? '', 0);
			return [...found];
		};
		const parents = new Map([...this.drafts.values()].map((draft) => [draft.id, broader(draft)]));
		const children = new Map<string, string[]>();
		for (const [id, own] of parents) for (const one of own) children.set(one, [...(children.get(one) ?? []), id]);
		return [...this.drafts.values()].map((draft): Heading => {
			const notion = notions.get(draft.notions[0] ?? '');
			if (!notion) throw new Error(`${draft.id} stands for nothing`);
			const [label = '', ...others] = draft.names;
			const turn = hashOf(`${this.vocabulary} facts ${notion.id}`);
			const up = parents.get(draft.id) ?? [];
			const siblings = (children.get(up[0] ?? '') ?? []).filter((one) => one !== draft.id);
			const beside = siblings[turn % Math.max(1, siblings.length)];
			const labelOf = (id: string | undefined) => (id === undefined ? null : (this.drafts.get(id)?.names[0] ?? null));
			const since = 1962 + (turn % 52);
			const entryTerms = [
				...new Set(draft.made ? [...others, ...extraNames(label, others, this.vocabulary, notion.kind)] : others)
			].filter((name) => {
				const key = name.toLowerCase();
				return !used.has(key) && used.add(key);
			});
			return {
				id: draft.id,
				label,
				entryTerms,
				scopeNote: scopeNote(this.vocabulary, notion, {
					label,
					above: labelOf(up[0]),
					beside: labelOf(beside),
					gist: gistOf(notion)
				}),
				broader: up,
				related: turn % 9 === 0 && beside !== undefined ? [beside] : [],
				notation: null,
				since,
				before: earlierNames(turn, label, labelOf(up[0]), since),
				qualifiers: [...takenBy(this.vocabulary, notion, up.length === 0)]
			};
		});
	}
}

const gistOf = (notion: Notion) => (notion.plain[0] ?? notion.learned[0] ?? '').toLowerCase();

/** What a loose writer adds to a name, by its kind. */
const LOOSE: Readonly<Partial<Record<Notion['kind'], string>>> = {
	state: 'Condition',
	act: 'Procedure',
	nursing: 'Routine',
	organ: 'Structure',
	person: 'Group',
	place: 'Setting',
	thing: 'Device',
	method: 'Method',
	group: 'Product'
};

/** Turned-round and number forms, until a heading has three other names. */
function extraNames(
	label: string,
	others: readonly string[],
	vocabulary: VocabularyId,
	kind: Notion['kind'] | null
): string[] {
	const extra: string[] = [];
	for (const name of [label, ...others]) {
		if (others.length + extra.length >= (vocabulary === 'skerry' ? 3 : 4)) break;
		const turned = vocabulary === 'skerry' ? (name.includes(', ') ? naturalOrder(name) : inverted(name)) : null;
		for (const one of [closedUp(name), otherNumber(name), turned])
			if (one && one !== name && one !== label && !others.includes(one) && !extra.includes(one)) extra.push(one);
	}
	const loose = kind === null ? undefined : LOOSE[kind];
	if (loose !== undefined && vocabulary !== 'skerry')
		for (const name of [label, ...others]) {
			if (others.length + extra.length >= 3) break;
			if (!name.includes(':'))
				extra.push(
					`${otherNumber(name) && name.endsWith('s') ? name.slice(0, -1) : name} ${vocabulary === 'tidewater' ? loose.toLowerCase() : loose}`
				);
		}
	return extra;
}

/** `Removal of the Kidney` as `Kidney Removal`; null for other names. */
function closedUp(name: string): string | null {
	const parts = /^(\w+)s? (?:of|in|from) the (.+)$/i.exec(name);
	return parts
		? `${(parts[2] ?? '').charAt(0).toUpperCase()}${(parts[2] ?? '').slice(1)} ${name.charAt(0) === name.charAt(0).toUpperCase() && /[A-Z]/.test(name.slice(1)) ? (parts[1] ?? '') : (parts[1] ?? '').toLowerCase()}`
		: null;
}

/** The plural of a name in the singular and the reverse; null where a rule would spoil it. */
function otherNumber(name: string): string | null {
	if (
		/[,:;()-]|\d/.test(name) ||
		/ (of|the|in|from|and|to|for|that|as|too|by|on|at|with|who|after|without|between) |^\w+ing (a |an )?[^ ]+$/i.test(
			name
		) ||
		/(sis|tis|ses|tides|ies of|culi|tomy|tomies|ics|ing|ness|ity|ism|care|sleep|us|ss|home|blood|money|soon|together|told)$/i.test(
			name
		)
	)
		return null;
	if (name.endsWith('ies')) return name.replace(/ies$/, 'y');
	if (name.endsWith('s')) return name.slice(0, -1);
	if (/[^aeiou]y$/.test(name)) return name.replace(/y$/, 'ies');
	return /[a-z]$/.test(name) ? `${name}s` : null;
}

/** One heading in five has a past: a predecessor until it came in, or an older name of its own. */
function earlierNames(turn: number, label: string, above: string | null, since: number): Heading['before'] {
	switch ((turn >>> 12) % 10) {
		case 0:
			return above ? [{ label: above, until: since - 1, renamed: false }] : [];
		case 1:
			return [{ label: olderName(label, turn), until: since + 6, renamed: true }];
		default:
			return [];
	}
}

const OLDER: readonly ((label: string) => string)[] = [
	(label) => `${label} and Allied States`,
	(label) => `${label}, General`,
	(label) => `Old Series: ${label}`,
	(label) => `${label} in Practice`,
	(label) => `${label}, Various`
];
const olderName = (label: string, turn: number) =>
	(OLDER[(turn >>> 16) % OLDER.length] ?? ((one: string) => one))(label.replace(/,.*/, ''));
