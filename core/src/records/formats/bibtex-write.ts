/** Writes references as BibTeX: what was read from BibTeX comes out with every field that it came with. */
import { doiAmong } from '../doi.ts';
import type { ImportedReference } from './reference.ts';

/** Types of other formats (RIS, CSL; common practice) as BibTeX calls them. */
const TYPES: Readonly<Record<string, string>> = {
	JOUR: 'article',
	'article-journal': 'article',
	BOOK: 'book',
	CHAP: 'incollection',
	chapter: 'incollection',
	CONF: 'inproceedings',
	CPAPER: 'inproceedings',
	'paper-conference': 'inproceedings',
	THES: 'phdthesis',
	thesis: 'phdthesis',
	RPRT: 'techreport',
	report: 'techreport'
};
const OWN: ReadonlySet<string> = new Set(
	'article book booklet conference inbook incollection inproceedings manual mastersthesis misc phdthesis proceedings techreport unpublished online report thesis periodical collection dataset'.split(
		' '
	)
);
/** Fields of other formats that BibTeX has a name for. */
const NAMES: Readonly<Record<string, string>> = {
	VL: 'volume',
	IS: 'number',
	SN: 'issn',
	UR: 'url',
	PB: 'publisher',
	issue: 'number',
	ISSN: 'issn',
	URL: 'url',
	page: 'pages'
};

const SPECIAL: Readonly<Record<string, string>> = {
	'\\': '\\textbackslash{}',
	'{': '\\{',
	'}': '\\}',
	'%': '\\%',
	'&': '\\&',
	'#': '\\#',
	_: '\\_',
	$: '\\$',
	'~': '\\textasciitilde{}',
	'^': '\\textasciicircum{}'
};
const escaped = (text: string) =>
	text
		.replaceAll(/\s+/g, ' ')
		.trim()
		.replaceAll(/[\\{}%&#_$~^]/g, (one) => SPECIAL[one] ?? one);

/** One entry with an empty line behind it. @param place from 1: keys are made of it where the reference has none */
export function toBibtex({ record, kept }: ImportedReference, place: number): string {
	const given = (name: string) => kept.find((one) => one.name === name)?.value ?? '';
	const type = record.types[0] ?? '';
	const [first, last] = [given('SP'), given('EP')];
	const pages = given('pages') || given('page') || (last === '' || first.includes('-') ? first : `${first}-${last}`);
	const fields: (readonly [string, string])[] = [
		['author', record.authors.map((one) => (one.includes(',') ? escaped(one) : `{${escaped(one)}}`)).join(' and ')],
		['title', escaped(record.titles[0] ?? '')],
		['journal', escaped(record.journal)],
		['year', record.year === null ? '' : String(record.year)],
		['pages', escaped(pages.replace('–', '-')).replace('-', '--')],
		['doi', escaped(doiAmong(record.identifiers) ?? '')],
		['abstract', escaped(record.abstract)],
		['keywords', escaped(record.keywords.join('; '))],
		['language', escaped(record.languages[0] ?? '')],
		...kept.map(({ name, value }) => [NAMES[name] ?? name.toLowerCase(), escaped(value)] as const)
	];
	const written = new Set(['key', 'sp', 'ep', 'page']);
	const lines = fields.flatMap(([name, value]) => {
		const key = name.replaceAll(/[^a-z0-9-]/g, '');
		if (value === '' || key === '' || written.has(key)) return [];
		written.add(key);
		return [`  ${key} = {${value}}`];
	});
	const key = (given('key') || `${record.id}-${place}`).replaceAll(/[^A-Za-z0-9:._-]/g, '');
	return `@${OWN.has(type) ? type : (TYPES[type] ?? 'article')}{${key || `r${place}`},\n${lines.join(',\n')}\n}\n\n`;
}
