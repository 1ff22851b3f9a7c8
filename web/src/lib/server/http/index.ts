/** Requests and answers: who may do what, validation, streams and limits. */
export { eventStream } from './event-stream';
export { fileName } from './file-name';
export { holdsRole, NEEDS, ROLES, judge, type Actor, type Access, type Role } from './guard';
export { compileValidator, faultOf, formText, readBody } from './validation';
