/**
 * SKOS in and out as Turtle (W3C SKOS Reference, 2009). Years, earlier names and qualifiers have
 * no place in SKOS; they use the small namespace `wl:` that docs/formats/vocabulary.md explains.
 */
import { Parser, Writer, DataFactory, type Quad } from 'n3';
import type { Heading, VocabularyData } from './vocabulary.ts';

const SKOS = 'http://www.w3.org/2004/02/skos/core#';
const RDF_TYPE = 'http://www.w3.org/1999/02/22-rdf-syntax-ns#type';
const DCT = 'http://purl.org/dc/terms/';
export const WL = 'https://wide-lantern.example/ns#';

export interface SkosFault {
	readonly code: string;
	readonly message: string;
}

export type SkosRead =
	{ readonly vocabulary: VocabularyData; readonly faults: readonly SkosFault[] } | { readonly vocabulary: null; readonly faults: readonly SkosFault[] };

type Subjects = Map<string, Map<string, string[]>>;

/** Reads a vocabulary from Turtle. Faulty headings are left out and named; no headings at all is a fault of the whole. */
export function readTurtle(turtle: string, id: string): SkosRead {
	let quads: Quad[];
	try {
		quads = new Parser({ format: 'text/turtle' }).parse(turtle);
	} catch (error) {
		return { vocabulary: null, faults: [{ code: 'not-turtle', message: `This is no Turtle: ${error instanceof Error ? error.message : String(error)}` }] };
	}
	const subjects: Subjects = new Map();
	for (const { subject, predicate, object } of quads) {
		const properties = subjects.get(subject.value) ?? new Map<string, string[]>();
		subjects.set(subject.value, properties);
		const values = properties.get(predicate.value) ?? [];
		properties.set(predicate.value, values);
		values.push(object.value);
	}
	return assemble(subjects, id);
}

const localName = (iri: string) => iri.replace(/^.*[/#:]/, '');

function assemble(subjects: Subjects, id: string): SkosRead {
	const faults: SkosFault[] = [];
	const all = (subject: Map<string, string[]>, predicate: string) => subject.get(predicate) ?? [];
	const one = (subject: Map<string, string[]>, predicate: string) => all(subject, predicate)[0] ?? null;
	const ofType = (type: string) => [...subjects].filter(([, properties]) => all(properties, RDF_TYPE).includes(type));

	const qualifiers = ofType(`${WL}Qualifier`).map(([iri, properties]) => ({
		code: localName(iri),
		name: one(properties, `${SKOS}prefLabel`) ?? localName(iri),
		note: one(properties, `${SKOS}scopeNote`) ?? ''
	}));
	const concepts = ofType(`${SKOS}Concept`).filter(([, properties]) => !all(properties, RDF_TYPE).includes(`${WL}Qualifier`));
	const known = new Set(concepts.map(([iri]) => iri));
	const headings: Heading[] = [];
	for (const [iri, properties] of concepts) {
		const label = one(properties, `${SKOS}prefLabel`);
		if (label === null || label.trim() === '') {
			faults.push({ code: 'no-label', message: `${localName(iri)} has no preferred label and is left out.` });
			continue;
		}
		const links = (predicate: string) => {
			for (const target of all(properties, predicate))
				if (!known.has(target)) faults.push({ code: 'unknown-reference', message: `${label} points to ${localName(target)}, which is not in the file.` });
			return all(properties, predicate)
				.filter((target) => known.has(target))
				.map(localName);
		};
		const since = one(properties, `${WL}since`);
		headings.push({
			id: localName(iri),
			label,
			entryTerms: all(properties, `${SKOS}altLabel`),
			scopeNote: one(properties, `${SKOS}scopeNote`) ?? '',
			broader: links(`${SKOS}broader`),
			related: links(`${SKOS}related`),
			notation: one(properties, `${SKOS}notation`),
			since: since === null ? null : Number(since),
			before: [...all(properties, `${WL}formerly`).map((text) => earlier(text, true)), ...all(properties, `${WL}before`).map((text) => earlier(text, false))],
			qualifiers: all(properties, `${WL}takes`).map(localName)
		});
	}
	if (headings.length === 0) {
		faults.push({ code: 'no-headings', message: 'There is no skos:Concept with a preferred label in this file.' });
		return { vocabulary: null, faults };
	}
	const [scheme] = ofType(`${SKOS}ConceptScheme`);
	const name = (scheme && (one(scheme[1], `${DCT}title`) ?? one(scheme[1], `${SKOS}prefLabel`))) ?? id;
	const edition = (scheme && one(scheme[1], `${DCT}hasVersion`)) ?? '';
	faults.push(...circles(headings));
	return { vocabulary: { id, name, edition, qualifiers, headings }, faults };
}

/** `Old Name until 2009` */
function earlier(text: string, renamed: boolean): Heading['before'][number] {
	const match = /^(.*) until (\d{4})$/.exec(text);
	return { label: match?.[1] ?? text, until: match?.[2] === undefined ? null : Number(match[2]), renamed };
}

/** SKOS integrity S27 and common sense: no heading is broader than itself. */
function circles(headings: readonly Heading[]): SkosFault[] {
	const byId = new Map(headings.map((heading) => [heading.id, heading]));
	const state = new Map<string, 'open' | 'done'>();
	const faults: SkosFault[] = [];
	for (const start of headings) {
		const stack: { heading: Heading; next: number }[] = [{ heading: start, next: 0 }];
		if (state.has(start.id)) continue;
		state.set(start.id, 'open');
		for (let top = stack.at(-1); top; top = stack.at(-1)) {
			const target = top.heading.broader[top.next++];
			if (target === undefined) {
				state.set(top.heading.id, 'done');
				stack.pop();
				continue;
			}
			const above = byId.get(target);
			if (!above || state.get(target) === 'done') continue;
			if (state.get(target) === 'open') faults.push({ code: 'circle', message: `${above.label} is broader than itself, by way of ${top.heading.label}.` });
			else {
				state.set(target, 'open');
				stack.push({ heading: above, next: 0 });
			}
		}
	}
	return faults;
}

/** Writes a vocabulary as Turtle; reading it again gives the same vocabulary. */
export function writeTurtle(
	vocabulary: Readonly<Omit<VocabularyData, 'headings'>> & { readonly headings: readonly Heading[] },
	base = `https://wide-lantern.example/${vocabulary.id}/`
): string {
	const writer = new Writer({ prefixes: { skos: SKOS, dct: DCT, wl: WL, v: base, q: `${base}qualifier/` } });
	const { namedNode, literal } = DataFactory;
	const add = (subject: string, predicate: string, object: ReturnType<typeof namedNode> | ReturnType<typeof literal>) =>
		writer.addQuad(namedNode(subject), namedNode(predicate), object);
	const words = (text: string) => literal(text, 'en');
	const scheme = base.replace(/\/$/, '');
	add(scheme, RDF_TYPE, namedNode(`${SKOS}ConceptScheme`));
	add(scheme, `${DCT}title`, words(vocabulary.name));
	add(scheme, `${DCT}hasVersion`, literal(vocabulary.edition));
	for (const qualifier of vocabulary.qualifiers) {
		const iri = `${base}qualifier/${qualifier.code}`;
		add(iri, RDF_TYPE, namedNode(`${WL}Qualifier`));
		add(iri, `${SKOS}prefLabel`, words(qualifier.name));
		if (qualifier.note) add(iri, `${SKOS}scopeNote`, words(qualifier.note));
	}
	for (const heading of vocabulary.headings) {
		const iri = base + heading.id;
		add(iri, RDF_TYPE, namedNode(`${SKOS}Concept`));
		add(iri, `${SKOS}inScheme`, namedNode(scheme));
		add(iri, `${SKOS}prefLabel`, words(heading.label));
		for (const term of heading.entryTerms) add(iri, `${SKOS}altLabel`, words(term));
		if (heading.scopeNote) add(iri, `${SKOS}scopeNote`, words(heading.scopeNote));
		for (const broader of heading.broader) add(iri, `${SKOS}broader`, namedNode(base + broader));
		for (const related of heading.related) add(iri, `${SKOS}related`, namedNode(base + related));
		if (heading.notation !== null) add(iri, `${SKOS}notation`, literal(heading.notation));
		if (heading.since !== null) add(iri, `${WL}since`, literal(String(heading.since)));
		for (const old of heading.before)
			add(iri, `${WL}${old.renamed ? 'formerly' : 'before'}`, literal(old.until === null ? old.label : `${old.label} until ${old.until}`));
		for (const code of heading.qualifiers) add(iri, `${WL}takes`, namedNode(`${base}qualifier/${code}`));
	}
	let turtle = '';
	writer.end((error, result) => {
		if (error) throw error;
		turtle = result;
	});
	return turtle;
}

/** A decision on what a heading is called in another vocabulary. */
export interface MappingToWrite {
	readonly heading: string;
	readonly to: string;
	/** `two`: all targets together, with OR; `none`: nothing, and why. */
	readonly kind: 'exact' | 'close' | 'broader' | 'narrower' | 'two' | 'none';
	readonly targets: readonly string[];
	readonly reason: string;
	readonly by: string;
	readonly on: string;
}

/** The targets of `two` are narrower each; that they belong together is said beside them. */
const MATCHES = { exact: 'exactMatch', close: 'closeMatch', broader: 'broadMatch', narrower: 'narrowMatch', two: 'narrowMatch', none: null } as const;

/** Mappings as SKOS mapping properties in Turtle, each with a note that says who decided it, when and why. */
export function writeMappings(vocabulary: string, mappings: readonly MappingToWrite[]): string {
	const base = (id: string) => `https://wide-lantern.example/${id}/`;
	const writer = new Writer({ prefixes: { skos: SKOS, wl: WL, v: base(vocabulary) } });
	const { namedNode, literal } = DataFactory;
	for (const { heading, to, kind, targets, reason, by, on } of mappings) {
		const iri = namedNode(base(vocabulary) + heading);
		const property = MATCHES[kind];
		if (property) for (const target of targets) writer.addQuad(iri, namedNode(SKOS + property), namedNode(base(to) + target));
		const what =
			kind === 'none' ? `No heading of ${to} fits: text words only.` : kind === 'two' ? `In ${to}, all of them together, with OR.` : `Mapped to ${to}.`;
		writer.addQuad(iri, namedNode(`${SKOS}editorialNote`), literal(`${what} ${by}, ${on}.${reason === '' ? '' : ` ${reason}`}`, 'en'));
	}
	let turtle = '';
	writer.end((error, result) => {
		if (error) throw error;
		turtle = result;
	});
	return turtle;
}
