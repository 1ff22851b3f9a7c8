/** Digital object identifiers, however they are written. */

/** The syntax of a DOI: prefix, slash, suffix (ISO 26324; the pattern is common practice). */
export const DOI = /\b10\.\d{4,9}\/[^\s"<>{}]+/i;
/** Punctuation that a sentence puts behind an identifier. */
export const BEHIND = /[.,;:)\]]+$/;

/** The DOI in a text, however it is written there: bare, behind `doi:`, as an address; lower case. Null where there is none. */
export function doiIn(text: string): string | null {
	const found = DOI.exec(decoded(text))?.[0];
	return found === undefined ? null : found.replace(BEHIND, '').toLowerCase();
}

/** The first DOI among identifiers; null where there is none. */
export function doiAmong(identifiers: readonly string[]): string | null {
	for (const one of identifiers) {
		const doi = doiIn(one);
		if (doi !== null) return doi;
	}
	return null;
}

/** Addresses write a slash as `%2F`. */
function decoded(text: string): string {
	if (!text.includes('%')) return text;
	try {
		return decodeURIComponent(text);
	} catch {
		return text;
	}
}
