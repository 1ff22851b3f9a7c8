/** A vocabulary from a file of any kind that is known: what kind it is, is seen from how it begins. */
import type { RdfSyntax } from './rdf.ts';

export const FILE_KINDS = ['turtle', 'n-triples', 'rdf-xml', 'json-ld', 'table'] as const;
export type FileKind = RdfSyntax | 'table';

/**
 * @param start the first thousands of characters
 * @returns the kind; null where it is none that holds a vocabulary
 */
export function kindOfFile(start: string): FileKind | null {
	const text = start.replace(/^\uFEFF/, '').trimStart();
	if (text === '') return null;
	if (/^<\?xml|^<!DOCTYPE|^<!--|^<([A-Za-z_][\w.-]*:)?RDF[\s>]/i.test(text)) return 'rdf-xml';
	if (/^[{[]\s*("|[{[\]}])/.test(text)) return 'json-ld';
	const line = text.split(/\r?\n/).find((one) => one.trim() !== '' && !one.trimStart().startsWith('#')) ?? '';
	if (/^\s*(@prefix|@base|prefix|base)\s/i.test(line)) return 'turtle';
	if (/^\s*(<[^<>\s]*>|_:\S+)\s+<[^<>\s]*>\s/.test(line)) return 'n-triples';
	if (/^\s*(<[^<>\s]*>|[\w-]*:[\w-]+)\s+(a|<[^<>\s]*>|[\w-]*:[\w-]+)(\s|$)/.test(line)) return 'turtle';
	// Letters only: a file of other signs is no text.
	if (/[\u0000-\u0008\u000E-\u001A]/.test(text.slice(0, 2_000))) return null;
	return /[,;\t|]/.test(line) ? 'table' : null;
}
