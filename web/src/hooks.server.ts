/**
 * Every request comes through here: who asks, whether they may, from which origin; and what is said
 * when something fails. No route decides for itself.
 */
import { randomUUID } from 'node:crypto';
import { unstorableAt } from '@wide-lantern/core';
import { json, redirect, type Handle, type HandleServerError, type ServerInit } from '@sveltejs/kit';
import { actorOf, SESSION_COOKIE } from '$lib/server/accounts';
import { listCollections, openCollection } from '$lib/server/collections';
import { stopComputing } from '$lib/server/computing';
import { config, errorFacts, log } from '$lib/server/process';
import { warmCrosswalks } from '$lib/server/crosswalks';
import { database, isDatabaseAway, isDiskFull, listenForNotices, migrate, stopNotices } from '$lib/server/database';
import { loadShipped } from '$lib/server/installation';
// Their jobs are known once they are loaded.
import '$lib/server/gleaning';
import '$lib/server/platforms';
import '$lib/server/references';
import { roleIn } from '$lib/server/enquiries';
import { startJobs, stopJobs } from '$lib/server/jobs';
import { judge, NEEDS, type Access } from '$lib/server/http';

export const init: ServerInit = async () => {
	// Without this the idle connections would hold the process for a while after the last request.
	process.on('sveltekit:shutdown', () => {
		void stopJobs()
			.catch((error: unknown) => log('warning', 'jobs-not-ended', errorFacts(error)))
			.then(stopNotices)
			.finally(() => database.destroy());
		void stopComputing();
	});
	// One promise that nobody waited for must not end the server for everybody. It is a fault all the same.
	process.on('unhandledRejection', (reason) => {
		log('error', 'promise-left-alone', errorFacts(reason));
	});
	await migrate();
	await listenForNotices();
	await startJobs();
	await loadShipped();
	// The first keystroke should not wait for an index.
	const opening = (await listCollections()).map(({ id }) =>
		openCollection(id).catch((error: unknown) => log('error', 'collection-failed', errorFacts(error)))
	);
	// Nor the first look at counterparts for the comparison of whole vocabularies; that begins when lines can be counted.
	void Promise.all(opening)
		.then(warmCrosswalks)
		.catch((error: unknown) => log('error', 'crosswalks-failed', errorFacts(error)));
	log('warning', 'started', { demo: config.demo });
};

/** Milliseconds after which a request is worth a line in the log. */
const SLOW = 1_000;
const SAFE = new Set(['GET', 'HEAD', 'OPTIONS']);

/** Only these take whole files; every other request is small. Bytes. */
const TAKES_FILES = new Set([
	'/api/v1/intakes',
	'/api/v1/enquiries/[enquiry]/batches',
	'/api/v1/collections/[collection]',
	'/api/v1/profiles/[profile]'
]);
const SMALL = 16_000_000;
/** Forms of a few fields. */
const FORMS = new Set(['/sign-in', '/sign-up', '/account', '/administration']);
const FORM_CEILING = 64_000;

function tooLarge(request: Request, route: string): boolean {
	if (SAFE.has(request.method) || TAKES_FILES.has(route)) return false;
	if (FORMS.has(route) && Number(request.headers.get('content-length') ?? 0) > FORM_CEILING) return true;
	return request.headers.has('transfer-encoding') || Number(request.headers.get('content-length') ?? 0) > SMALL;
}

export const handle: Handle = async ({ event, resolve }) => {
	const started = performance.now();
	event.locals.actor = null;
	event.locals.role = null;
	event.locals.requestId = randomUUID();
	const response = await answer();
	response.headers.set('x-request-id', event.locals.requestId);
	response.headers.set('x-content-type-options', 'nosniff');
	response.headers.set('referrer-policy', 'same-origin');
	const milliseconds = Math.round(performance.now() - started);
	// What goes as it should is not worth a line: the log would fill the disk.
	log(response.status >= 500 || milliseconds > SLOW ? 'warning' : 'info', 'request', {
		id: event.locals.requestId,
		method: event.request.method,
		route: event.route.id,
		status: response.status,
		milliseconds
	});
	return response;

	async function answer(): Promise<Response> {
		const method = event.request.method;
		const route = event.route.id;
		// A page under another name of this machine would have another origin; send it to the right one.
		const host = event.request.headers.get('host');
		if (host !== null && host !== event.url.host) {
			if (SAFE.has(method)) return new Response(null, { status: 307, headers: { location: event.url.href } });
			return json({ message: 'This address does not belong to the application.' }, { status: 403 });
		}
		if (!SAFE.has(method) && event.request.headers.get('origin') !== event.url.origin)
			return json(
				{ message: 'Requests that change something must come from the application itself.' },
				{ status: 403 }
			);
		if (route === null) return resolve(event);
		// No identifier holds what the database cannot.
		if (Object.values(event.params).some((value) => unstorableAt(value) !== null))
			return refuse('unknown', route.startsWith('/api/') || method !== 'GET');
		const need = NEEDS[`${method === 'HEAD' ? 'GET' : method} ${route}`];
		if (need !== 'anyone' || route !== '/health') event.locals.actor = await actorOf(event.cookies.get(SESSION_COOKIE));
		const enquiry = event.params['enquiry'];
		if (enquiry !== undefined && event.locals.actor) event.locals.role = await roleIn(enquiry, event.locals.actor.id);
		const verdict = judge(need, event.locals.actor, event.locals.role, config.demo);
		if (verdict === 'allowed' && tooLarge(event.request, route))
			return json(
				{
					message: `This is larger than ${FORMS.has(route) ? `${FORM_CEILING / 1_000} kB` : `${SMALL / 1_000_000} MB`}, or does not say how large it is, and was not accepted. Nothing was changed.`
				},
				{ status: 413 }
			);
		return verdict === 'allowed' ? resolve(event) : refuse(verdict, route.startsWith('/api/') || method !== 'GET');
	}

	function refuse(verdict: Exclude<Access, 'allowed'>, asData: boolean): Response | Promise<Response> {
		switch (verdict) {
			case 'sign-in':
				if (asData)
					return json({ message: 'Please sign in first. What you typed is kept in this window.' }, { status: 401 });
				redirect(303, `/sign-in?to=${encodeURIComponent(event.url.pathname)}`);
				break;
			case 'forbidden':
				return asData
					? json({ message: 'Your role does not allow this. Nothing was changed.' }, { status: 403 })
					: page(
							403,
							'Your role does not allow this',
							'Ask an owner of the enquiry, or the administrator, for the role that you need.'
						);
			case 'unknown':
				return asData
					? json({ message: 'There is nothing here, or it is not yours to see.' }, { status: 404 })
					: page(
							404,
							'There is nothing here',
							'It may have been deleted, or you are not among its people. Your own enquiries are on the desk.'
						);
		}
	}
};

/** A page that needs nothing else to work. */
function page(status: number, title: string, text: string): Response {
	const html = `<!doctype html><html lang="en-GB"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1"><title>${title} · Wide Lantern</title><style>body{font:17px/1.5 system-ui,sans-serif;max-width:34rem;margin:15vh auto;padding:0 1rem;color:#1c2530;background:#faf7f0}a{color:#1d5a8c}</style></head><body><main><h1>${title}</h1><p>${text}</p><p><a href="/desk">To the desk</a></p></main></body></html>`;
	return new Response(html, { status, headers: { 'content-type': 'text/html; charset=utf-8' } });
}

export const handleError: HandleServerError = ({ error, event, status, message }) => {
	if (status === 404) return { message: 'There is nothing at this address.', next: 'Your enquiries are on the desk.' };
	const away = isDatabaseAway(error);
	log('error', away ? 'database-away' : 'failed', {
		id: event.locals.requestId,
		route: event.route.id,
		...errorFacts(error)
	});
	if (away)
		return {
			message: 'The database does not answer at the moment.',
			next: 'Everything saved is safe, and what you typed stays in this window. It is sent as soon as the database is back.'
		};
	if (isDiskFull(error))
		return {
			message: 'The disk of the server is full, so nothing can be saved at the moment.',
			next: 'Everything saved can still be read, and what you typed stays in this window. Tell the administrator.'
		};
	return {
		message: status < 500 ? message : 'Something went wrong on the server.',
		next: `Nothing that was saved is lost. If it happens again, give the administrator this number: ${event.locals.requestId}`
	};
};
