/** The house itself: formats in step with the code, the grammar generated from its source, the boundary check able to fail. */
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { beforeAll, describe, expect, it } from 'vitest';
import { breachesOf, circlesOf } from '../../scripts/boundaries.ts';
import { NEEDS } from '../../web/src/lib/server/http/guard.ts';
import { contractSchemas, type ContractSchemas } from '../../scripts/contract-schemas.ts';
import { mismatchedBodies, openapiText } from '../../scripts/openapi.ts';
import { FORMATS, faultsText, formatText } from '../../scripts/write-formats.ts';

describe('formats', () => {
	it('docs/formats/faults.md lists what the reader tells', () => {
		// The page is laid out by the formatter; its words are compared.
		const words = (text: string) => text.replace(/[\s|-]+/g, ' ').trim();
		expect(words(readFileSync(new URL('../../docs/formats/faults.md', import.meta.url), 'utf8'))).toBe(
			words(faultsText())
		);
	});

	it.each(Object.entries(FORMATS))('docs/formats/%s.json is what the code reads', (name, schema) => {
		expect(readFileSync(`docs/formats/${name}.json`, 'utf8')).toBe(formatText(schema));
	});
});

describe('the description of the interface for programs', () => {
	let contract: ContractSchemas;
	beforeAll(() => {
		contract = contractSchemas('web/src/lib/contract/api.ts', 'tsconfig.json');
	}, 60_000);
	it('is what the contract says, of every route below /api/v1 and no other', () => {
		expect(readFileSync('docs/formats/openapi.yaml', 'utf8')).toBe(openapiText(contract));
		expect(Object.keys(contract.routes).sort()).toEqual(
			Object.keys(NEEDS)
				.filter((key) => key.includes(' /api/'))
				.sort()
		);
	});

	it('checks bodies by schemas with the properties of their types', () => {
		expect(mismatchedBodies(contract)).toEqual([]);
		const { ['POST /api/v1/jobs/[job]']: job, ...others } = contract.routes;
		expect(job).toBeDefined();
		expect(mismatchedBodies({ ...contract, routes: others })).toEqual(['POST /api/v1/jobs/[job]']);
	});
});

describe('the grammar', () => {
	it('is generated from notation.grammar as it stands', () => {
		const folder = mkdtempSync(join(tmpdir(), 'lantern-grammar-'));
		execFileSync(
			'npx',
			['lezer-generator', 'core/src/query/notation.grammar', '-o', join(folder, 'parser.ts'), '--typeScript'],
			{ stdio: 'ignore' }
		);
		const tables = (text: string) =>
			[...text.matchAll(/(?:states|stateData|goto|tokenData):\s*["']((?:[^"'\\]|\\.)*)["']/g)].map((match) =>
				match[1]?.replace(/\\(["'])/g, '$1')
			);
		const fresh = tables(readFileSync(join(folder, 'parser.ts'), 'utf8'));
		rmSync(folder, { recursive: true });
		expect(fresh.length).toBeGreaterThanOrEqual(3);
		expect(tables(readFileSync('core/src/query/notation-parser.ts', 'utf8'))).toEqual(fresh);
	});
});

describe('the boundary check', () => {
	it('finds circles of imports', () => {
		expect(
			circlesOf(
				new Map([
					['a', ['b']],
					['b', ['c', 'd']],
					['c', ['a']],
					['d', []]
				])
			)
		).toEqual([['a', 'b', 'c', 'a']]);
		expect(
			circlesOf(
				new Map([
					['a', ['b', 'c']],
					['b', ['c']],
					['c', []]
				])
			)
		).toEqual([]);
	});

	it.each([
		['core/src/text/tokens.ts', "import { parse } from '../query/index.ts';", 'text must not import from query'],
		[
			'core/src/query/parse.ts',
			"import { Vocabulary } from '../vocabulary/index.ts';",
			'query must not import from vocabulary'
		],
		['core/src/query/parse.ts', "import { readFileSync } from 'node:fs';", 'core is pure'],
		['core/src/query/parse.ts', 'const now = Date.now();', 'core has no clock'],
		['core/src/query/parse.ts', 'const known = new Map<string, number>();', 'nothing in a module of core may change'],
		['core/src/query/parse.ts', 'let last = 0;', 'nothing in a module of core may change'],
		['core/src/query/parse.ts', "import { makeWorld } from '@wide-lantern/standins';", 'core must not know'],
		['web/src/lib/ui/Count.svelte', "import knex from 'knex';", 'SQL lives in'],
		['web/src/lib/ui/Count.svelte', "import { database } from '$lib/server/database';", 'only server routes'],
		['web/src/lib/client/terms.ts', "import { x } from '@wide-lantern/core/src/text/tokens.ts';", 'inner file'],
		['web/src/lib/server/x.ts', 'database.raw(`select ${name}`)', 'SQL must not be built'],
		['web/src/lib/server/x.ts', '', 'x.ts is not a room'],
		[
			'web/src/lib/server/collections/x.ts',
			"import { conceptMap } from '$lib/server/evaluation';",
			'collections must not import from evaluation'
		],
		[
			'web/src/lib/server/windows/x.ts',
			"import { listProfiles } from '$lib/server/platforms';",
			'windows must not import from platforms'
		],
		[
			'web/src/routes/+page.server.ts',
			"import { database } from '$lib/server/database/database';",
			'inner file of the room database'
		],
		['web/src/lib/server/runs/x.ts', "import { terms } from '$lib/client/terms';", 'must not know $lib/client/terms'],
		['core/src/strategy/x.ts', "const mark = '\\uE000';", 'names the characters around anchors'],
		['web/src/routes/api/v1/x/+server.ts', 'export const GET = () => json({});', 'answered with reply()'],
		['web/src/lib/ui/Count.svelte', 'await fetch(`/api/v1/jobs/${id}`)', 'asked with callServer()'],
		[
			'web/src/lib/ui/Count.svelte',
			"import { callServer } from '$lib/contract/call-server';",
			'ask the server through a view model'
		]
	])('%s: %s', (path, text, expected) => {
		expect(
			breachesOf(path, text)
				.map((one) => one.what)
				.join()
		).toContain(expected);
	});
});
