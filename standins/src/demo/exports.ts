/** What the demo's searcher exported from three sources after a rough search, each in the shape that the source exports. */
import {
	toBibtex,
	toRis,
	toTableHead,
	toTableRow,
	type BibliographicRecord,
	type ImportedReference,
	type Recipe
} from '@wide-lantern/core';
import type { Cut } from '../vocabularies/cut.ts';
import type { VocabularyId } from '../vocabularies/notion.ts';
import { exportWorld } from '../world/exports.ts';
import type { World } from '../world/generate.ts';
import { SOURCES, type SourceId } from '../world/sources.ts';

export interface DemoExport {
	readonly fileName: string;
	readonly source: string;
	readonly platform: string;
	/** The taught format that it is read by; null where its format is built in. */
	readonly recipe: { readonly name: string; readonly recipe: Recipe } | null;
	/** Whose headings are among its keywords; null where there are none. */
	readonly vocabulary: VocabularyId | null;
	/** Records that the source said it exported. */
	readonly stated: number;
	readonly text: string;
}

/** Seed of the faults in the files. */
const SEED = 20_261;
/** A rough search: delirium in intensive care, by title and keywords. */
const ABOUT = /deliri/i;
const WITH = /intensive|critical|icu\b|ventilat/i;

/** Tidewater exports in a form of its own: a word, an equals sign, a line of waves between records. */
const TIDEWATER_FORMAT: { readonly name: string; readonly recipe: Recipe } = {
	name: 'Tidewater list',
	recipe: {
		kind: 'tagged',
		separator: '=',
		record: { by: 'line', text: '~ ~ ~' },
		fields: [
			{ name: 'entry', holds: 'number', split: '' },
			{ name: 'called', holds: 'title', split: '' },
			{ name: 'written by', holds: 'authors', split: ';' },
			{ name: 'printed', holds: 'year', split: '' },
			{ name: 'printed in', holds: 'journal', split: '' },
			{ name: 'link', holds: 'doi', split: '' },
			{ name: 'about', holds: 'abstract', split: '' },
			{ name: 'filed under', holds: 'keywords', split: '' }
		]
	}
};

const SHAPES: readonly (readonly [source: SourceId, platform: string, ending: string, lost: number])[] = [
	['skerry', 'Breakwater', 'ris', 0],
	// The source states more than it exports.
	['corran', 'Millrace', 'csv', 3],
	['tidewater', 'Causeway', 'txt', 0],
	['wherry', 'Wherry (CQL)', 'bib', 0]
];

/** The headings of a record as its source prints them among the keywords: a plus for a main topic, qualifiers behind an arrow. */
function printedHeadings({ headings }: BibliographicRecord, cut: Cut): string[] {
	return headings.map(({ vocabulary, heading, main, qualifiers }) => {
		const label =
			cut.vocabularies[vocabulary as VocabularyId].headings.find(({ id }) => id === heading)?.label ?? heading;
		return `${main ? '+' : ''}${[label, ...qualifiers].join(' > ')}`;
	});
}

const withHeadings = (reference: ImportedReference, cut: Cut): ImportedReference => ({
	...reference,
	record: { ...reference.record, keywords: [...reference.record.keywords, ...printedHeadings(reference.record, cut)] }
});

function tidewaterText({ record }: ImportedReference, cut: Cut): string {
	const lines: readonly (readonly [tag: string, value: string])[] = [
		['entry', record.id],
		['called', record.titles[0] ?? ''],
		['written by', record.authors.join('; ')],
		['printed', String(record.year ?? '')],
		['printed in', record.journal],
		['link', record.identifiers.find((one) => one.startsWith('10.')) ?? ''],
		['about', record.abstract],
		...[...record.keywords, ...printedHeadings(record, cut)].map((one) => ['filed under', one] as const)
	];
	return `${lines
		.filter(([, value]) => value !== '')
		.map(([tag, value]) => `${tag} = ${value}\n`)
		.join('')}~ ~ ~\n`;
}

/** Deterministic: the same world gives the same files. */
export function demoExports(world: World, cut: Cut): DemoExport[] {
	const exported = exportWorld(world, SEED).filter(({ reference: { record } }) => {
		const title = record.titles.join(' ');
		return ABOUT.test(title) && WITH.test(`${title} ${record.keywords.join(' ')}`);
	});
	return SHAPES.map(([id, platform, ending, lost]) => {
		const references = exported.filter((one) => one.source === id).map((one) => one.reference);
		const text =
			ending === 'ris'
				? references.map((one) => toRis(withHeadings(one, cut))).join('')
				: ending === 'txt'
					? references.map((one) => tidewaterText(one, cut)).join('')
					: ending === 'bib'
						? references.map((one, at) => toBibtex(one, at + 1)).join('')
						: toTableHead() + references.map(toTableRow).join('');
		return {
			fileName: `${id}-rough-search-2026-11-20.${ending}`,
			source: SOURCES.find((one) => one.id === id)?.name ?? id,
			platform,
			recipe: id === 'tidewater' ? TIDEWATER_FORMAT : null,
			vocabulary: id === 'skerry' || id === 'tidewater' ? id : null,
			stated: references.length + lost,
			text
		};
	});
}
