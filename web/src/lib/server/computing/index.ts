/** The computing threads: what they are asked, and texts that are read in them. */
export { AskedThread } from './asked-thread';
export { readEditsAhead, readLinesAhead } from './parse-ahead';
export { RecordDigest } from './record-digest';
export type { Answers } from './protocol';
export {
	Dropped,
	RECORD_ORDERS,
	TooHeavy,
	computing,
	giveWay,
	packLines,
	stopComputing,
	type CountedLine,
	type MarkNumbers,
	type PackedLine,
	type RequestOptions,
	type RecordOrder
} from './threads';
