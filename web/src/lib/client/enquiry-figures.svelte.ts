/** What whole screens of an enquiry show of the server, asked again with every revision; and its indexing. */
import { callServer } from '$lib/contract/call-server';
import type { ArticlesView } from '$lib/contract/enquiries';
import type { EnquiryClient } from './enquiry.svelte';
import { askForFigures } from './figures';
import { ServerValue } from './fresh.svelte';

type Named = Pick<EnquiryClient, 'id'>;

/** The document that is handed over, block by block. */
export const dossierOf = ({ id }: Named) =>
	new ServerValue((signal) =>
		callServer('GET /api/v1/enquiries/[enquiry]/dossier', { path: { enquiry: id }, query: { as: 'json' }, signal })
	);

/** Records of each term of the concepts, and which of them the strategy uses. */
export const conceptCountsOf = ({ id }: Named) =>
	new ServerValue((signal) =>
		callServer('GET /api/v1/enquiries/[enquiry]/counts/concepts', { path: { enquiry: id }, signal })
	);

/** Stops the indexing of the enquiry's collection for everybody, or begins it again. */
export const changeIndexing = (enquiry: string, what: 'stop' | 'start') =>
	callServer('POST /api/v1/enquiries/[enquiry]/indexing', { path: { enquiry }, body: { do: what } });

/** Which records the known articles are, in the collection that counts are taken from. */
export class KnownArticles {
	found = $state.raw<ArticlesView>({ revision: -1, collection: null, articles: [] });
	/** What was looked up last. */
	private lookedUp = '';

	constructor(private readonly enquiry: Pick<EnquiryClient, 'id' | 'document' | 'state'>) {}

	/** For an effect: only what is saved can be looked up, and only what has changed needs to be. @returns what stops it */
	ask(): (() => void) | undefined {
		const { id, document, state } = this.enquiry;
		const asked = JSON.stringify([document.collection, document.articles]);
		if (asked === this.lookedUp || state !== 'saved') return undefined;
		return askForFigures(
			(signal) => callServer('GET /api/v1/enquiries/[enquiry]/articles', { path: { enquiry: id }, signal }),
			{
				after: 300,
				show: (found) => ([this.found, this.lookedUp] = [found, asked])
			}
		);
	}
}
