/**
 * A vocabulary as SKOS in four syntaxes, piece by piece, so that a large one never stands in memory
 * as one text. Reading any of them gives the same vocabulary.
 */
import { DataFactory, Writer } from 'n3';
import type { RdfSyntax } from './rdf.ts';
import { DCT, RDFS_SEE_ALSO, RDF_TYPE, SKOS, WL } from './skos-read.ts';
import { baseOf, type Heading, type VocabularyData } from './vocabulary.ts';

export type VocabularyToWrite = Readonly<Omit<VocabularyData, 'headings' | 'date' | 'base'>> & {
	readonly headings: readonly Heading[];
	readonly date?: string | undefined;
	readonly base?: string | undefined;
};

/** An identifier, or a text with its language (empty for none). */
type Said = { readonly iri: string } | { readonly text: string; readonly language: '' | 'en' };
interface Description {
	readonly subject: string;
	readonly said: readonly (readonly [property: string, value: Said])[];
}

function* descriptions(vocabulary: VocabularyToWrite): Generator<Description> {
	const base = baseOf(vocabulary);
	const iri = (name: string): Said => ({ iri: name });
	const words = (text: string): Said => ({ text, language: 'en' });
	const bare = (text: string): Said => ({ text, language: '' });
	// An identifier that did not begin as the others do was kept whole.
	const named = (id: string) => (/^[a-z][a-z0-9+.-]*:/i.test(id) ? id : base + id);
	const scheme = base.replace(/[/#]$/, '');
	const qualifier = (code: string) => `${base}qualifier/${code}`;
	yield {
		subject: scheme,
		said: [
			[RDF_TYPE, iri(`${SKOS}ConceptScheme`)],
			[`${DCT}title`, words(vocabulary.name)],
			[`${DCT}hasVersion`, bare(vocabulary.edition)],
			...(vocabulary.date === undefined ? [] : [[`${DCT}issued`, bare(vocabulary.date)] as const])
		]
	};
	for (const one of vocabulary.qualifiers)
		yield {
			subject: qualifier(one.code),
			said: [
				[RDF_TYPE, iri(`${WL}Qualifier`)],
				[`${SKOS}prefLabel`, words(one.name)],
				...(one.note === '' ? [] : [[`${SKOS}scopeNote`, words(one.note)] as const])
			]
		};
	for (const heading of vocabulary.headings) {
		const said: (readonly [string, Said])[] = [
			[RDF_TYPE, iri(`${SKOS}Concept`)],
			[`${SKOS}inScheme`, iri(scheme)],
			[`${SKOS}prefLabel`, words(heading.label)]
		];
		for (const term of heading.entryTerms) said.push([`${SKOS}altLabel`, words(term)]);
		if (heading.scopeNote) said.push([`${SKOS}scopeNote`, words(heading.scopeNote)]);
		for (const broader of heading.broader) said.push([`${SKOS}broader`, iri(named(broader))]);
		for (const related of heading.related) said.push([`${SKOS}related`, iri(named(related))]);
		for (const other of heading.seeAlso ?? []) said.push([RDFS_SEE_ALSO, iri(named(other))]);
		if (heading.notation !== null) said.push([`${SKOS}notation`, bare(heading.notation)]);
		if (heading.since !== null) said.push([`${WL}since`, bare(String(heading.since))]);
		for (const old of heading.before)
			said.push([
				WL + (old.renamed ? 'formerly' : 'before'),
				bare(old.until === null ? old.label : `${old.label} until ${old.until}`)
			]);
		for (const code of heading.qualifiers) said.push([`${WL}takes`, iri(qualifier(code))]);
		for (const change of heading.changes ?? [])
			said.push([`${SKOS}changeNote`, words(change.year === null ? change.text : `${change.year}: ${change.text}`)]);
		for (const { kind, target } of heading.mappings ?? []) said.push([`${SKOS}${kind}Match`, iri(target)]);
		yield { subject: named(heading.id), said };
	}
}

/** The file of a vocabulary in pieces. */
export function* writeSkos(vocabulary: VocabularyToWrite, syntax: RdfSyntax): Generator<string> {
	switch (syntax) {
		case 'turtle':
		case 'n-triples':
			yield* withWriter(vocabulary, syntax);
			break;
		case 'rdf-xml':
			yield* asXml(vocabulary);
			break;
		case 'json-ld':
			yield* asJson(vocabulary);
	}
}

/** The whole as one text of Turtle. */
export const writeTurtle = (vocabulary: VocabularyToWrite): string => [...writeSkos(vocabulary, 'turtle')].join('');

function* withWriter(vocabulary: VocabularyToWrite, syntax: 'turtle' | 'n-triples'): Generator<string> {
	const { namedNode, literal } = DataFactory;
	let text = '';
	const sink = {
		write: (chunk: string, _encoding: string, done?: () => void) => ((text += chunk), done?.()),
		end: () => undefined
	};
	const base = baseOf(vocabulary);
	const writer = new Writer(sink, {
		format: syntax === 'turtle' ? 'text/turtle' : 'application/n-triples',
		...(syntax === 'turtle' ? { prefixes: { skos: SKOS, dct: DCT, wl: WL, v: base, q: `${base}qualifier/` } } : {})
	});
	for (const { subject, said } of descriptions(vocabulary)) {
		for (const [property, value] of said)
			writer.addQuad(
				namedNode(subject),
				namedNode(property),
				'iri' in value ? namedNode(value.iri) : literal(value.text, value.language || undefined)
			);
		if (text.length > 50_000) {
			yield text;
			text = '';
		}
	}
	writer.end();
	yield text;
}

/** Characters that XML cannot hold at all are left out; there is no way to write them. */
const xml = (text: string) =>
	text
		.replace(/[\u0000-\u0008\u000B\u000C\u000E-\u001F\uFFFE\uFFFF]/g, '')
		.replace(
			/[&<>"\r]/g,
			(sign) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;', '\r': '&#13;' })[sign] ?? sign
		);

const XML_NAMES = {
	skos: SKOS,
	dct: DCT,
	wl: WL,
	rdf: RDF_TYPE.replace('type', ''),
	rdfs: RDFS_SEE_ALSO.replace('seeAlso', '')
} as const;

function* asXml(vocabulary: VocabularyToWrite): Generator<string> {
	const spaces = Object.entries(XML_NAMES);
	const short = (property: string) => {
		const space = spaces.find(([, begin]) => property.startsWith(begin));
		return space ? `${space[0]}:${property.slice(space[1].length)}` : property;
	};
	yield `<?xml version="1.0" encoding="UTF-8"?>\n<rdf:RDF${spaces.map(([name, begin]) => ` xmlns:${name}="${begin}"`).join('')}>\n`;
	for (const { subject, said } of descriptions(vocabulary)) {
		const lines = said.map(([property, value]) =>
			'iri' in value
				? `\t\t<${short(property)} rdf:resource="${xml(value.iri)}"/>\n`
				: `\t\t<${short(property)}${value.language ? ` xml:lang="${value.language}"` : ''}>${xml(value.text)}</${short(property)}>\n`
		);
		yield `\t<rdf:Description rdf:about="${xml(subject)}">\n${lines.join('')}\t</rdf:Description>\n`;
	}
	yield '</rdf:RDF>\n';
}

function* asJson(vocabulary: VocabularyToWrite): Generator<string> {
	yield `{"@context":${JSON.stringify({ skos: SKOS, dct: DCT, wl: WL, rdfs: XML_NAMES.rdfs })},\n"@graph":[\n`;
	const short = (property: string) => {
		const space = Object.entries(XML_NAMES).find(([name, begin]) => name !== 'rdf' && property.startsWith(begin));
		return space ? `${space[0]}:${property.slice(space[1].length)}` : property;
	};
	let first = true;
	for (const { subject, said } of descriptions(vocabulary)) {
		const node: Record<string, unknown> = { '@id': subject };
		for (const [property, value] of said) {
			if (property === RDF_TYPE) node['@type'] = 'iri' in value ? value.iri : value.text;
			else {
				const values = (node[short(property)] ??= []) as unknown[];
				values.push(
					'iri' in value
						? { '@id': value.iri }
						: value.language
							? { '@value': value.text, '@language': value.language }
							: { '@value': value.text }
				);
			}
		}
		yield `${first ? '' : ',\n'}${JSON.stringify(node)}`;
		first = false;
	}
	yield '\n]}\n';
}
