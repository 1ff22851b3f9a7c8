/** The one way in which pages ask the server: by a route of the contract, answered with its value or a sentence for the searcher. */
import type { AnswerOf, Api, BodyOf, PathNames, QueryOf, Refusal, RefusalOf, Route } from './api';

/** What the server says, or why there is nothing. */
export type Answer<Value, Refused = never> =
	| { readonly ok: true; readonly value: Value }
	| {
			readonly ok: false;
			/** 0 where the server cannot be reached. */
			readonly status: number;
			/** In plain words, for the searcher. */
			readonly fault: string;
			/** What came with the refusal; null where it is not JSON. */
			readonly refused: Refused | Refusal | null;
	  };
export type AnswerTo<Of extends Route> = Answer<AnswerOf<Of>, RefusalOf<Of>>;

/** `{ name: Value }` where the route takes one, optional where it need not be given. */
type Part<Name extends string, Value> = [Value] extends [never]
	? unknown
	: object extends Value
		? { readonly [Key in Name]?: Value }
		: { readonly [Key in Name]: Value };
/** The address of a route: the parts of its path that vary, and its query. */
export type Address<Of extends Route> = Part<'path', Paths<Of>> & Part<'query', QueryOf<Of>>;
type Paths<Of extends Route> = [PathNames<Of>] extends [never] ? never : { readonly [Name in PathNames<Of>]: string };
export type Asking<Of extends Route> = Address<Of> &
	Part<'body', BodyOf<Of>> &
	(Api[Of] extends { upload: true } ? { readonly file?: Blob } : unknown) & {
		readonly signal?: AbortSignal;
	};
/** Nothing need be given where the route takes nothing. */
type Arguments<Given> = object extends Given ? [given?: Given] : [given: Given];

interface Given {
	readonly path?: Readonly<Record<string, string>>;
	readonly query?: Readonly<Record<string, unknown>>;
	readonly body?: object;
	readonly file?: Blob;
	readonly signal?: AbortSignal;
}

function pathOf(route: string, { path = {}, query = {} }: Given): string {
	const named = route
		.slice(route.indexOf(' ') + 1)
		.replace(/\[(\w+)\]/g, (_, name: string) => encodeURIComponent(path[name] ?? ''));
	const asked = new URLSearchParams();
	for (const [name, value] of Object.entries(query))
		for (const one of Array.isArray(value) ? (value as unknown[]) : [value])
			if (one !== undefined && one !== null) asked.append(name, String(one));
	return asked.size === 0 ? named : `${named}?${asked}`;
}

/** Where a route is, for links, downloads and streams. */
export const addressOf = <Of extends Route>(route: Of, ...[given]: Arguments<Address<Of>>): string =>
	pathOf(route, (given ?? {}) as Given);

const UNEXPECTED = 'The server did not answer as expected.';

/** Undefined where it is not JSON: a page of whatever is between here and the server, or an answer that broke off. */
async function bodyOf(response: Response): Promise<unknown> {
	try {
		return JSON.parse(await response.text());
	} catch {
		return undefined;
	}
}

/** @throws where the signal ends it, and nowhere else */
export async function callServer<Of extends Route>(
	route: Of,
	...[asking]: Arguments<Asking<Of>>
): Promise<AnswerTo<Of>> {
	const given = (asking ?? {}) as Given;
	const method = route.slice(0, route.indexOf(' '));
	let response: Response;
	try {
		response = await fetch(pathOf(route, given), {
			method,
			...(given.file
				? // A type is always given: the server takes a body without one for no body.
					{ headers: { 'content-type': 'application/octet-stream' }, body: given.file }
				: given.body
					? { headers: { 'content-type': 'application/json' }, body: JSON.stringify(given.body) }
					: {}),
			...(given.signal ? { signal: given.signal } : {})
		});
	} catch {
		given.signal?.throwIfAborted();
		return {
			ok: false,
			status: 0,
			fault: `The server cannot be reached${method === 'GET' ? '; what is shown is older.' : '. Nothing was changed.'}`,
			refused: null
		};
	}
	if (response.status === 204) return { ok: true, value: null as AnswerOf<Of> };
	const body = (await bodyOf(response)) as AnswerOf<Of> | Refusal | undefined;
	given.signal?.throwIfAborted();
	if (response.ok && body !== undefined) return { ok: true, value: body as AnswerOf<Of> };
	const refused = response.ok ? null : ((body ?? null) as RefusalOf<Of> | Refusal | null);
	const message = (refused as Partial<Refusal> | null)?.message;
	return { ok: false, status: response.status, fault: typeof message === 'string' ? message : UNEXPECTED, refused };
}

/** The value of an answer. @throws Error with the sentence for the searcher */
export function valueOf<Value>(answer: Answer<Value, unknown>): Value {
	if (!answer.ok) throw new Error(answer.fault);
	return answer.value;
}
