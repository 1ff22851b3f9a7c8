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
	shippedSize,
	shipsAs,
	spreadInDatabase,
	type CollectionEntry,
	type OpenCollection
} from './collections';
export { buildingShare, isStopped, stopBuilding } from './indexes';
