/** How the records of a line spread over years, types, journals and keywords; words of good records, sent to a concept. */
import { callServer } from '$lib/contract/call-server';
import type { RecordSpread } from '$lib/contract/records';
import type { EnquiryClient } from './enquiry.svelte';
import { PanelFigures } from './panel-figures.svelte';
import { addWords } from './terms';

interface SpreadOf {
	readonly line: string;
	/** A line whose records are left out. */
	readonly minus: string | null;
	/** A result: only those of its records count that are there by the line alone. */
	readonly aloneIn: string | null;
}

/** Milliseconds of rest in typing before a spread is counted. */
const REST = 250;

export class Spread {
	private readonly figures: PanelFigures<SpreadOf, RecordSpread>;
	/** What became of a word that was sent. */
	sent = $state('');

	constructor(private readonly enquiry: Pick<EnquiryClient, 'id' | 'document' | 'edit'>) {
		this.figures = new PanelFigures(
			({ line, minus, aloneIn }, signal) =>
				callServer('GET /api/v1/enquiries/[enquiry]/spread', {
					path: { enquiry: enquiry.id },
					query: { line, ...(minus === null ? {} : { minus }), ...(aloneIn === null ? {} : { alone: aloneIn }) },
					signal
				}),
			REST
		);
	}
	ask(of: SpreadOf): () => void {
		return this.figures.ask(of);
	}
	get shown(): RecordSpread | null {
		return this.figures.value;
	}
	get failed(): string {
		return this.figures.failed;
	}
	/** Every year from the first to the last, also those without records. */
	get years(): readonly { readonly year: number; readonly count: number }[] {
		const years = this.shown?.years ?? [];
		const counts = new Map(years.map(({ year, count }) => [year, count]));
		const [first, last] = [years[0]?.year ?? 0, years.at(-1)?.year ?? -1];
		return Array.from({ length: last - first + 1 }, (_, at) => ({
			year: first + at,
			count: counts.get(first + at) ?? 0
		}));
	}

	/** Adds a word of good records to a concept, with where it came from. */
	send(word: string, conceptId: string): void {
		const concept = this.enquiry.document.concepts.find((one) => one.id === conceptId);
		if (!concept) return;
		const { edits, said } = addWords(concept, word, 'record');
		this.sent =
			said ??
			(this.enquiry.edit(`send “${word}” to ${concept.name}`, edits)
				? `“${word}” was added to the words of ${concept.name}; “Update from concepts” puts it into the lines.`
				: '');
	}
}
