/** Reading an answer of SRU, 1.1 to 2.0: strict XML as it comes in, with ceilings on size and depth; no entities but those of XML itself. */
import { SaxesParser } from 'saxes';

export interface SruRecord {
	/** Dublin Core elements by their names without a prefix. */
	readonly fields: ReadonlyMap<string, readonly string[]>;
	readonly identifier: string;
}

export interface SruDiagnostic {
	readonly uri: string;
	readonly message: string;
	readonly details: string;
}

export interface SruResponse {
	readonly root: string;
	readonly total: number | null;
	readonly next: number | null;
	readonly records: readonly SruRecord[];
	readonly diagnostics: readonly SruDiagnostic[];
	/** Of explain: title, indexes, query types, and the largest portion. */
	readonly title: string;
	readonly indexes: readonly string[];
	readonly queryTypes: readonly string[];
	readonly portion: number | null;
	/** Of scan. */
	readonly terms: readonly { readonly word: string; readonly records: number | null }[];
}

export class XmlFault extends Error {}

const DEPTH = 60;
const TEXT = 4_000_000;

/** Takes an answer in pieces. */
export class SruReader {
	private readonly parser = new SaxesParser({ xmlns: true });
	private readonly path: string[] = [];
	private text = '';
	private root = '';
	private total: number | null = null;
	private next: number | null = null;
	private readonly records: SruRecord[] = [];
	private fields: Map<string, string[]> | null = null;
	private identifier = '';
	private readonly diagnostics: SruDiagnostic[] = [];
	private diagnostic: { uri: string; message: string; details: string } | null = null;
	private title = '';
	private readonly indexes: string[] = [];
	private readonly queryTypes: string[] = [];
	private portion: number | null = null;
	private readonly terms: { word: string; records: number | null }[] = [];
	private attributes: Readonly<Record<string, string>> = {};

	constructor() {
		this.parser.on('error', (error) => {
			throw new XmlFault(`The answer is not well-formed XML: ${error.message.split('\n')[0] ?? ''}`);
		});
		this.parser.on('doctype', () => {
			throw new XmlFault('The answer declares a document type, which no source needs to; it was not read.');
		});
		this.parser.on('opentag', (tag) => {
			if (this.path.length >= DEPTH) throw new XmlFault('The answer is nested too deeply.');
			if (this.path.length === 0) this.root = tag.local;
			this.path.push(tag.local);
			this.text = '';
			this.attributes = Object.fromEntries(Object.values(tag.attributes).map((one) => [one.local, one.value]));
			if (tag.local === 'record' && this.parent === 'records') [this.fields, this.identifier] = [new Map(), ''];
			// One in a record's place tells that this record cannot be given; the answer stands all the same.
			if (tag.local === 'diagnostic' && !this.fields) this.diagnostic = { uri: '', message: '', details: '' };
			if (tag.local === 'term' && this.parent === 'terms') this.terms.push({ word: '', records: null });
			if (tag.local === 'name' && this.parent === 'map') this.set = this.attributes['set'] ?? '';
			if (tag.local === 'setting' || tag.local === 'supports') this.kind = this.attributes['type'] ?? '';
		});
		this.parser.on('text', (text) => {
			if (this.text.length + text.length > TEXT)
				throw new XmlFault('A single value of the answer is larger than any record.');
			this.text += text;
		});
		this.parser.on('cdata', (text) => (this.text += text));
		this.parser.on('closetag', (tag) => {
			this.closed(tag.local, this.text.trim());
			this.path.pop();
			this.text = '';
		});
	}

	private set = '';
	private kind = '';
	private get parent(): string {
		return this.path.at(-2) ?? '';
	}

	take(text: string): void {
		this.parser.write(text);
	}

	/** @throws XmlFault where the answer is broken off, or no answer of SRU */
	finish(): SruResponse {
		this.parser.close();
		if (!['searchRetrieveResponse', 'explainResponse', 'scanResponse'].includes(this.root))
			throw new XmlFault(`This is not an SRU response${this.root === '' ? '' : ` but “${this.root}”`}.`);
		const { root, total, next, records, diagnostics, title, indexes, queryTypes, portion, terms } = this;
		return { root, total, next, records, diagnostics, title, indexes, queryTypes, portion, terms };
	}

	private closed(name: string, text: string): void {
		const number = () => {
			if (!/^\d{1,15}$/.test(text))
				throw new XmlFault(`${name} is not a number in the response: “${text.slice(0, 40)}”.`);
			return Number(text);
		};
		if (this.diagnostic) {
			if (name === 'uri') this.diagnostic.uri = text;
			else if (name === 'message') this.diagnostic.message = text;
			else if (name === 'details') this.diagnostic.details = text;
			else if (name === 'diagnostic') {
				this.diagnostics.push(this.diagnostic);
				this.diagnostic = null;
			}
			return;
		}
		if (this.fields) {
			if (name === 'recordIdentifier') this.identifier = text;
			else if (name === 'record' && this.parent === 'records') {
				this.records.push({ fields: this.fields, identifier: this.identifier });
				this.fields = null;
			} else if (this.path.includes('recordData') && text !== '') {
				const held = this.fields.get(name);
				if (held) held.push(text);
				else this.fields.set(name, [text]);
			}
			return;
		}
		const last = this.terms.at(-1);
		if (this.parent === 'term' && last && this.root === 'scanResponse') {
			if (name === 'value') last.word = text;
			if (name === 'numberOfRecords') last.records = number();
			return;
		}
		if (name === 'numberOfRecords' && this.path.length === 2) this.total = number();
		else if (name === 'nextRecordPosition' && this.path.length === 2) this.next = number();
		else if (name === 'title' && this.parent === 'databaseInfo') this.title = text;
		else if (name === 'name' && this.parent === 'map') this.indexes.push(`${this.set}.${text}`);
		else if (name === 'supports' && this.kind === 'queryType') this.queryTypes.push(text);
		else if (name === 'setting' && this.kind === 'maximumRecords' && /^\d+$/.test(text)) this.portion = Number(text);
	}
}
