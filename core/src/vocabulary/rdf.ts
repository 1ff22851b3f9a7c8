/**
 * RDF in four syntaxes (Turtle, N-Triples, RDF/XML, JSON-LD), read to what a vocabulary needs of it:
 * of each subject, the values of a few properties. Reads in chunks, never from the network; what is
 * meant to hurt a parser (entities that grow, brackets without end) is refused.
 */
import { Parser, type Quad } from 'n3';
import type { VocabularyFault } from './integrity.ts';

export const RDF_SYNTAXES = ['turtle', 'n-triples', 'rdf-xml', 'json-ld'] as const;
export type RdfSyntax = (typeof RDF_SYNTAXES)[number];

export interface Literal {
	readonly text: string;
	/** In lower case; empty where none is said. */
	readonly language: string;
}
/** An identifier of something else as plain text, or a literal. */
export type Value = string | Literal;

/** Of each subject, the values of the properties that were asked for, in the order of the file. */
export type Graph = ReadonlyMap<string, ReadonlyMap<string, readonly Value[]>>;

export type GraphRead =
	| { readonly ok: true; readonly graph: Graph }
	| { readonly ok: false; readonly code: VocabularyFault['code']; readonly message: string };

export interface ReadWatch {
	/** Told now and then how many statements have been read. */
	readonly progress?: (statements: number) => void;
	readonly signal?: AbortSignal;
}

/** Longest text of one statement, in characters; of a longer one the file is refused. */
const LONGEST_TEXT = 200_000;
const DEEPEST = 200;
/** Statements that are turned at once from JSON-LD. */
const SLICE = 2_000;

class Refused extends Error {
	constructor(
		readonly code: VocabularyFault['code'],
		message: string
	) {
		super(message);
	}
}

/** Gathers statements; the same statement twice counts once. */
export class GraphBuilder {
	private readonly subjects = new Map<string, Map<string, Value[]>>();
	private statements = 0;

	/** @param wanted the properties that are kept; null for all */
	constructor(
		private readonly wanted: ReadonlySet<string> | null,
		private readonly watch: ReadWatch = {}
	) {}

	add(quad: Quad, blank = ''): void {
		if (++this.statements % 10_000 === 0) {
			this.watch.signal?.throwIfAborted();
			this.watch.progress?.(this.statements);
		}
		const { subject, predicate, object } = quad;
		if (this.wanted?.has(predicate.value) === false) return;
		if (object.value.length > LONGEST_TEXT)
			throw new Refused(
				'too-long',
				`${subject.value.slice(0, 200)} has a text of more than ${LONGEST_TEXT.toLocaleString('en')} characters.`
			);
		const name = nameOf(subject, blank);
		const value: Value =
			object.termType === 'Literal'
				? { text: object.value, language: ((object.language as string | undefined) ?? '').toLowerCase() }
				: nameOf(object, blank);
		let properties = this.subjects.get(name);
		if (!properties) this.subjects.set(name, (properties = new Map<string, Value[]>()));
		const values = properties.get(predicate.value);
		if (!values) properties.set(predicate.value, [value]);
		else if (!values.some((one) => same(one, value))) values.push(value);
	}

	finish(): Graph {
		this.watch.progress?.(this.statements);
		return this.subjects;
	}
}

const nameOf = (term: { readonly termType: string; readonly value: string }, blank: string) =>
	term.termType === 'BlankNode' ? `_:${blank}${term.value.replace(/^_:/, '')}` : term.value;
const same = (a: Value, b: Value) =>
	typeof a === 'string' || typeof b === 'string' ? a === b : a.text === b.text && a.language === b.language;

const NAMES: Record<RdfSyntax, string> = {
	turtle: 'Turtle',
	'n-triples': 'N-Triples',
	'rdf-xml': 'RDF/XML',
	'json-ld': 'JSON-LD'
};

/**
 * Reads a file of RDF. What is wrong with its syntax is said with the line where the parser knows it.
 * @param chunks the text, whole or in parts
 * @param wanted properties that are kept; null for all
 * @throws the signal's reason when it is aborted
 */
export async function readGraph(
	chunks: Iterable<string> | AsyncIterable<string>,
	syntax: RdfSyntax,
	wanted: ReadonlySet<string> | null,
	watch: ReadWatch = {}
): Promise<GraphRead> {
	const builder = new GraphBuilder(wanted, watch);
	try {
		switch (syntax) {
			case 'turtle':
			case 'n-triples':
				await readTurtleChunks(chunks, builder, syntax);
				break;
			case 'rdf-xml':
				await readXml(chunks, builder);
				break;
			case 'json-ld':
				await readJson(chunks, builder);
		}
	} catch (error) {
		if (watch.signal?.aborted) throw watch.signal.reason;
		if (error instanceof Refused) return { ok: false, code: error.code, message: error.message };
		const what =
			error instanceof RangeError
				? 'it is nested too deeply'
				: error instanceof Error
					? error.message.slice(0, 500)
					: String(error);
		return { ok: false, code: 'not-rdf', message: `This is no ${NAMES[syntax]}: ${what}` };
	}
	return { ok: true, graph: builder.finish() };
}

/** Turtle that is at hand as one text. @throws where it is none */
export function readTurtleText(turtle: string, wanted: ReadonlySet<string>): Graph {
	const builder = new GraphBuilder(wanted);
	for (const quad of new Parser({ format: 'text/turtle' }).parse(turtle)) builder.add(quad);
	return builder.finish();
}

async function readTurtleChunks(
	chunks: Iterable<string> | AsyncIterable<string>,
	builder: GraphBuilder,
	syntax: RdfSyntax
): Promise<void> {
	const hear = new Map<string, (text?: string) => void>();
	let failed: Error | null = null;
	const input = { on: (event: string, listener: (text?: string) => void) => void hear.set(event, listener) };
	const parser = new Parser({ format: syntax === 'turtle' ? 'text/turtle' : 'application/n-triples' });
	parser.parse(input as never, (error: Error | null, quad: Quad | null) => {
		if (failed) return;
		try {
			if (error) failed = error;
			else if (quad) builder.add(quad);
		} catch (thrown) {
			failed = thrown instanceof Error ? thrown : new Error(String(thrown));
		}
	});
	for await (const chunk of chunks) {
		hear.get('data')?.(chunk);
		if (failed) throw failed as Error;
	}
	hear.get('end')?.();
	if (failed) throw failed as Error;
}

/** Names of namespaces are often entities; anything longer, or made of other entities, is meant to grow. */
function checkEntities(start: string): void {
	const doctype = /<!DOCTYPE[^[>]*(\[[\s\S]*?\]\s*>)?/i.exec(start)?.[0];
	if (doctype === undefined) return;
	const entities = [...doctype.matchAll(/<!ENTITY\s+(%\s+)?\S+\s+(?:(?:SYSTEM|PUBLIC)\b|"([^"]*)"|'([^']*)')/gi)];
	if (entities.length > 200) throw new Refused('entities', 'The file defines more than 200 entities and was not read.');
	for (const [whole, parameter, double, single] of entities) {
		const value = double ?? single;
		if (parameter !== undefined || value === undefined)
			throw new Refused(
				'entities',
				'The file asks for an entity outside of itself. Nothing is fetched, so it was not read.'
			);
		if (value.length > 500 || /[&<%]/.test(value))
			throw new Refused(
				'entities',
				`The file defines an entity that grows (${whole.slice(0, 60)} …) and was not read. Names of namespaces are fine.`
			);
	}
}

/** What a document says of itself stands at its beginning: the first pieces come as one of this size at least, in characters. */
const HEAD = 1 << 16;
async function* withHead(chunks: Iterable<string> | AsyncIterable<string>): AsyncGenerator<string> {
	let head: string | null = '';
	for await (const chunk of chunks) {
		if (head === null) yield chunk;
		else if ((head += chunk).length >= HEAD) {
			yield head;
			head = null;
		}
	}
	if (head !== null) yield head;
}

async function readXml(chunks: Iterable<string> | AsyncIterable<string>, builder: GraphBuilder): Promise<void> {
	const { RdfXmlParser } = await import('rdfxml-streaming-parser');
	const parser = new RdfXmlParser({
		trackPosition: true,
		allowDuplicateRdfIds: true,
		baseIRI: 'https://wide-lantern.example/file'
	});
	let failed: Error | null = null;
	parser.on('data', (quad: unknown) => {
		try {
			if (!failed) builder.add(quad as Quad);
		} catch (error) {
			failed = error instanceof Error ? error : new Error(String(error));
		}
	});
	const over = new Promise<void>((done) => {
		parser.on('error', (error: Error) => {
			failed ??= error;
			done();
		});
		parser.on('end', () => {
			done();
		});
	});
	const depth = new TagDepth();
	let first = true;
	let root: string | undefined;
	let tail = '';
	for await (const chunk of withHead(chunks)) {
		if (first) {
			checkEntities(chunk);
			root = /<([A-Za-z_][\w.:-]*)/.exec(chunk)?.[1];
		}
		if (!first && (tail.slice(-8) + chunk).includes('<!ENTITY'))
			throw new Refused('entities', 'The file defines entities behind its first part and was not read.');
		tail = (tail + chunk).slice(-2_000);
		first = false;
		depth.read(chunk);
		if (parser.write(chunk) === false) await new Promise((drained) => setImmediate(drained));
		if (failed) throw failed as Error;
	}
	parser.end();
	await over;
	if (failed) throw failed as Error;
	// The parser takes a file that breaks off for one that ends there.
	if (root === undefined || !(tail.includes(`</${root}`) || /\/>\s*$/.test(tail)))
		throw new Error('it breaks off before its end');
}

/** How deep elements stand in each other; end tags and empty ones close. Good enough to stop what never closes. */
class TagDepth {
	private depth = 0;
	private rest = '';
	read(chunk: string): void {
		const text = this.rest + chunk;
		const tag = /<(\/)?[A-Za-z_][^<>]*?(\/)?>/g;
		let end = 0;
		for (let match = tag.exec(text); match; match = tag.exec(text)) {
			end = tag.lastIndex;
			if (match[1]) this.depth = Math.max(0, this.depth - 1);
			else if (!match[2] && ++this.depth > DEEPEST)
				throw new Refused(
					'too-deep',
					`The file is nested more than ${DEEPEST} elements deep, which no vocabulary needs. It was not read.`
				);
		}
		const open = text.lastIndexOf('<');
		this.rest = open >= end ? text.slice(open).slice(0, 100_000) : '';
	}
}

/** Brackets of JSON in each other, outside of its texts. */
function checkJsonDepth(text: string): void {
	let depth = 0;
	let inText = false;
	for (let at = 0; at < text.length; at++) {
		const sign = text.charCodeAt(at);
		if (inText) {
			if (sign === 92) at++;
			else if (sign === 34) inText = false;
		} else if (sign === 34) inText = true;
		else if (sign === 123 || sign === 91) {
			if (++depth > DEEPEST)
				throw new Refused(
					'too-deep',
					`The file is nested more than ${DEEPEST} brackets deep, which no vocabulary needs. It was not read.`
				);
		} else if (sign === 125 || sign === 93) depth--;
	}
}

async function readJson(chunks: Iterable<string> | AsyncIterable<string>, builder: GraphBuilder): Promise<void> {
	const parts: string[] = [];
	for await (const chunk of chunks) parts.push(chunk);
	const text = parts.splice(0).join('');
	checkJsonDepth(text);
	const whole = JSON.parse(text) as unknown;
	const { default: jsonld } = await import('jsonld');
	const documentLoader = (address: string) =>
		Promise.reject(
			new Refused(
				'outside',
				`The file asks for a context at ${address.slice(0, 200)}. Nothing is fetched; put the context into the file.`
			)
		);
	let number = 0;
	for (const slice of jsonSlices(whole)) {
		number++;
		let quads: unknown;
		try {
			quads = await jsonld.toRDF(slice as never, { documentLoader: documentLoader as never });
		} catch (error) {
			throw refusedInside(error) ?? error;
		}
		for (const quad of quads as Quad[]) builder.add(quad, `${number}.`);
	}
}

/** The library wraps what a loader throws. */
function refusedInside(error: unknown): Refused | null {
	for (let one: unknown = error, deep = 0; typeof one === 'object' && one !== null && deep < 5; deep++) {
		if (one instanceof Refused) return one;
		one =
			'details' in one && typeof one.details === 'object' && one.details !== null && 'cause' in one.details
				? one.details.cause
				: 'cause' in one
					? one.cause
					: null;
	}
	return null;
}

/** A long list of nodes in slices, each with the context; one whose nodes have no names of their own stays whole, for those names hold in one document only. */
function* jsonSlices(whole: unknown): Generator<object> {
	const nodes = Array.isArray(whole)
		? whole
		: typeof whole === 'object' && whole !== null && '@graph' in whole && Array.isArray(whole['@graph'])
			? whole['@graph']
			: null;
	if (typeof whole !== 'object' || whole === null)
		throw new Refused('not-rdf', 'This is JSON but not JSON-LD: it holds no object.');
	const named = (one: unknown) =>
		typeof one === 'object' &&
		one !== null &&
		'@id' in one &&
		typeof one['@id'] === 'string' &&
		one['@id'].startsWith('_:');
	const plain = Array.isArray(whole) || Object.keys(whole).every((key) => key === '@context' || key === '@graph');
	if (!nodes || !plain || nodes.length <= SLICE || nodes.some(named)) {
		yield whole;
		return;
	}
	const context = !Array.isArray(whole) && '@context' in whole ? { '@context': whole['@context'] } : {};
	for (let from = 0; from < nodes.length; from += SLICE)
		yield { ...context, '@graph': nodes.slice(from, from + SLICE) as unknown[] };
}
