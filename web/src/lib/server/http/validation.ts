/** Checks of what comes in: request bodies, files, JSON from the database. */
import { cleanText, unstorableAt } from '@wide-lantern/core';
import { error } from '@sveltejs/kit';
import { Ajv, type ErrorObject, type ValidateFunction } from 'ajv';
import type { BodyOf } from '$lib/contract/api';
import { BODIES } from '$lib/contract/bodies';

const ajv = new Ajv({ allErrors: false, strict: true, strictTypes: false, allowUnionTypes: true });

/** Compiles a schema into a check of one shape. */
export function compileValidator<Shape>(schema: object): ValidateFunction<Shape> {
	return ajv.compile<Shape>(schema);
}

/** Where and what, in one sentence. */
export function faultOf(errors: readonly ErrorObject[] | null | undefined): string {
	const [first] = errors ?? [];
	if (!first) return 'it does not have the expected form';
	return `${first.instancePath === '' ? 'the whole' : first.instancePath} ${first.message ?? 'is not right'}`;
}

/** Largest JSON body that is read, in bytes. A 2 MB paste fits. */
export const BODY_CEILING = 8_000_000;

export type RouteWithBody = keyof typeof BODIES;
const checks = new Map<RouteWithBody, ValidateFunction>();
function checkOf(route: RouteWithBody): ValidateFunction {
	const known = checks.get(route);
	if (known) return known;
	const check = ajv.compile(BODIES[route]);
	checks.set(route, check);
	return check;
}

/** Whether something is the body of a request as the contract describes it, where it comes from another process. */
export const isBody = <Of extends RouteWithBody>(body: unknown, route: Of): body is BodyOf<Of> => checkOf(route)(body);

/**
 * The JSON body of a request as the contract describes it; a clear 4xx where it is something else.
 * @param upgrade brings older forms to today's before they are checked
 */
export async function readBody<Of extends RouteWithBody>(
	request: Request,
	route: Of,
	upgrade = (body: unknown) => body
): Promise<BodyOf<Of>> {
	const check = checkOf(route);
	if (!(request.headers.get('content-type') ?? '').startsWith('application/json'))
		error(415, { message: 'The request must be JSON.' });
	const text = await request.text();
	if (text.length > BODY_CEILING)
		error(413, {
			message: `This is larger than ${BODY_CEILING / 1_000_000} MB and was not accepted. Nothing was changed.`
		});
	if (!isShallow(text)) error(400, { message: 'The request is nested too deeply. Nothing was changed.' });
	let body: unknown;
	try {
		body = upgrade(JSON.parse(text));
	} catch {
		error(400, { message: 'The request is not valid JSON. Nothing was changed.' });
	}
	// The database can hold neither U+0000 nor half of a surrogate pair.
	const place = /\\u0000|\\ud[89a-f]|[\uD800-\uDFFF]/i.test(text) ? unstorableAt(body) : null;
	if (place !== null)
		error(422, {
			message: `The text at ${place === '' ? 'the beginning' : place} holds a character that cannot be stored. Nothing was changed.`
		});
	if (!check(body))
		error(422, { message: `The request was not accepted: ${faultOf(check.errors)}. Nothing was changed.` });
	return body as BodyOf<Of>;
}

/** Deepest nesting of a JSON body. */
const DEEPEST = 100;

/** False for a body whose brackets are nested too deeply to be walked; brackets in strings do not count. */
function isShallow(text: string): boolean {
	let depth = 0;
	let quoted = false;
	for (let at = 0; at < text.length; at++) {
		const code = text.charCodeAt(at);
		if (quoted) {
			if (code === 92) at++;
			else if (code === 34) quoted = false;
		} else if (code === 34) quoted = true;
		else if (code === 91 || code === 123) {
			if (++depth > DEEPEST) return false;
		} else if (code === 93 || code === 125) depth--;
	}
	return true;
}

/** A field of a form as text that can be stored; empty where there is none. */
export function formText(form: FormData, name: string): string {
	const value = form.get(name);
	return typeof value === 'string' ? cleanText(value) : '';
}
