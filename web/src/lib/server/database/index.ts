/** The connection to PostgreSQL, its migrations, what other processes tell, and answers that are kept. */
export { catalogue, forgetCatalogue, type CatalogueCollection } from './catalogue';
export { database, isDatabaseAway, isDiskFull, migrate, PROCESS } from './database';
export { KeptAnswers } from './kept-answers';
export { passOn, takePassedRequests } from './passed-requests';
export {
	hearChanges,
	hearJobs,
	hearNotices,
	hearOfEnds,
	hearOfGaps,
	listenForNotices,
	notify,
	stopNotices,
	type JobNotice
} from './notices';
