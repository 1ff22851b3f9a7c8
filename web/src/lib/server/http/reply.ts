/** Answers to requests, bound to the contract: a handler cannot answer what is not in it. */
import { json } from '@sveltejs/kit';
import type { AnswersOf, Route } from '$lib/contract/api';

/** @param headers of the answer, besides its type */
export function reply<Of extends Route, Status extends keyof AnswersOf<Of> & number>(
	_route: Of,
	status: Status,
	value: AnswersOf<Of>[Status],
	headers: Readonly<Record<string, string>> = {}
): Response {
	return status === 204 ? new Response(null, { status, headers }) : json(value, { status, headers });
}
