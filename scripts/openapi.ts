/** The description of the interface for programs (OpenAPI 3.1), made from the contract; a test keeps the two in step. */
import { stringify } from 'yaml';
import { BODIES } from '../web/src/lib/contract/bodies.ts';
import { contractSchemas, type ContractSchemas, type RouteSchemas } from './contract-schemas.ts';

const CONTRACT = 'web/src/lib/contract/api.ts';
const bodies: Readonly<Record<string, object | undefined>> = BODIES;

const STATUS: Readonly<Record<string, string>> = {
	'200': 'Done.',
	'201': 'Created.',
	'202': 'Begun; it goes on by itself.',
	'204': 'Done; there is nothing to say.',
	'409': 'Something else was changed meanwhile, or is in use.',
	'422': 'It was not accepted; nothing was changed.'
};
/** Bodies that are files with a schema of their own in this folder. */
const FILES: Readonly<Record<string, string>> = {
	'POST /api/v1/enquiries/import': './enquiry.json',
	'POST /api/v1/parts': './part.json'
};

const componentName = (name: string) =>
	decodeURIComponent(name)
		.replace(/[^\w.-]+/g, '_')
		.replace(/_+$/, '');
/** As OpenAPI writes schemas: references into it, `prefixItems` for what JSON Schema called a list of `items`, no identifiers. */
const adapted = (schema: unknown): unknown =>
	JSON.parse(
		JSON.stringify(schema, (key, value: unknown) => {
			if (key === '$id') return undefined;
			if (key === '$ref' && typeof value === 'string')
				return value.replace(
					/^#\/definitions\/(.*)$/,
					(_, name: string) => `#/components/schemas/${componentName(name)}`
				);
			if (typeof value !== 'object' || value === null || !('items' in value) || !Array.isArray(value.items))
				return value;
			const { items, additionalItems: _rest, ...others } = value as { items: unknown[]; additionalItems?: unknown };
			return { ...others, prefixItems: items, items: false };
		})
	);

function operation(route: string, { summary, query, answers, files, upload }: RouteSchemas): object {
	const body = bodies[route];
	const parameters = Object.entries(query.properties ?? {}).map(([name, schema]) => {
		const { description, ...rest } = schema;
		return {
			name,
			in: 'query',
			...(query.required?.includes(name) ? { required: true } : {}),
			...(description === undefined ? {} : { description }),
			schema: adapted(rest)
		};
	});
	const responses = Object.entries(answers).map(([status, schema]) => [
		status,
		{
			description: STATUS[status] ?? '',
			...(status === '204' ? {} : { content: { 'application/json': { schema: adapted(schema) } } })
		}
	]) as [string, { description: string; content?: object }][];
	const known = Object.fromEntries(responses);
	if (files.length > 0)
		known['200'] = {
			description: 'The file.',
			content: { ...known['200']?.content, ...Object.fromEntries(files.map((media) => [media, {}])) }
		};
	return {
		summary,
		...(parameters.length > 0 ? { parameters } : {}),
		...(body
			? {
					requestBody: {
						required: true,
						content: { 'application/json': { schema: FILES[route] ? { $ref: FILES[route] } : adapted(body) } }
					}
				}
			: upload
				? { requestBody: { content: { 'application/octet-stream': {} } } }
				: {}),
		responses: known
	};
}

function openapi(contract: ContractSchemas): object {
	const paths: Record<string, Record<string, unknown>> = {};
	for (const [route, schemas] of Object.entries(contract.routes).sort(([one], [other]) =>
		one.slice(one.indexOf(' ')) < other.slice(other.indexOf(' ')) ? -1 : 1
	)) {
		const [method = '', address = ''] = route.split(' ');
		const names = [...address.matchAll(/\[(\w+)\]/g)].map(([, name]) => name ?? '');
		const path = (paths[address.replace(/\[(\w+)\]/g, '{$1}')] ??=
			names.length === 0
				? {}
				: { parameters: names.map((name) => ({ name, in: 'path', required: true, schema: { type: 'string' } })) });
		path[method.toLowerCase()] = operation(route, schemas);
	}
	return {
		openapi: '3.1.0',
		info: {
			title: 'Wide Lantern',
			version: '1',
			description:
				'The actions of the application as JSON, made from web/src/lib/contract/. Who may do what is in web/src/lib/server/http/guard.ts. Requests that change something carry the session cookie and an Origin header of the application’s own address. Every refusal that is not described with a request is JSON with a `message` in plain words: 401 sign in, 403 your role does not allow it, 404 nothing here or not yours to see, 409 it does not go with what is there now, 413 too large, 415 not JSON, 422 not accepted, 429 too many at once, 503 try again. Nothing was changed then.'
		},
		paths,
		components: {
			schemas: Object.fromEntries(
				Object.entries(contract.definitions)
					.map(([name, schema]) => [componentName(name), adapted(schema)] as const)
					.sort(([one], [other]) => (one < other ? -1 : 1))
			)
		}
	};
}

export const openapiText = (contract = contractSchemas(CONTRACT, 'tsconfig.json')): string =>
	`# Made from web/src/lib/contract/ by \`npm run formats\`.\n${stringify(openapi(contract), { lineWidth: 0, aliasDuplicateObjects: false })}`;

/** Bodies whose schema has other properties, or requires others, than its type; and those without a schema. */
export function mismatchedBodies(contract: ContractSchemas): string[] {
	const described = (schema: object) => {
		const name = (schema as { $ref?: string }).$ref?.split('/').at(-1);
		const { properties = {}, required = [] } = (
			name === undefined ? schema : (contract.definitions[decodeURIComponent(name)] ?? {})
		) as { properties?: object; required?: readonly string[] };
		return JSON.stringify([Object.keys(properties).sort(), [...required].sort()]);
	};
	const routes = new Set([...Object.keys(bodies), ...Object.keys(contract.routes)]);
	return [...routes].filter((route) => {
		const [type, schema] = [contract.routes[route]?.body ?? null, bodies[route] ?? null];
		return type === null || schema === null ? type !== schema : described(type) !== described(schema);
	});
}
