/** Writes references as RIS: what was read from RIS comes out with every field that it came with. */
import type { ImportedReference } from './reference.ts';

/** Line ends would begin a line without a tag, which readers take for what they like. */
const oneLine = (text: string) => text.replace(/\s*[\r\n]+\s*/g, ' ').trim();

/** One reference with its line ends (CRLF, as readers expect them) and an empty line behind it. */
export function toRis({ record, kept }: ImportedReference): string {
	const [title = '', ...others] = record.titles;
	const doi = record.identifiers.find((one) => /^10\.\d{4,9}\//.test(one));
	const hasNumber = kept.some(({ name }) => name === 'AN');
	const number = record.identifiers.find((one) => one !== doi);
	const fields: (readonly [tag: string, value: string])[] = [
		['TY', /^[A-Z]{3,6}$/.test(record.types[0] ?? '') ? (record.types[0] as string) : 'JOUR'],
		...record.authors.map((one) => ['AU', one] as const),
		['TI', title],
		...others.map((one) => ['TT', one] as const),
		['AB', record.abstract],
		['T2', record.journal],
		['PY', record.year === null ? '' : String(record.year)],
		...record.keywords.map((one) => ['KW', one] as const),
		...record.affiliations.map((one) => ['AD', one] as const),
		...record.languages.map((one) => ['LA', one] as const),
		['DO', doi ?? ''],
		...(number !== undefined && !hasNumber ? [['AN', number] as const] : []),
		...kept
			.filter(({ name }) => /^[A-Z][A-Z0-9]$/.test(name) && name !== 'TY' && name !== 'ER')
			.map(({ name, value }) => [name, value] as const)
	];
	const lines = fields
		.map(([tag, value]) => [tag, oneLine(value)] as const)
		.filter(([tag, value]) => value !== '' || tag === 'TY')
		.map(([tag, value]) => `${tag}  - ${value}`);
	return `${lines.join('\r\n')}\r\nER  - \r\n\r\n`;
}
