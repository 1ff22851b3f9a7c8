/** Outside sources, the stand-ins that ship, and addresses that may be reached. */
export { allowAddress, forbidAddress, listAddresses, originOf } from './addresses';
export { questionsFor } from './connector/questions';
export { SruClient, type Result } from './connector/sru';
export type { SruRecord } from './connector/xml';
export { answerSource, mappedHeading, surroundingsOf } from './standin-sources';
export { CEILINGS, textOf, uploadedFile } from './uploaded-file';
