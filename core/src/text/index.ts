/** Tokens and word patterns: everything that Wide Lantern knows about plain text. */
export { foldCluster, characterKind } from './fold.ts';
export { tokenize, tokenTexts, foldedKey, type Token } from './tokens.ts';
export { bareForm, compilePattern, foldPattern, WILDCARD, type WordPattern } from './pattern.ts';
export { includesPattern } from './includes.ts';
export { begunKeys, spellingKey } from './spelling.ts';
export { SMALL_WORDS } from './small-words.ts';
export { initials, joinedForms, numberForms, openForms, otherSpellings } from './forms.ts';
export { ANCHOR_CLOSE, ANCHOR_MARKS, ANCHOR_OPEN } from './anchor-marks.ts';
