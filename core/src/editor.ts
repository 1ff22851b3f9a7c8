/** What the page needs of core, without the renderers of documents: notation, terms, edits. */
export * from './text/index.ts';
export * from './document/index.ts';
export * from './query/index.ts';
export * from './enquiry/index.ts';
export { cleanLine, toSource, toText, usedBy, type Names } from './strategy/anchors.ts';
export { roleOf } from './strategy/roles.ts';
export { assemble, type ProposedLine } from './strategy/assemble.ts';
export { gatherLines, joinLines, spreadLine, type LineCommand } from './strategy/line-commands.ts';
export { adviceOn, usersOf, type Advice } from './strategy/advice.ts';
export { cleanPasted, readStrategyText, strategyText, type CleanedLine, type PastedStrategy, type TextLine } from './strategy/plain-text.ts';
export { piecesIn, type LinePiece } from './strategy/line-pieces.ts';
export type { Beam } from './strategy/beam.ts';
export type { KindFigures, LineYield } from './strategy/yields.ts';
