/**
 * A profile held against itself: every construct written and read back, and the faults that no
 * example shows: patterns without their slots, one sign for two things, labels that nothing closes.
 */
import { bind, parse, canonicalText, type Expression, type BindingContext } from '../query/index.ts';
import { foldedKey } from '../text/index.ts';
import { CONSTRUCTS, type Construct } from './constructs.ts';
import type { Profile } from './profile.ts';
import { readPlatformLine } from './read.ts';
import { isLiteral, isSlot, slotsOf, templateOf } from './template.ts';
import { commentOf, writeStrategy } from './write.ts';
import { WRITTEN_ALONE, type HeadingToWrite, type WritingContext } from './writing.ts';

export interface ConstructCheck {
	readonly construct: string;
	readonly name: string;
	/** As the profile writes it; null where the platform has no such thing. */
	readonly written: string | null;
	/** Read back as the same tree, and as it was typed where an example was given. */
	readonly passed: boolean;
	readonly why: string;
}

const QUALIFIERS: ReadonlyMap<string, string> = new Map([
	['repair', 're'],
	['upkeep', 'up']
]);
const HEADING = 'Stone Harbours';
const KEYS = ['small:1', 'small:2', 'small:3'];

/** A heading with two narrower ones, in whatever vocabulary the source has. */
function heading(profile: Profile, codes: ReadonlyMap<string, string>): HeadingToWrite {
	return {
		vocabulary: profile.source.vocabulary ?? '',
		heading: 'sample',
		label: HEADING,
		closure: [HEADING, 'Old Harbours', 'New Harbours'],
		qualifierCodes: codes,
		hasNarrower: true
	};
}

const surroundings: BindingContext = {
	heading: (label) => {
		const at = [HEADING, 'Old Harbours', 'New Harbours'].findIndex((one) => foldedKey(one) === foldedKey(label));
		return at < 0 ? { found: 'none', nearest: [] } : { found: 'heading', key: KEYS[at] ?? '', label, by: 'label' };
	},
	closure: (key) => (key === 'small:1' ? KEYS : [key]),
	qualifier: (_, name) => ({ allowed: true, name, offered: [] }),
	line: (number) => ({ id: `l${number}`, above: true }),
	concept: () => ({ refused: '' }),
	currentYear: 2026
};

function contextFor(profile: Profile, codes: ReadonlyMap<string, string>): WritingContext {
	return {
		...WRITTEN_ALONE,
		heading: () => heading(profile, codes),
		currentYear: 2026,
		read: (text) => parse(text).tree
	};
}

const LOUD: ReadonlySet<string> = new Set(['widened', 'narrowed', 'to decide', 'by hand']);

/** How a profile writes one construct; null where it cannot say it exactly. */
function written(construct: Construct, profile: Profile, codes: ReadonlyMap<string, string>): string | null {
	if (construct.notation === '') return commentOf(profile, 'sample note').trim() || null;
	const { tree } = parse(construct.notation);
	const references = /#/.test(construct.notation);
	if (references && profile.platform.lines.reference === null) return null;
	const before = [1, 2, 3].map((number) => ({
		id: `l${number}`,
		number,
		label: '',
		tree: parse('x').tree,
		role: 'words',
		off: false
	}));
	const lines = [...(references ? before : []), { id: 'x', number: 4, label: '', tree, role: 'words', off: false }];
	const rendering = writeStrategy(lines, profile, contextFor(profile, codes));
	const line = rendering.lines.at(-1);
	if (!line || line.gap || line.text === '') return null;
	const loud = [...line.notes, ...rendering.general.filter((one) => one.lines.includes(4))].some((note) =>
		LOUD.has(note.kind)
	);
	return loud ? null : line.text;
}

const squeezed = (text: string) => text.replace(/\s+/g, ' ').trim();

/** Constructs of two terms, which a platform may let stand in one field together or each in its own. */
const JOINED: ReadonlySet<string> = new Set(['and', 'or', 'not']);

function meaning(tree: Expression | null): string {
	const query = tree && bind(tree, surroundings).query;
	return query ? canonicalText(query) : '';
}

/** True where an example is read, without a fault, as what it is an example of. */
function sameMeaning(given: string, construct: Construct, profile: Profile): boolean {
	const { tree, faults } = readPlatformLine(given, profile, { qualifierName: () => null });
	return !faults.some((one) => one.severity === 'error') && meaning(tree) === meaning(parse(construct.notation).tree);
}

/** Every construct written and read back, beside what was typed for it. */
export function checkConstructs(
	profile: Profile,
	typed: Readonly<Record<string, string>> = {}
): readonly ConstructCheck[] {
	const codes = codesIn(typed['qualifiers'] ?? '', profile);
	return CONSTRUCTS.map((construct): ConstructCheck => {
		const text = written(construct, profile, codes);
		const given = squeezed(typed[construct.id] ?? '');
		const base = { construct: construct.id, name: construct.name, written: text };
		if (text === null)
			return {
				...base,
				passed: given === '',
				why: given === '' ? 'not available' : 'The profile cannot write this exactly, though an example was given.'
			};
		if (
			given !== '' &&
			given !== squeezed(text) &&
			!(JOINED.has(construct.id) && sameMeaning(given, construct, profile))
		)
			return { ...base, passed: false, why: `It writes ${text} and the example is ${given}.` };
		const reading = readPlatformLine(construct.notation === '' ? `harbour ${text}` : text, profile, {
			qualifierName: (code) => [...codes].find(([, one]) => one.toLowerCase() === code.toLowerCase())?.[0] ?? null
		});
		const fault = reading.faults.find((one) => one.severity === 'error');
		if (fault) return { ...base, passed: false, why: `Read back: ${fault.message}` };
		if (construct.notation === '')
			return {
				...base,
				passed: reading.comments.includes('sample note'),
				why: reading.comments.includes('sample note') ? '' : 'The note is not read as a note.'
			};
		const same = meaning(reading.tree) === meaning(parse(construct.notation).tree);
		return { ...base, passed: same, why: same ? '' : 'Read back, it means something else.' };
	});
}

/** The codes that an example uses for the two qualifiers, where it uses codes. */
function codesIn(example: string, profile: Profile): ReadonlyMap<string, string> {
	const { headings } = profile.platform;
	if (example === '' || headings?.qualifierBy !== 'code' || headings.qualifiers === null) return QUALIFIERS;
	const [before = '', after = ''] = headings.qualifiers.split('%{list}');
	const from = example.lastIndexOf(before);
	const list = example.slice(
		from + before.length,
		after.trim() === '' ? undefined : example.indexOf(after.trim(), from + before.length)
	);
	const parts = list
		.split(headings.joiner.trim() === '' ? /\s+/ : headings.joiner.trim())
		.map((one) => /[\p{L}\p{N}]+/u.exec(one)?.[0] ?? '');
	return parts.length >= 2
		? new Map([
				['repair', parts[0] ?? ''],
				['upkeep', parts[1] ?? '']
			])
		: QUALIFIERS;
}

export interface ProfileProblem {
	/** Where in the profile: `platform.proximity.within`. */
	readonly at: string;
	readonly message: string;
}

const SLOTS: readonly (readonly [
	at: string,
	of: (profile: Profile) => string | null | undefined,
	needs: readonly string[],
	may: readonly string[]
])[] = [
	['platform.fields.pattern', (one) => one.platform.fields.pattern, ['text'], ['code']],
	['platform.terms.phrase', (one) => one.platform.terms.phrase, ['text'], []],
	['platform.headings.pattern', (one) => one.platform.headings?.pattern, ['label'], ['reach', 'main', 'qualifiers']],
	['platform.headings.qualifiers', (one) => one.platform.headings?.qualifiers, ['list'], []],
	['platform.headings.anyQualified', (one) => one.platform.headings?.anyQualified, ['list'], []],
	['platform.lines.reference', (one) => one.platform.lines.reference, ['n'], []],
	['platform.lines.anyRun', (one) => one.platform.lines.anyRun, ['first', 'last'], []],
	['platform.lines.allRun', (one) => one.platform.lines.allRun, ['first', 'last'], []],
	['platform.lines.comment', (one) => one.platform.lines.comment, ['text'], []],
	['platform.wildcards.limited', (one) => one.platform.wildcards.limited, ['n'], []],
	['platform.limits.years', (one) => one.platform.limits.years, ['first', 'last'], []],
	['platform.limits.yearsFrom', (one) => one.platform.limits.yearsFrom, ['first'], []],
	['platform.limits.yearsTo', (one) => one.platform.limits.yearsTo, ['last'], []],
	['platform.limits.year', (one) => one.platform.limits.year, ['first'], []],
	['platform.limits.enteredFrom', (one) => one.platform.limits.enteredFrom, ['first'], []],
	['platform.limits.enteredBetween', (one) => one.platform.limits.enteredBetween, ['first', 'last'], []],
	['platform.limits.language', (one) => one.platform.limits.language, ['text'], []],
	['platform.limits.type', (one) => one.platform.limits.type, ['text'], []],
	['platform.limits.age', (one) => one.platform.limits.age, ['text'], []],
	['platform.limits.identifier', (one) => one.platform.limits.identifier, ['text'], []]
];

/** What contradicts itself in a profile, or cannot be read back whatever is written. */
export function profileProblems(profile: Profile): readonly ProfileProblem[] {
	const found: ProfileProblem[] = [];
	const say = (at: string, message: string) => found.push({ at, message });
	for (const [at, of, needs, may] of SLOTS) {
		const pattern = of(profile);
		if (pattern === null || pattern === undefined) continue;
		const slots = slotsOf(pattern);
		for (const need of needs) if (!slots.includes(need)) say(at, `The pattern lacks %{${need}}.`);
		for (const slot of slots)
			if (![...needs, ...may].includes(slot)) say(at, `%{${slot}} has no meaning in this pattern.`);
		if (new Set(slots).size < slots.length) say(at, 'A slot is in the pattern twice.');
	}
	for (const kind of ['within', 'before'] as const) {
		const pattern = profile.platform.proximity[kind];
		if (pattern === null) continue;
		const slots = slotsOf(pattern);
		if (new Set(slots).size < slots.length) say(`platform.proximity.${kind}`, 'A slot is in the pattern twice.');
		for (const slot of slots)
			if (!['left', 'right', 'words', 'n'].includes(slot))
				say(`platform.proximity.${kind}`, `%{${slot}} has no meaning in this pattern.`);
		const [first] = templateOf(pattern);
		// What stands before the first side must be seen, or every text could begin a proximity.
		if (!isSlot(first, 'left') && !isSlot(first, 'words') && !(isLiteral(first) && first.literal.trim() !== ''))
			say(`platform.proximity.${kind}`, 'The pattern must begin with its left side or with a character of its own.');
		const sides = slots.includes('words') || (slots.includes('left') && slots.includes('right'));
		if (!sides || !slots.includes('n'))
			say(`platform.proximity.${kind}`, 'The pattern needs %{left}, %{right} and %{n}; or %{words} and %{n}.');
	}
	// Patterns that cannot be used are no ground for reading anything back.
	const usable = found.length === 0;
	const { operators, wildcards, fields, proximity, headings } = profile.platform;
	const signs = [operators.and, operators.or, ...(operators.not === null ? [] : [operators.not])].map((one) =>
		one.trim().toLowerCase()
	);
	if (signs.some((one) => one === '')) say('platform.operators', 'An operator has no symbol.');
	if (new Set(signs).size < signs.length) say('platform.operators', 'Two operators have the same symbol.');
	const wild = [wildcards.any, wildcards.one, wildcards.optional].filter((one): one is string => one !== null);
	if (new Set(wild).size < wild.length) say('platform.wildcards', 'Two wildcards have the same symbol.');
	if (wild.some((one) => /[\p{L}\p{N}\s()]/u.test(one)))
		say('platform.wildcards', 'A wildcard must not be a letter, a digit, a space or a bracket.');
	if (proximity.before !== null && proximity.before === proximity.within)
		say('platform.proximity', 'Ordered and unordered proximity are written the same.');
	const coded =
		Object.values(profile.source.fields).some((code) => code !== null) || (profile.source.sets ?? []).length > 0;
	if (coded && !slotsOf(fields.pattern).includes('code'))
		say('platform.fields.pattern', 'The source has field codes, and the pattern has no place for them.');
	if (!coded && !profile.source.bare)
		say('source', 'No field code is given, and it is not known where text without a code is searched.');
	if (headings && profile.source.vocabulary === null)
		say('source.vocabulary', 'The platform writes headings, and the source has no vocabulary.');
	if (headings && headings.narrower === null && headings.exact === null)
		say('platform.headings', 'A heading has neither a form alone nor one with narrower ones.');
	if (headings && headings.narrower !== null && headings.narrower === headings.exact)
		say('platform.headings', 'A heading alone and one with narrower ones are written the same.');
	const needing = usable ? checkConstructs(profile).filter((one) => !one.passed) : [];
	for (const one of needing) say(`construct ${one.construct}`, `${one.name}: ${one.why}`);
	return found;
}
