/** Known articles looked up in the enquiry's collection: by identifier, else by the words of their titles. */
import { titleFit, wordsToFind, type BibliographicRecord, type LineToEvaluate } from '@wide-lantern/core';
import type { ArticleState, ArticlesView, FoundRecord } from '$lib/contract/enquiries';
import { type OpenCollection, recordsAt } from '$lib/server/collections';
import { createYielder } from '$lib/server/process';
import { computing, packLines } from '$lib/server/computing';
import type { EvaluatedEnquiry } from './evaluation';

/** Records read for each article: those most like it by their words. */
const READ = 20;
/** Share of a title's words that must stand in the citation. */
const FITS = 0.9;
/** Articles that are looked up by title in one answer; the others wait until these are settled. */
const LOOKED_UP = 50;

const found = ({ id, titles, year }: BibliographicRecord): FoundRecord => ({ id, title: titles[0] ?? '', year });

export async function articlesView(evaluated: EvaluatedEnquiry): Promise<ArticlesView> {
	const { enquiry, collection } = evaluated;
	const view = { revision: enquiry.revision, collection: collection?.name ?? null };
	if (!collection) return { ...view, articles: [] };
	let left = LOOKED_UP;
	const articles: ArticleState[] = [];
	for (const { id, citation, identifier } of enquiry.document.articles) {
		if (citation.trim() === '' && identifier.trim() === '') articles.push({ article: id, state: 'empty' });
		else {
			const [number] = collection.index.identified(identifier);
			const [record] = number === undefined ? [] : await recordsAt(collection.id, [number]);
			if (record) articles.push({ article: id, state: 'held', record: found(record) });
			else {
				const records = left-- > 0 ? await byTitle(evaluated, collection, citation) : [];
				articles.push(
					records.length > 0 ? { article: id, state: 'likely', records } : { article: id, state: 'missing' }
				);
			}
		}
	}
	return { ...view, articles };
}

/** Records whose title stands in the citation, the best first. */
async function byTitle(
	{ marks, wanted }: EvaluatedEnquiry,
	collection: OpenCollection,
	citation: string
): Promise<FoundRecord[]> {
	const words = wordsToFind(citation);
	if (words.length === 0) return [];
	const parts = words.map((pattern) => ({ kind: 'word' as const, fields: ['ti' as const], pattern }));
	const line: LineToEvaluate = { id: 'words', number: 1, off: false, empty: false, query: { kind: 'or', parts } };
	const lines = await packLines([line], createYielder());
	const page = await computing().ask(
		{
			do: 'page',
			collection: collection.computed,
			lines,
			marks,
			line: 'words',
			minus: null,
			aloneIn: null,
			from: 0,
			count: READ,
			order: 'relevance'
		},
		wanted
	);
	const records = page ? await recordsAt(collection.id, page.records) : [];
	const fit = (record: BibliographicRecord) => Math.max(0, ...record.titles.map((title) => titleFit(title, citation)));
	return records
		.filter((one) => fit(one) >= FITS)
		.sort((a, b) => fit(b) - fit(a))
		.slice(0, 3)
		.map(found);
}
