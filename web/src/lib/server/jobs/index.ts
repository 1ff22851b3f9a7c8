/** Work that takes longer than a request: started, followed, cancelled, taken over from a server that was killed, and listed. */
export { keepFile, pathOf, removeFile, type KeptFile } from './files';
export { endOf } from './following';
export { defineJob, JobRefused, type JobKind, type JobResult, type RunningJob } from './kinds';
export {
	answerJob,
	beginJob,
	cancelJob,
	discardJob,
	jobRow,
	jobsOfEnquiry,
	jobsOfPerson,
	newestJob,
	NOT_ENDED,
	repeatJob,
	startOrJoin,
	viewOf,
	type JobRow
} from './rows';
export { startJobs, stopJobs } from './runner';
