/**
 * A vocabulary out of SKOS (W3C SKOS Reference, 2009), whatever the syntax of the file. Years,
 * earlier names and qualifiers have no place in SKOS; they use the small namespace `wl:` that
 * docs/formats/vocabulary.md explains.
 */
import { mend, type ReadHeading, type VocabularyFault } from './integrity.ts';
import {
	readGraph,
	readTurtleText,
	type Graph,
	type Literal,
	type RdfSyntax,
	type ReadWatch,
	type Value
} from './rdf.ts';
import { MAPPING_PROPERTIES, type Heading, type VocabularyData } from './vocabulary.ts';

export const SKOS = 'http://www.w3.org/2004/02/skos/core#';
const SKOSXL = 'http://www.w3.org/2008/05/skos-xl#';
export const RDF_TYPE = 'http://www.w3.org/1999/02/22-rdf-syntax-ns#type';
export const RDFS_SEE_ALSO = 'http://www.w3.org/2000/01/rdf-schema#seeAlso';
export const DCT = 'http://purl.org/dc/terms/';
const OWL_DEPRECATED = 'http://www.w3.org/2002/07/owl#deprecated';
export const WL = 'https://wide-lantern.example/ns#';

const skos = (...names: string[]) => names.map((name) => SKOS + name);
/** The only properties that are kept while a file is read. */
const WANTED: ReadonlySet<string> = new Set([
	RDF_TYPE,
	RDFS_SEE_ALSO,
	OWL_DEPRECATED,
	...skos('prefLabel', 'altLabel', 'hiddenLabel', 'scopeNote', 'definition', 'historyNote', 'changeNote', 'notation'),
	...skos('broader', 'narrower', 'related', 'broadMatch', 'narrowMatch', 'relatedMatch', 'exactMatch', 'closeMatch'),
	...['prefLabel', 'altLabel', 'hiddenLabel', 'literalForm'].map((name) => SKOSXL + name),
	...['title', 'hasVersion', 'issued', 'modified', 'created', 'isReplacedBy'].map((name) => DCT + name),
	...['since', 'before', 'formerly', 'takes'].map((name) => WL + name)
]);

export interface SkosRead {
	/** Sound, without what is faulty; null where there is none in the file. */
	readonly vocabulary: VocabularyData | null;
	readonly faults: readonly VocabularyFault[];
	/** What is no fault, but should be known: other languages, withdrawn headings. */
	readonly notes: readonly string[];
}

const nothing = (code: VocabularyFault['code'], message: string): SkosRead => ({
	vocabulary: null,
	faults: [{ code, message, place: null }],
	notes: []
});

/** Reads a vocabulary from RDF. @throws the signal's reason when aborted */
export async function readSkos(
	chunks: Iterable<string> | AsyncIterable<string>,
	syntax: RdfSyntax,
	id: string,
	watch: ReadWatch = {}
): Promise<SkosRead> {
	const read = await readGraph(chunks, syntax, WANTED, watch);
	return read.ok ? fromGraph(read.graph, id) : nothing(read.code, read.message);
}

/** Reads Turtle that is at hand as one text. */
export function readTurtle(turtle: string, id: string): SkosRead {
	try {
		return fromGraph(readTurtleText(turtle, WANTED), id);
	} catch (error) {
		return nothing('not-rdf', `This is not valid Turtle: ${error instanceof Error ? error.message : String(error)}`);
	}
}

const localName = (iri: string) => iri.replace(/^.*[/#:]/, '');
const textOf = (value: Value) => (typeof value === 'string' ? value : value.text);

function fromGraph(graph: Graph, id: string): SkosRead {
	const notes: string[] = [];
	const of = (subject: string, property: string) => graph.get(subject)?.get(property) ?? [];
	const ofType = (type: string) => [...graph.keys()].filter((subject) => of(subject, RDF_TYPE).includes(type));
	const qualifierIris = new Set(ofType(`${WL}Qualifier`));
	const all = conceptsOf(graph).filter((iri) => !qualifierIris.has(iri));
	if (all.length === 0)
		return nothing(
			'no-headings',
			graph.size === 0
				? 'The file says nothing that a vocabulary would say.'
				: 'The file is RDF but not SKOS: there is no skos:Concept in it.'
		);
	const withdrawn = all.filter((iri) => of(iri, OWL_DEPRECATED).some((one) => /^(true|1)$/.test(textOf(one))));
	if (withdrawn.length > 0) notes.push(`${count(withdrawn.length, 'withdrawn heading')} (owl:deprecated) left out.`);
	const gone = new Set(withdrawn);
	// What took the place of a withdrawn heading keeps its name, so that old strategies still find it.
	const inherited = new Map<string, string[]>();
	for (const iri of withdrawn)
		for (const heir of of(iri, `${DCT}isReplacedBy`))
			inherited.set(textOf(heir), [
				...(inherited.get(textOf(heir)) ?? []),
				...of(iri, `${SKOS}prefLabel`).slice(0, 1).map(textOf)
			]);
	const concepts = all.filter((iri) => !gone.has(iri));
	const language = mainLanguage(graph, concepts);
	const base = commonBase(concepts);
	const idOf = (iri: string) => (iri.startsWith(base) ? iri.slice(base.length) : iri);
	const [scheme] = ofType(`${SKOS}ConceptScheme`);
	const plain = (subject: string | undefined, property: string) =>
		subject === undefined ? undefined : bestText(of(subject, property), language);

	const faults: VocabularyFault[] = [];
	const below = new Map<string, string[]>();
	for (const iri of concepts)
		for (const narrower of of(iri, `${SKOS}narrower`))
			if (typeof narrower === 'string') below.set(narrower, [...(below.get(narrower) ?? []), iri]);
	let others = 0;
	const read = concepts.map((iri): ReadHeading => {
		const labels = (kind: 'prefLabel' | 'altLabel' | 'hiddenLabel') => {
			const said = [
				...of(iri, SKOS + kind),
				...of(iri, SKOSXL + kind).flatMap((label) =>
					typeof label === 'string' ? of(label, `${SKOSXL}literalForm`) : []
				)
			];
			const ours = said.filter((one): one is Literal => typeof one !== 'string' && fits(one.language, language));
			others += said.length - ours.length;
			return { ours: ours.map((one) => one.text), any: said.map(textOf) };
		};
		const preferred = labels('prefLabel');
		const [label = preferred.any[0] ?? '', ...more] = preferred.ours;
		if (more.length > 0)
			faults.push({
				code: 'two-labels',
				place: iri,
				message: `has ${more.length + 1} preferred labels in one language (SKOS S14); “${label}” is kept, ${more.map((one) => `“${one}”`).join(', ')} as another name`
			});
		const links = (property: string) =>
			of(iri, property).flatMap((one) => (typeof one === 'string' && !gone.has(one) ? [idOf(one)] : []));
		const since = plain(iri, `${WL}since`) ?? plain(iri, `${DCT}created`);
		const year = since === undefined ? null : /^\d{4}(?=$|-)/.exec(since.trim())?.[0];
		if (since !== undefined && year === undefined)
			faults.push({
				code: 'bad-year',
				place: iri,
				message: `has “${since.slice(0, 60)}” as its first year, which is not a year; it is skipped`
			});
		const seeAlso = links(RDFS_SEE_ALSO).filter((one) => graph.has(base + one));
		const changes = [...of(iri, `${SKOS}changeNote`), ...of(iri, `${SKOS}historyNote`)].map(textOf).map(changeOf);
		const mappings = MAPPING_PROPERTIES.flatMap((kind) =>
			of(iri, `${SKOS}${kind}Match`).flatMap((target) => (typeof target === 'string' ? [{ kind, target }] : []))
		);
		const heading: Heading = {
			id: idOf(iri),
			label,
			entryTerms: [...more, ...labels('altLabel').ours, ...labels('hiddenLabel').ours, ...(inherited.get(iri) ?? [])],
			scopeNote:
				[plain(iri, `${SKOS}scopeNote`) ?? plain(iri, `${SKOS}definition`) ?? ''].map((note) =>
					note.slice(0, 20_000)
				)[0] ?? '',
			broader: [...new Set([...links(`${SKOS}broader`), ...(below.get(iri) ?? []).map(idOf)])],
			related: links(`${SKOS}related`),
			notation: plain(iri, `${SKOS}notation`)?.slice(0, 200) ?? null,
			since: year === undefined || year === null ? null : yearWithin(Number(year)),
			before: [
				...of(iri, `${WL}formerly`).map((one) => earlier(textOf(one), true)),
				...of(iri, `${WL}before`).map((one) => earlier(textOf(one), false))
			],
			qualifiers: of(iri, `${WL}takes`).map((one) => localName(textOf(one))),
			...(seeAlso.length > 0 ? { seeAlso } : {}),
			...(changes.length > 0 ? { changes } : {}),
			...(mappings.length > 0 ? { mappings } : {})
		};
		return { heading, place: iri };
	});
	if (others > 0)
		notes.push(
			`${count(others, 'label')} in other languages left; those ${language === '' ? 'without a language' : `in “${language}”`} were taken.`
		);
	const qualifiers = [...qualifierIris].map((iri) => ({
		code: localName(iri),
		name: plain(iri, `${SKOS}prefLabel`) ?? localName(iri),
		note: plain(iri, `${SKOS}scopeNote`) ?? ''
	}));
	const mended = mend(read, new Set(qualifiers.map((one) => one.code)));
	faults.push(...mended.faults);
	if (mended.headings.length === 0)
		return { ...nothing('no-headings', 'There is no skos:Concept with a preferred label in this file.'), notes };
	const date = plain(scheme, `${DCT}issued`) ?? plain(scheme, `${DCT}modified`);
	return {
		vocabulary: {
			id,
			name: (plain(scheme, `${DCT}title`) ?? plain(scheme, `${SKOS}prefLabel`) ?? id).slice(0, 400),
			edition: (plain(scheme, `${DCT}hasVersion`) ?? '').slice(0, 100),
			...(date === undefined ? {} : { date: date.slice(0, 40) }),
			...(base === '' || base === `https://wide-lantern.example/${id}/` ? {} : { base }),
			qualifiers,
			headings: mended.headings
		},
		faults,
		notes
	};
}

const count = (number: number, what: string) => `${number.toLocaleString('en')} ${what}${number === 1 ? '' : 's'}`;
const yearWithin = (year: number) => (year >= 1500 && year <= 3000 ? year : null);
const fits = (language: string, wanted: string) =>
	language === wanted || language.startsWith(`${wanted}-`) || (wanted === 'en' && language === '');

/** What is a concept: said so, or standing above or below one. */
function conceptsOf(graph: Graph): string[] {
	const found: string[] = [];
	for (const [subject, properties] of graph)
		if (properties.get(RDF_TYPE)?.includes(`${SKOS}Concept`)) found.push(subject);
	return found;
}

/** English where there is some; else none; else the commonest. */
function mainLanguage(graph: Graph, concepts: readonly string[]): string {
	const counts = new Map<string, number>();
	for (const iri of concepts)
		for (const label of graph.get(iri)?.get(`${SKOS}prefLabel`) ?? [])
			if (typeof label !== 'string') {
				const language = label.language.split('-')[0] ?? '';
				counts.set(language, (counts.get(language) ?? 0) + 1);
			}
	if (counts.has('en')) return 'en';
	return [...counts].sort(([, a], [, b]) => b - a)[0]?.[0] ?? '';
}

function bestText(values: readonly Value[], language: string): string | undefined {
	const literals = values.filter((one): one is Literal => typeof one !== 'string');
	return (literals.find((one) => fits(one.language, language)) ?? literals[0])?.text ?? values.map(textOf)[0];
}

/** What most identifiers begin with, up to the last `/` or `#`; what does not begin so keeps its whole identifier. */
export function commonBase(iris: readonly string[]): string {
	const counts = new Map<string, number>();
	for (const iri of iris) {
		const base = /^.*[/#]/.exec(iri)?.[0] ?? '';
		counts.set(base, (counts.get(base) ?? 0) + 1);
	}
	return [...counts].sort(([, a], [, b]) => b - a)[0]?.[0] ?? '';
}

/** `Old Name until 2009` */
export function earlier(text: string, renamed: boolean): Heading['before'][number] {
	const match = /^(.*) until (\d{4})$/.exec(text);
	return { label: match?.[1] ?? text, until: match?.[2] === undefined ? null : Number(match[2]), renamed };
}

/** `2014: scope widened` or `2014-03-01 scope widened`; without a year, the text alone. */
export function changeOf(text: string): { year: number | null; text: string } {
	const match = /^((?:1[5-9]|2\d)\d\d)(?:-\d\d){0,2}\s*[:;,–-]?\s+([\s\S]*)$/.exec(text);
	return match
		? { year: Number(match[1]), text: (match[2] ?? '').slice(0, 20_000) }
		: { year: null, text: text.slice(0, 20_000) };
}
