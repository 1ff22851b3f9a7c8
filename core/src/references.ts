/** What the page needs to look into a file of references before it is sent: its encoding, its format, and teaching one that is new. */
export { decoderOf } from './records/formats/decode.ts';
export { encodingOf, formatOf, type ReferenceFormat } from './records/formats/recognise.ts';
export { FIELD_MEANINGS, type FieldMeaning } from './records/formats/fields.ts';
export {
	previewOf,
	recipeFit,
	shapeOfFile,
	SHAPE_CHARACTERS,
	TABLE_DELIMITERS,
	TAG_SEPARATORS,
	type ChosenShape,
	type FieldSample,
	type FileShape,
	type Recipe,
	type RecipeField
} from './records/recipes/index.ts';
