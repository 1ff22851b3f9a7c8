/** Every door validates: request bodies, files, JSON from the database. */
import { error } from '@sveltejs/kit';
import { Ajv, type ErrorObject, type ValidateFunction } from 'ajv';

const ajv = new Ajv({ allErrors: false, strict: true, strictTypes: false, allowUnionTypes: true });

/** Compiles a schema into a check of one shape. */
export function door<Shape>(schema: object): ValidateFunction<Shape> {
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

/**
 * Reads a JSON body through a door; a clear 4xx where it does not fit.
 * @param upgrade brings older forms to today's before they are checked
 */
export async function readBody<Shape>(request: Request, check: ValidateFunction<Shape>, upgrade = (body: unknown) => body): Promise<Shape> {
	if (!(request.headers.get('content-type') ?? '').startsWith('application/json')) error(415, { message: 'The request must be JSON.' });
	const text = await request.text();
	if (text.length > BODY_CEILING) error(413, { message: `This is larger than ${BODY_CEILING / 1_000_000} MB and was not taken. Nothing was changed.` });
	let body: unknown;
	try {
		body = upgrade(JSON.parse(text));
	} catch {
		error(400, { message: 'The request is no JSON. Nothing was changed.' });
	}
	if (!check(body)) error(422, { message: `The request was not taken: ${faultOf(check.errors)}. Nothing was changed.` });
	return body;
}
