/** XML read piece by piece: elements that repeat, and what is inside of them. */
export { childrenOf, DEEPEST, lineOf, RepeatingElements, type FoundElement, type XmlElement } from './elements.ts';
export { elementText, pathValues, type PathValue } from './paths.ts';
export { marksOf, repeatedElements, type ElementCount } from './shape.ts';
