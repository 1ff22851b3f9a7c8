/** docs/formats/openapi.yaml held against what the server really answers. */
import { readFileSync } from 'node:fs';
import { Ajv2020 } from 'ajv/dist/2020.js';
import { parse } from 'yaml';

interface Answer {
	readonly content?: Readonly<Record<string, { readonly schema?: object }>>;
}
interface Description {
	readonly paths: Readonly<
		Record<string, Readonly<Record<string, { readonly responses?: Readonly<Record<string, Answer>> }>>>
	>;
}
const description = parse(readFileSync('docs/formats/openapi.yaml', 'utf8')) as Description;
/** What the introduction says of every request: refused with a sentence. */
const REFUSED = new Set([401, 403, 404, 409, 413, 415, 422, 429, 503]);

const ajv = new Ajv2020({ strict: false, validateFormats: false });
ajv.addSchema(description as unknown as object, 'openapi');
/** The schema with what it refers to in the description. */
const whole = (schema: object): object =>
	JSON.parse(JSON.stringify(schema).replaceAll('"#/components/', '"openapi#/components/')) as object;

const pathOf = (route: string) => route.replace(/\[(\w+)\]/g, '{$1}');

/** Every method and path that is described, as `GET /api/v1/…/[enquiry]`. */
export const describedRoutes = (): string[] =>
	Object.entries(description.paths).flatMap(([path, methods]) =>
		Object.keys(methods)
			.filter((method) => method !== 'parameters')
			.map((method) => `${method.toUpperCase()} ${path.replace(/\{(\w+)\}/g, '[$1]')}`)
	);

/** The route of an address; null where none is described. The most particular one comes first. */
const PATTERNS = Object.keys(description.paths)
	.sort((one, other) => one.split('{').length - other.split('{').length)
	.map((path) => ({
		route: path.replace(/\{(\w+)\}/g, '[$1]'),
		pattern: new RegExp(`^${path.replace(/\{\w+\}/g, '[^/]+')}$`)
	}));
export const routeOf = (path: string): string | null =>
	PATTERNS.find(({ pattern }) => pattern.test(path))?.route ?? null;

/** Requests that are answered with JSON of a described shape. */
export const shapedRoutes = (): string[] =>
	Object.entries(description.paths).flatMap(([path, methods]) =>
		Object.entries(methods)
			.filter(([, { responses = {} }]) =>
				Object.entries(responses).some(([status, one]) => status < '300' && one.content?.['application/json'])
			)
			.map(([method]) => `${method.toUpperCase()} ${path.replace(/\{(\w+)\}/g, '[$1]')}`)
	);

/** What of an answer is not as it is described; null where it is. @param body JSON, where the answer is that */
export function undescribed(method: string, route: string, status: number, body: unknown): string | null {
	const answers = description.paths[pathOf(route)]?.[method.toLowerCase()]?.responses ?? {};
	const named = answers[String(status)];
	if (!named) {
		if (!REFUSED.has(status)) return `${method} ${route} answers ${status}, which is not described`;
		return typeof (body as { message?: unknown } | null)?.message === 'string'
			? null
			: `${method} ${route} refuses with ${status} and no sentence`;
	}
	const schema = named.content?.['application/json']?.schema;
	if (!schema || body === null) return null;
	const check = ajv.compile(whole(schema));
	return check(body)
		? null
		: `${method} ${route} answers ${status} with another shape: ${ajv.errorsText(check.errors)}`;
}
