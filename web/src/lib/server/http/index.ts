/** Requests and answers: who may do what, validation, streams and limits. */
export { eventStream } from './event-stream';
export { fileName } from './file-name';
export { holdsRole, NEEDS, judge, type Actor, type Access } from './guard';
export { reply } from './reply';
export { compileValidator, faultOf, isBody, formText, readBody } from './validation';
