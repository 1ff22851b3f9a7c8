/** What of a reference tells which work it is of: folded, cut and hashed once, so that a pair is compared in microseconds. */
import { tokenTexts } from '../../text/index.ts';
import { doiIn } from '../doi.ts';
import { distinct, type ImportedReference } from '../formats/reference.ts';
import { kindOf, type ReportKind } from './kinds.ts';
import { languageKey } from './languages.ts';

export interface ReferenceEvidence {
	/** Lower case, without a prefix. */
	readonly dois: readonly string[];
	/** Every other identifier, folded. */
	readonly numbers: readonly string[];
	/** Words of the title, folded, without what a publisher puts before it (`Retracted:`). */
	readonly words: readonly string[];
	/** Their hashes, sorted, each once. */
	readonly wordHashes: readonly number[];
	/** The same with one blank between. */
	readonly title: string;
	/** As much of it as stands before the first colon, full stop or dash. */
	readonly mainTitle: string;
	/** Figures and Roman numerals of the title, in their order: they tell parts of a series apart. */
	readonly figures: readonly string[];
	/** Family name of the first author, folded; empty where there is none. */
	readonly family: string;
	/** Family names of all. */
	readonly families: readonly string[];
	readonly year: number | null;
	/** Words of the journal's name that distinguish it. */
	readonly journal: readonly string[];
	readonly volume: string;
	/** The first page. */
	readonly page: string;
	/** Hashes of runs of three words of the abstract, one in eight of them, sorted: the same ones wherever the run occurs. */
	readonly runs: readonly number[];
	/** Words of the abstract. */
	readonly length: number;
	/** Of what it is a report. */
	readonly kind: ReportKind;
	/** The source says that the work was retracted. */
	readonly retracted: boolean;
	/** Two letters each, as far as they are known. */
	readonly languages: readonly string[];
}

/** Names that files give to volume and pages: RIS, CSL, BibTeX, and headers of tables (common practice). */
const VOLUMES: ReadonlySet<string> = new Set(['vl', 'volume', 'vol']);
const PAGES: ReadonlySet<string> = new Set(['sp', 'pages', 'page', 'pg', 'page-first', 'startpage', 'firstpage']);
const SMALL: ReadonlySet<string> = new Set([
	'of',
	'the',
	'and',
	'in',
	'on',
	'for',
	'a',
	'an',
	'et',
	'de',
	'la',
	'der',
	'und'
]);
const ROMAN = /^(?:i{1,3}|iv|vi{0,3}|ix|x)$/;

export function evidenceOf({ record, kept }: ImportedReference): ReferenceEvidence {
	const { kind, retracted, title: bare } = kindOf(record);
	const words = tokenTexts(bare);
	const families = record.authors.map(familyOf).filter((one) => one !== '');
	const valueOf = (names: ReadonlySet<string>) => kept.find(({ name }) => names.has(name.toLowerCase()))?.value ?? '';
	const dois = record.identifiers.map(doiIn);
	const abstract = runsOf(record.abstract);
	return {
		dois: distinct(dois.filter((one) => one !== null)),
		numbers: distinct(record.identifiers.filter((_, at) => dois[at] === null).map(numberKey)).filter(
			(one) => one.length > 4
		),
		words,
		wordHashes: sortedOnce(words.map(hashText)),
		title: words.join(' '),
		mainTitle: tokenTexts(bare.split(/[:.?!\u2013\u2014]\s|\s-\s/)[0] ?? '').join(' '),
		figures: words.filter((one, at) => /\d/.test(one) || (at > 0 && ROMAN.test(one))),
		family: families[0] ?? '',
		families,
		year: record.year,
		journal: tokenTexts(record.journal).filter((one) => !SMALL.has(one)),
		volume: /[0-9]+/.exec(valueOf(VOLUMES))?.[0] ?? '',
		page: pageKey(valueOf(PAGES)),
		runs: abstract.runs,
		length: abstract.length,
		kind,
		retracted,
		languages: distinct(record.languages.map(languageKey))
	};
}

const numberKey = (text: string) => text.toLowerCase().replaceAll(/[^a-z0-9]/g, '');
/** `S123-30`, `e0123`, `123–130`: what stands before the range. */
const pageKey = (text: string) =>
	/[a-z]{0,3}[0-9]+/.exec(text.toLowerCase())?.[0].replace(/^([a-z]*)0+(?=\d)/, '$1') ?? '';

/**
 * The family name in `Family, Given`, `Family AB`, `FAMILY A.B.`, `A. B. Family` and `Given Family`, folded.
 * A name of one word is the family's.
 */
export function familyOf(name: string): string {
	const fold = (text: string) => tokenTexts(text).join('');
	const comma = name.indexOf(',');
	if (comma > 0) return fold(name.slice(0, comma));
	const parts = name.trim().split(/\s+/);
	if (parts.length === 1) return fold(name);
	const initials = (one: string) => /^(?:\p{Lu}\.?-?){1,4}$/u.test(one) && (one.includes('.') || one.length <= 3);
	const last = parts.at(-1) ?? '';
	const [first = ''] = parts;
	// In capitals throughout, only points and length tell initials from a name.
	if (initials(last) && !(initials(first) && first.length < last.length))
		return fold(parts.filter((one) => !initials(one)).join(' ') || first);
	const family = parts.filter((one) => !initials(one));
	// `van der Berg` keeps its particles, given names in front of it go.
	const particle = family.findIndex((one, at) => at > 0 && /^\p{Ll}/u.test(one));
	return fold(particle > 0 ? family.slice(particle).join(' ') : (family.at(-1) ?? last));
}

/** Runs of how many words are hashed, and one of how many is kept. */
const RUN = 3;
const KEPT = 8;

/** Hashes of runs of words. Which are kept depends on the hash alone, so that two abstracts keep the same of what they share. */
export function runsOf(text: string): { readonly runs: readonly number[]; readonly length: number } {
	const plain = /[\u0080-\uffff]/.test(text) ? text.normalize('NFKD').replaceAll(/\p{M}/gu, '') : text;
	const found: number[] = [];
	// The last words, of which the run consists.
	let [before, last] = [0, 0];
	let count = 0;
	let word = 0x811c9dc5;
	let inside = false;
	const close = () => {
		count++;
		if (count >= RUN) {
			const run = mix(Math.imul(Math.imul(before, 0x9e3779b1) ^ last, 0x85ebca77) ^ word);
			if (run % KEPT === 0) found.push(run);
		}
		[before, last] = [last, word];
		word = 0x811c9dc5;
		inside = false;
	};
	for (let at = 0; at < plain.length; at++) {
		const code = plain.charCodeAt(at);
		const letter =
			code > 127 || (code >= 97 && code <= 122) || (code >= 48 && code <= 57) || (code >= 65 && code <= 90);
		if (letter) {
			word = Math.imul(word ^ (code >= 65 && code <= 90 ? code + 32 : code), 0x01000193);
			inside = true;
		} else if (inside) close();
	}
	if (inside) close();
	return { runs: sortedOnce(found), length: count };
}

/** Numbers in order, each once. Plain lists: hundreds of thousands of typed arrays are dear to collect. */
function sortedOnce(numbers: number[]): readonly number[] {
	numbers.sort((a, b) => a - b);
	let kept = 0;
	for (let at = 0; at < numbers.length; at++)
		if (at === 0 || numbers[at] !== numbers[at - 1]) numbers[kept++] = numbers[at] ?? 0;
	numbers.length = kept;
	return numbers;
}

/** Spreads a number over 31 bits, which the engine holds without a box (the finaliser of MurmurHash3, public domain). */
export function mix(value: number): number {
	let mixed = value;
	mixed = Math.imul(mixed ^ (mixed >>> 16), 0x85ebca6b);
	mixed = Math.imul(mixed ^ (mixed >>> 13), 0xc2b2ae35);
	return (mixed ^ (mixed >>> 16)) & 0x7fffffff;
}

/** A text as 31 bits (FNV-1a, spread). */
export function hashText(text: string): number {
	let hash = 0x811c9dc5;
	for (let at = 0; at < text.length; at++) hash = Math.imul(hash ^ text.charCodeAt(at), 0x01000193);
	return mix(hash);
}
