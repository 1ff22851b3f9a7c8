/**
 * Elements of an XML file that repeat, as small trees, one after another: the file is never in memory as a whole. Entities
 * that a document declares are not expanded, and what is nested too deeply ends the reading.
 */
import { SaxesParser } from 'saxes';

export interface XmlElement {
	/** Without prefix. */
	readonly name: string;
	/** Its namespace; empty where it has none. */
	readonly space: string;
	readonly attributes: Readonly<Record<string, string>>;
	readonly children: readonly XmlElement[];
	/** Its own text and that of all elements inside, in order. */
	readonly text: string;
}
interface Growing {
	readonly name: string;
	readonly space: string;
	readonly attributes: Readonly<Record<string, string>>;
	readonly children: Growing[];
	text: string;
}

/** Elements within each other beyond which a file is no list of records. */
export const DEEPEST = 100;
/** Characters of one element that repeats. */
const LONGEST = 20_000_000;

class TooDeep extends Error {}

export interface FoundElement {
	readonly element: XmlElement;
	/** Line of the file where it ends, from 1. */
	readonly line: number;
}

export class RepeatingElements {
	private readonly parser = new SaxesParser({ xmlns: true, position: true });
	private readonly open: Growing[] = [];
	private depth = 0;
	private characters = 0;
	private found: FoundElement[] = [];
	/** Why the rest of the file cannot be read; null while all is well. */
	fault: { readonly line: number; readonly reason: string } | null = null;

	/** @param isRecord whether an element is one of those that repeat; nothing inside of one is */
	constructor(isRecord: (element: Pick<XmlElement, 'name' | 'space'>) => boolean) {
		this.parser.on('opentag', ({ local, uri, attributes }) => {
			this.depth++;
			if (this.depth > DEEPEST) {
				this.stop('Its elements are nested more than a hundred deep.');
				// The parser would go on, and look for each name through all that is open.
				throw new TooDeep();
			}
			if (this.fault !== null) return;
			const element: Growing = {
				name: local,
				space: uri,
				attributes: Object.fromEntries(Object.values(attributes).map((one) => [one.local, one.value])),
				children: [],
				text: ''
			};
			const parent = this.open.at(-1);
			if (parent) parent.children.push(element);
			else if (!isRecord(element)) return;
			this.open.push(element);
		});
		const take = (text: string) => {
			if (this.open.length === 0 || this.fault !== null) return;
			this.characters += text.length;
			if (this.characters > LONGEST) this.stop('One of its records is longer than twenty million characters.');
			else for (const one of this.open) one.text += text;
		};
		this.parser.on('text', take);
		this.parser.on('cdata', take);
		this.parser.on('closetag', () => {
			this.depth--;
			if (this.fault !== null) return;
			const element = this.open.pop();
			if (!element || this.open.length > 0) return;
			this.characters = 0;
			this.found.push({ element, line: this.parser.line });
		});
		this.parser.on('error', (error) => {
			this.stop(`It is not well-formed XML: ${error.message.replace(/^[\d:]+ ?/, '')}`);
		});
	}

	private stop(reason: string): void {
		this.fault ??= { line: this.parser.line, reason };
	}

	push(text: string): FoundElement[] {
		if (this.fault === null) this.parse(() => this.parser.write(text));
		return this.take();
	}
	end(): FoundElement[] {
		if (this.fault === null) this.parse(() => this.parser.close());
		return this.take();
	}
	private parse(step: () => unknown): void {
		try {
			step();
		} catch (error) {
			if (!(error instanceof TooDeep)) throw error;
		}
	}
	private take(): FoundElement[] {
		const { found } = this;
		this.found = [];
		return found;
	}
}

/** All elements of a name directly inside. */
export const childrenOf = (element: XmlElement, name: string): readonly XmlElement[] =>
	element.children.filter((one) => one.name === name);
/** Its text in one line. */
export const lineOf = (element: XmlElement | undefined): string => (element?.text ?? '').replaceAll(/\s+/g, ' ').trim();
