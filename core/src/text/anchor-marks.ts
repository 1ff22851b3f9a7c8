/**
 * The two private-use characters between which a stored line holds an identity. They must not come in from outside:
 * nothing but core/src/strategy/anchor.ts writes or reads what is between them.
 */
export const ANCHOR_OPEN = '\uE000';
export const ANCHOR_CLOSE = '\uE001';
/** Both, for a class of a pattern. */
export const ANCHOR_MARKS = ANCHOR_OPEN + ANCHOR_CLOSE;
