/** Files of references in and out. */
export { doiIn } from '../doi.ts';
export {
	yearIn,
	RAW_CEILING,
	type ImportedReference,
	type KeptField,
	type ReadPiece,
	type ReferenceReader
} from './reference.ts';
export { risReader } from './ris-read.ts';
export { toRis } from './ris-write.ts';
export { cslReader, toCsl } from './csl.ts';
export { bibtexReader } from './bibtex-read.ts';
export { toBibtex } from './bibtex-write.ts';
export { toTableHead, toTableRow } from './table-write.ts';
export { FIELD_MEANINGS, type FieldMeaning } from './fields.ts';
export { referenceTable, tableReader, type ReferenceColumns } from './table.ts';
export { decoderOf } from './decode.ts';
export { JsonItems, type JsonItem } from './json-items.ts';
export {
	encodingOf,
	formatOf,
	readerOf,
	REFERENCE_FORMATS,
	type ReferenceFormat,
	type TextEncoding
} from './recognise.ts';
