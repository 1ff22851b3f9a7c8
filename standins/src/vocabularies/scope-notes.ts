/** Scope notes for headings made by rule: many sentence shapes, picked by the notion, so that no two branches read alike. */
import { hashOf, type Notion } from './notion.ts';

export interface NoteFacts {
	readonly label: string;
	/** The heading above. */
	readonly above: string | null;
	/** A heading beside it, to be told apart from it. */
	readonly beside: string | null;
	/** A plain wording of what it is. */
	readonly gist: string;
}

type Shape = (facts: NoteFacts) => string;

const OPENINGS: Readonly<Partial<Record<Notion['kind'], readonly Shape[]>>> & { readonly other: readonly Shape[] } = {
	state: [
		({ gist }) => `Covers ${gist}, whatever the cause.`,
		({ gist }) => `Sudden and lasting forms of ${gist}.`,
		({ gist, above }) => `For ${gist} in particular; more general works go under ${above ?? 'the branch'}.`,
		({ gist }) => `From mild to severe. Everyday wording: ${gist}.`,
		({ gist }) => `Known among patients as ${gist}.`,
		({ gist }) => `In adults and children alike: ${gist}.`,
		({ gist }) => `Signs, course and care of ${gist}.`
	],
	act: [
		({ gist }) => `The operation or examination as such (${gist}), by whatever route.`,
		({ gist }) => `Planned or urgent. Covers preparing the patient, ${gist}, and the first days after.`,
		({ gist }) => `Works on how it is done and what comes of it: ${gist}.`,
		({ gist, above }) => `One of several procedures under ${above ?? 'this branch'}; ${gist}.`
	],
	medicine: [
		({ above }) => `A member of ${above ?? 'its group'}; by mouth or into a vein.`,
		({ label, above }) =>
			`${label} acts like other members of ${above ?? 'its group'}, but leaves the body more slowly.`,
		({ label }) => `Salts and slow forms of ${label} are indexed here, too.`,
		({ above }) =>
			`Introduced after older members of ${above ?? 'its group'}. Mixtures with other agents belong here if it is named first.`
	],
	group: [
		({ gist }) => `A class by what it does: ${gist}. Single agents stand below it.`,
		({ gist }) => `Agents that are given for one effect; in plain words, ${gist}.`,
		({ gist, above }) =>
			`${gist}, taken together. Do not use for a single agent that has its own place under ${above ?? 'the branch'}.`
	],
	nursing: [
		({ gist }) => `The daily practice of it: ${gist}.`,
		({ gist }) => `What is done, by whom and how often: ${gist}.`,
		({ gist }) => `Skills, routines and equipment, at home and on the ward. In plain words: ${gist}.`,
		({ gist, above }) => `${gist}; a part of ${above ?? 'care'}.`
	],
	organ: [
		({ gist }) => `The part itself, its build and its work: ${gist}.`,
		({ gist }) => `Normal structure and function of ${gist}.`
	],
	method: [
		({ gist }) => `For works about the method (${gist}), not for every study that uses it.`,
		({ gist }) => `Also given to studies that rest on it. Everyday name: ${gist}.`
	],
	person: [
		({ gist }) => `As the group that is studied: ${gist}.`,
		({ gist }) => `As patients or in daily life: ${gist}.`
	],
	place: [
		({ gist }) => `Where people are treated or live: ${gist}. Includes building and running them.`,
		({ gist }) => `The setting itself (${gist}), its layout, rules and atmosphere.`,
		({ gist, above }) =>
			`${gist}, as a part of ${above ?? 'the surroundings'}; give the care that happens there as well.`
	],
	thing: [
		({ gist }) => `Things made for use at the bedside: ${gist}.`,
		({ gist }) => `Design, choice, use and upkeep of ${gist}.`,
		({ gist, above }) => `Under ${above ?? 'equipment'}: ${gist}, hired, bought or built in.`
	],
	other: [
		({ gist }) => `A branch: ${gist}. Prefer a narrower heading.`,
		({ gist }) => `Gathers ${gist}; use only for works on several of them.`
	]
};

const CLOSINGS: readonly Shape[] = [
	({ beside }) => (beside ? ` Not to be confused with ${beside}.` : ''),
	({ beside }) => (beside ? ` See also ${beside}.` : ''),
	({ beside }) => (beside ? ` When both occur, give ${beside} as well.` : ''),
	({ above }) => (above ? ` If the work is wider, choose ${above}.` : ''),
	() => ' Costs and organisation take a qualifier.',
	() => ' Single case reports are included.',
	() => '',
	() => '',
	() => ''
];

/** The scope note of a heading, or none: one in six has none, as in life. */
export function scopeNote(vocabulary: string, notion: Notion, facts: NoteFacts): string {
	const turn = hashOf(`${vocabulary} note ${notion.id}`);
	if (turn % 6 === 0) return '';
	const openings = OPENINGS[notion.kind] ?? OPENINGS.other;
	const opening = openings[(turn >>> 4) % openings.length];
	const closing = CLOSINGS[(turn >>> 10) % CLOSINGS.length];
	if (!opening || !closing) throw new RangeError('no shape of a note');
	const text = opening(facts);
	return text.charAt(0).toUpperCase() + text.slice(1) + closing(facts);
}
