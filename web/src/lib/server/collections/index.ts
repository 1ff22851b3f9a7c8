/** Collections of records and their indexes. */
export {
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
export { allowBuilding, buildingShare, isStopped, stopBuilding } from './indexes';
