/** The cookie of a session: not readable by scripts, not sent from other sites. */
import type { Cookies } from '@sveltejs/kit';
import { openSession, SESSION_COOKIE } from './accounts';

export async function startSession(cookies: Cookies, personId: string, secure: boolean): Promise<void> {
	const { token, expires } = await openSession(personId);
	cookies.set(SESSION_COOKIE, token, { path: '/', httpOnly: true, sameSite: 'lax', secure, expires });
}

/** Only an address within the application is gone to after signing in. */
export function safeTarget(to: string | null): string {
	return to !== null && /^\/(?![/\\])[\w\-/.]*$/.test(to) ? to : '/desk';
}
