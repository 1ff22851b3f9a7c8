/** Reading a vocabulary of 120,000 headings from every form, beside what an RDF engine needs to load the same text. */
import {
	FILE_KINDS,
	lookAtTable,
	readSkos,
	readTable,
	writeSkos,
	writeTable,
	type FileKind,
	type VocabularyData
} from '@wide-lantern/core';
import { Store } from 'oxigraph';

export interface FormFigures {
	readonly form: FileKind;
	readonly megabytes: number;
	/** Milliseconds. */
	readonly read: number;
	/** Of oxigraph, for the forms that it reads; it stores all statements, where we keep a vocabulary and check it. */
	readonly reference: number | null;
}

const MEDIA = {
	turtle: 'text/turtle',
	'n-triples': 'application/n-triples',
	'rdf-xml': 'application/rdf+xml',
	'json-ld': 'application/ld+json',
	table: null
} as const;

/** A text in the pieces in which a file comes. */
function* pieces(text: string): Generator<string> {
	for (let from = 0; from < text.length; from += 1 << 18) yield text.slice(from, from + (1 << 18));
}

export async function measureForms(data: VocabularyData): Promise<FormFigures[]> {
	const figures: FormFigures[] = [];
	for (const form of FILE_KINDS) {
		const text = [...(form === 'table' ? writeTable(data, ',') : writeSkos(data, form))].join('');
		const started = performance.now();
		const look = form === 'table' ? lookAtTable(text.slice(0, 200_000)) : null;
		const { vocabulary, faults } =
			form === 'table'
				? readTable(text, look?.proposed ?? { delimiter: ',', separator: '|', columns: {} }, 'large', 'Large')
				: await readSkos(pieces(text), form, 'large');
		const read = performance.now() - started;
		if (vocabulary?.headings.length !== data.headings.length)
			throw new Error(
				`${form}: ${vocabulary?.headings.length ?? 0} headings came back of ${data.headings.length}; ${faults[0]?.message ?? ''}`
			);
		const format = MEDIA[form];
		let reference: number | null = null;
		if (format !== null) {
			const since = performance.now();
			new Store().load(text, { format });
			reference = performance.now() - since;
		}
		figures.push({ form, megabytes: text.length / 1e6, read, reference });
	}
	return figures;
}
