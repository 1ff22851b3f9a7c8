/** Headings as the server tells of them. */
export interface HeadingRow {
	readonly id: string;
	readonly label: string;
	readonly narrower: number;
	readonly count: number | null;
	readonly countNarrower: number | null;
	readonly below: readonly HeadingRow[];
}
export interface HeadingFacts extends HeadingRow {
	readonly vocabulary: string;
	readonly vocabularyName: string;
	readonly scopeNote: string;
	readonly entryTerms: readonly string[];
	readonly since: number | null;
	readonly before: readonly { label: string; until: number | null; renamed: boolean }[];
	readonly qualifiers: readonly { code: string; name: string; note: string }[];
	/** Also of the narrower ones. */
	readonly allQualifiers: readonly { code: string; name: string }[];
	readonly related: readonly { id: string; label: string }[];
	readonly seeAlso: readonly { id: string; label: string }[];
	readonly changes?: readonly { year: number | null; text: string }[];
	/** Headings that the scope note names. */
	readonly noteLinks: readonly { from: number; to: number; heading: string }[];
	/** From the top down; records are those with all that is narrower. */
	readonly paths: readonly (readonly { id: string; label: string; countNarrower: number | null }[])[];
	readonly closure: number;
}
export interface Match {
	readonly id: string;
	readonly label: string;
	readonly narrower: number;
	readonly reason: string;
	readonly name: string;
}

export interface Piece {
	readonly text: string;
	readonly match: Match | null;
}
export type LookupMode = 'all' | 'any' | 'exact';
export interface LookedUp {
	readonly matches: readonly Match[];
	/** A phrase that is no name by itself, piece by piece. */
	readonly pieces: readonly Piece[];
}

/** Looks words up in a vocabulary. @throws with the server's sentence */
export async function lookUp(
	vocabulary: string,
	words: string,
	mode: LookupMode,
	signal: AbortSignal
): Promise<LookedUp> {
	const response = await fetch(
		`/api/v1/vocabularies/${vocabulary}/lookup?q=${encodeURIComponent(words)}&mode=${mode}&most=100`,
		{ signal }
	);
	const answer = (await response.json()) as Partial<LookedUp> & { message?: string };
	if (!response.ok) throw new Error(answer.message ?? 'The vocabulary could not be read.');
	return { matches: answer.matches ?? [], pieces: answer.pieces ?? [] };
}

export interface FoundIn extends LookedUp {
	readonly vocabulary: string;
	readonly name: string;
	/** Why this vocabulary did not answer; empty where it did. */
	readonly fault: string;
}

/**
 * Looks words up in several vocabularies at once. One that cannot answer (removed by somebody in the
 * meantime, too busy) says so at its place and does not hold the others back.
 * @throws where the signal ends it
 */
export async function lookUpInAll(
	vocabularies: readonly { readonly id: string; readonly name: string }[],
	words: string,
	mode: LookupMode,
	signal: AbortSignal
): Promise<readonly FoundIn[]> {
	return Promise.all(
		vocabularies.map(async ({ id, name }): Promise<FoundIn> => {
			try {
				return { vocabulary: id, name, ...(await lookUp(id, words, mode, signal)), fault: '' };
			} catch (error) {
				signal.throwIfAborted();
				const fault =
					error instanceof TypeError || !(error instanceof Error)
						? 'The server cannot be reached; what you typed stays here.'
						: error.message;
				return { vocabulary: id, name, matches: [], pieces: [], fault };
			}
		})
	);
}

const facts = new Map<string, Promise<HeadingFacts>>();

/** Asks for a heading once per collection and page. */
export function headingFacts(vocabulary: string, heading: string, collection: string | null): Promise<HeadingFacts> {
	const address = `/api/v1/vocabularies/${vocabulary}/headings/${encodeURIComponent(heading)}${collection ? `?collection=${collection}` : ''}`;
	const known = facts.get(address);
	if (known) return known;
	const asking = fetch(address).then(async (response) => {
		if (!response.ok)
			throw new Error(((await response.json()) as { message?: string }).message ?? 'The heading could not be read.');
		return (await response.json()) as HeadingFacts;
	});
	facts.set(address, asking);
	asking.catch(() => facts.delete(address));
	return asking;
}

/** The reason of a match in plain words, said before the heading is used. */
export function reasonText(match: Match): string {
	switch (match.reason) {
		case 'top':
			return 'at the top of its branch';
		case 'heading':
			return 'is a heading';
		case 'entry-term':
			return `“${match.name}” is another name for it`;
		case 'heading-words':
			return 'words of the heading';
		case 'entry-words':
			return `also called “${match.name}”`;
		case 'fragment':
			return `holds these letters: “${match.name}”`;
		case 'related':
			return `related to “${match.name}”`;
		case 'scope-note':
			return 'word in its scope note';
		default:
			return `spelt much like “${match.name}”`;
	}
}
