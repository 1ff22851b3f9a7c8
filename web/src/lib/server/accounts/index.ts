/** People, passwords and sessions. */
export {
	SESSION_COOKIE,
	actorOf,
	changePassword,
	changePerson,
	checkPassword,
	closeSession,
	findPerson,
	listPeople,
	signUp
} from './accounts';
export { safeTarget, startSession } from './session-cookie';
