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
	type CollectionEntry,
	type RecordBatch,
	type OpenCollection
} from './collections';
export { buildingShare, isStopped, stopBuilding } from './indexes';
