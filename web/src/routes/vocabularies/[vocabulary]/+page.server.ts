import { error } from '@sveltejs/kit';
import { newEnquiry } from '@wide-lantern/core';
import { listCollections } from '$lib/server/collections';
import { listVocabularies } from '$lib/server/vocabularies';

export const load = async ({ params }) => {
	const vocabularies = await listVocabularies();
	const vocabulary = vocabularies.find((one) => one.id === params.vocabulary);
	if (!vocabulary)
		error(404, { message: 'There is no such vocabulary here.', next: 'All vocabularies are listed on their page.' });
	const collections = await listCollections();
	let made = 0;
	const nothing = newEnquiry('Reading', 'free form', () => `none${++made}`);
	return {
		vocabulary,
		vocabularies,
		collections,
		/** Nobody has an enquiry open: what reads headings for one is given an empty one. */
		document: {
			...nothing,
			collection: collections.find((one) => one.vocabularies.includes(vocabulary.id))?.id ?? null
		}
	};
};
