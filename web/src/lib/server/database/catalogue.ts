/** Which vocabularies and collections the installation has: asked with every key that is typed, and therefore kept. */
import { database } from './database';
import { KeptAnswers } from './kept-answers';

export interface CatalogueVocabulary {
	readonly id: string;
	/** Number of the newest edition. */
	readonly edition: number;
	readonly loadedAt: string;
}
export interface CatalogueCollection {
	readonly id: string;
	readonly name: string;
	readonly takenOn: string;
	/** Ids of the vocabularies that index its records. */
	readonly vocabularies: readonly string[];
	readonly size: number;
	/** Whose own collection it is; null for those of the installation. */
	readonly enquiry: string | null;
	readonly loadedAt: string;
}
/** Both in the order in which they were loaded. */
export interface Catalogue {
	readonly vocabularies: readonly CatalogueVocabulary[];
	readonly collections: readonly CatalogueCollection[];
}

interface CollectionRow {
	id: string;
	name: string;
	taken_on: string;
	vocabularies: string[];
	size: number;
	enquiry_id: string | null;
	loaded_at: Date;
}

async function readCatalogue(): Promise<Catalogue> {
	const [vocabularies, collections] = await Promise.all([
		database('vocabularies')
			.orderBy(['loaded_at', 'id'])
			.select<{ id: string; edition: number; loaded_at: Date }[]>('id', 'edition', 'loaded_at'),
		database('collections')
			.orderBy(['loaded_at', 'id'])
			.select<CollectionRow[]>(
				'id',
				'name',
				database.raw("to_char(taken_on, 'YYYY-MM-DD') as taken_on"),
				'vocabularies',
				'size',
				'enquiry_id',
				'loaded_at'
			)
	]);
	return {
		vocabularies: vocabularies.map(({ id, edition, loaded_at }) => ({
			id,
			edition,
			loadedAt: loaded_at.toISOString()
		})),
		collections: collections.map(({ taken_on, loaded_at, enquiry_id, ...row }) => ({
			...row,
			enquiry: enquiry_id,
			takenOn: taken_on,
			loadedAt: loaded_at.toISOString()
		}))
	};
}

const kept = new KeptAnswers(readCatalogue, (table) =>
	table === 'vocabularies' || table === 'collections' ? 'all' : null
);

export const catalogue = (): Promise<Catalogue> => kept.get('');

/** After this process has changed a vocabulary or a collection. */
export const forgetCatalogue = (): void => {
	kept.forgetAll();
};
