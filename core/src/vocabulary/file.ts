/** A vocabulary from a file of any kind that is known: what kind it is, is seen from how it begins. */
import type { RdfSyntax } from './rdf.ts';

export const FILE_KINDS = ['turtle', 'n-triples', 'rdf-xml', 'json-ld', 'table'] as const;
/** What a vocabulary is written as. */
export type FileKind = RdfSyntax | 'table';
/** What a vocabulary is read from. */
export type ReadKind = FileKind | 'xml';

/**
 * @param start the first thousands of characters
 * @returns the kind; null where it is none that holds a vocabulary
 */
export function kindOfFile(start: string): ReadKind | null {
	const text = start.replace(/^\uFEFF/, '').trimStart();
	if (text === '') return null;
	if (isXml(text)) return isRdf(text) ? 'rdf-xml' : 'xml';
	if (/^[{[]\s*("|[{[\]}])/.test(text)) return 'json-ld';
	const line = text.split(/\r?\n/).find((one) => one.trim() !== '' && !one.trimStart().startsWith('#')) ?? '';
	if (/^\s*(@prefix|@base|prefix|base)\s/i.test(line)) return 'turtle';
	if (/^\s*(<[^<>\s]*>|_:\S+)\s+<[^<>\s]*>\s/.test(line)) return 'n-triples';
	if (/^\s*(<[^<>\s]*>|[\w-]*:[\w-]+)\s+(a|<[^<>\s]*>|[\w-]*:[\w-]+)(\s|$)/.test(line)) return 'turtle';
	// Letters only: a file of other signs is no text.
	if (/[\u0000-\u0008\u000E-\u001A]/.test(text.slice(0, 2_000))) return null;
	return /[,;\t|]/.test(line) ? 'table' : null;
}

/** A tag at the beginning; what is written like one without ever being closed is the identifier of a statement. */
const isXml = (text: string): boolean =>
	/^<\?xml|^<!DOCTYPE|^<!--/i.test(text) ||
	(/^<[A-Za-z_][\w.-]*(:[\w.-]+)?[\s/>]/.test(text) && (!/^<[^<>\s]*:[^<>\s]*>/.test(text) || text.includes('</')));

/** RDF has a root of that name, or says so in its first element. */
function isRdf(xml: string): boolean {
	const root = /<(?:[A-Za-z_][\w.-]*:)?([A-Za-z_][\w.-]*)(?=[\s/>]|$)[^>]*/.exec(
		xml.replace(/<!--[\s\S]*?-->|<\?[\s\S]*?\?>/g, '')
	);
	return root !== null && (root[1] === 'RDF' || root[0].includes('http://www.w3.org/1999/02/22-rdf-syntax-ns#'));
}
