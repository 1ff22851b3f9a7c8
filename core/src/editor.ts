/** What the page needs of core, without the renderers of documents: notation, terms, edits. */
export * from './text/index.ts';
export * from './document/index.ts';
export * from './query/index.ts';
export * from './enquiry/index.ts';
export { cleanLine, toSource, toText, usedBy, type Names } from './strategy/anchors.ts';
export { roleOf } from './strategy/roles.ts';
export { assemble, type ProposedLine } from './strategy/assemble.ts';
