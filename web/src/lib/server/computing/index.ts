/** The computing threads: what they are asked, and texts that are read in them. */
export { AskedThread } from './asked-thread';
export { readEditsAhead, readLinesAhead } from './parse-ahead';
export { RecordDigest } from './record-digest';
export { packLines } from './packed-lines';
export type { Answers, CountedLine, MarkNumbers, PackedLine } from './questions';
export { Dropped, TooHeavy } from './pool';
export { computing, giveWay, stopComputing, type RequestOptions } from './threads';
