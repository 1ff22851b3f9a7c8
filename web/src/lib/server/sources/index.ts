/** Outside sources, the stand-ins that ship, and addresses that may be reached. */
export { allowAddress, forbidAddress, listAddresses, originOf } from './addresses';
export { questionsFor } from './connector/questions';
export { MANNERS, SruClient, type Result } from './connector/sru';
export type { SruRecord } from './connector/xml';
export { answerSource, mappedHeading, surroundingsOf } from './standin-sources';
export { takeTurn } from './turns';
export { CEILINGS, textOf, uploadedFile } from './uploaded-file';
