/** Collections of records and their indexes. */
export {
	indexAgain,
	digestCollection,
	isShipped,
	listCollections,
	openCollection,
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
