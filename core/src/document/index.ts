/** Shared documents and their edits. */
export {
	applyEdit,
	applyEdits,
	conflictsOf,
	editSchema,
	editedPlace,
	valueAt,
	type Applied,
	type Conflict,
	type Edit,
	type Json,
	type Place,
	type Refused
} from './edit.ts';
export { cleanJson, cleanText, unstorableAt } from './storable.ts';
