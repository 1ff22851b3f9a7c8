/** Collections of records and their indexes. */
export {
	indexAgain,
	collectionChanged,
	digestCollection,
	isShipped,
	listCollections,
	openCollection,
	ownCollectionOf,
	recordsAt,
	recordsOf,
	removeCollection,
	replaceCollection,
	storeCollection,
	shippedSize,
	shipsAs,
	spreadInDatabase,
	textsAt,
	worksCollectionOf,
	type CollectionEntry,
	type RecordBatch,
	type OpenCollection
} from './collections';
export { changedFrom, removeRecords } from './changes';
export { buildingShare, isStopped, stopBuilding } from './indexes';
