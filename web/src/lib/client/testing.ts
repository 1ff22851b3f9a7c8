/** For tests of view models: a server that answers what a test says, and enquiries with lines. */
import {
	applyEdits,
	newEnquiry,
	type Concept,
	type Edit,
	type EnquiryDocument,
	type Json,
	type StrategyLine
} from '@wide-lantern/core/editor';
import { vi } from 'vitest';

export interface Request {
	readonly method: string;
	readonly path: string;
	readonly query: Readonly<Record<string, string>>;
	readonly body: unknown;
}
/** What a server answers; a number is a refusal with that status. */
export type Serving = (request: Request) => object | number | Promise<object | number>;

/** Stands in for the server until `vi.unstubAllGlobals`. @returns what is asked of it, as it comes */
export function serve(answer: Serving): Request[] {
	const asked: Request[] = [];
	vi.stubGlobal('fetch', async (address: string, init: RequestInit = {}) => {
		const url = new URL(address, 'http://lantern.example');
		const request = {
			method: init.method ?? 'GET',
			path: url.pathname,
			query: Object.fromEntries(url.searchParams),
			body: typeof init.body === 'string' ? (JSON.parse(init.body) as unknown) : null
		};
		asked.push(request);
		const given = await answer(request);
		init.signal?.throwIfAborted();
		if (typeof given !== 'number') return new Response(JSON.stringify(given));
		return new Response(JSON.stringify({ message: `Refused with ${given}.` }), { status: given });
	});
	return asked;
}

/** Resolves when everything that waited for an answer has got on. */
export const settled = () => new Promise<void>((done) => setTimeout(done, 0));

/** A line of words, unless the change says otherwise. */
export const line = (id: string, source: string, change: Partial<StrategyLine> = {}): StrategyLine => ({
	id,
	source,
	concept: null,
	strand: null,
	role: 'words',
	label: '',
	note: '',
	off: false,
	...change
});

/** An empty concept, unless the change says otherwise. */
export const concept = (id: string, change: Partial<Concept> = {}): Concept => ({
	id,
	name: id,
	note: '',
	strands: [],
	headings: [],
	words: [],
	parked: [],
	...change
});

let made = 0;
export const documentOf = (lines: readonly StrategyLine[], change: Partial<EnquiryDocument> = {}): EnquiryDocument => ({
	...newEnquiry('Does light help people sleep?', 'PICO', () => `made${made++}`),
	lines: [...lines],
	...change
});

/** The document after edits that fit. */
export function edited(document: EnquiryDocument, edits: readonly Edit[]): EnquiryDocument {
	const applied = applyEdits(document as unknown as Json, edits);
	if (!('document' in applied)) throw new Error('The edits do not fit.');
	return applied.document as unknown as EnquiryDocument;
}

/** As much of an open enquiry as view models ask for. */
export const enquiryOf = (document: EnquiryDocument) => ({
	id: 'e',
	revision: 7,
	state: 'saved' as const,
	document,
	flush: vi.fn(() => Promise.resolve()),
	edit: vi.fn(() => true)
});
