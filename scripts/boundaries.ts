/**
 * The boundaries of the house (CONTRIBUTING.md): imports go down only, rooms of one step never
 * import each other, nobody reaches into another wing, core stays pure, SQL stays in its folder.
 * Prints every breach and exits with 1 if there is one.
 */
import { readdirSync, readFileSync } from 'node:fs';
import { dirname, join, relative, resolve } from 'node:path';

const root = resolve(import.meta.dirname, '..');

/** Rooms of core by step; a room may import only from lower steps. */
const STEPS: readonly (readonly string[])[] = [
	['text', 'document', 'xml'],
	['query', 'vocabulary', 'records', 'findings'],
	['platform', 'collection', 'enquiry'],
	['strategy', 'glean'],
	['proof', 'measure'],
	['dossier']
];
/** Rooms of the server by step, in the same way. */
const SERVER_STEPS: readonly (readonly string[])[] = [
	['process'],
	['http'],
	['database'],
	['accounts', 'computing', 'jobs'],
	['vocabularies'],
	['collections', 'judgements', 'runs', 'sign-offs'],
	['crosswalks', 'sources', 'enquiries', 'references'],
	['evaluation'],
	['gleaning', 'platforms', 'windows'],
	['dossiers', 'installation']
];
const serverStepOf = (room: string) => SERVER_STEPS.findIndex((rooms) => rooms.includes(room));
const stepOf = (room: string) => STEPS.findIndex((rooms) => rooms.includes(room));
/** Packages that would make core impure. */
const IMPURE = /^(node:|fs|path|http|net|child_process|svelte|\$app|\$lib|knex|pg$)/;

export interface Breach {
	readonly file: string;
	readonly what: string;
}

const importsOf = (text: string) =>
	[...text.matchAll(/(?:import|export)\s[^'"]*?from\s*['"]([^'"]+)['"]|import\s*\(?\s*['"]([^'"]+)['"]/g)].map(
		(match) => match[1] ?? match[2] ?? ''
	);

/** Breaches of one file; `path` is relative to the root. */
export function breachesOf(path: string, text: string): Breach[] {
	const found: Breach[] = [];
	const say = (what: string) => found.push({ file: path, what });
	const isTest = /\.test\.ts$/.test(path);
	const wing = path.split('/')[0] ?? '';
	for (const target of importsOf(text)) {
		if (target.startsWith('.')) {
			const to = relative(root, resolve(root, dirname(path), target));
			if (to.split('/')[0] !== wing && wing !== 'tests' && wing !== 'scripts')
				say(`reaches into another wing: ${target}`);
			if (wing === 'core' && !isTest) {
				const [from = '', room = ''] = [path.split('/')[2], to.split('/')[2]];
				if (stepOf(from) >= 0 && stepOf(room) >= 0 && from !== room && stepOf(room) >= stepOf(from))
					say(`${from} must not import from ${room}`);
			}
		} else if (
			/^@wide-lantern\/(core|standins|web)\//.test(target) &&
			!/^@wide-lantern\/core\/(editor|computing|references|ooxml|decision-table)$/.test(target)
		)
			say(`uses an inner file of another wing: ${target}`);
		else if (wing === 'core' && /^@wide-lantern\/(standins|web)/.test(target)) say(`core must not know ${target}`);
		else if (wing === 'standins' && target.startsWith('@wide-lantern/web')) say(`standins must not know ${target}`);
		else if (wing === 'core' && !isTest && IMPURE.test(target)) say(`core is pure and must not import ${target}`);
		if (wing === 'web' && /^(knex|pg)$/.test(target) && !path.startsWith('web/src/lib/server/'))
			say('SQL lives in web/src/lib/server only');
		if (
			wing === 'web' &&
			!path.startsWith('web/src/lib/server/') &&
			!/\+(page|layout)\.server\.ts$|\+server\.ts$|hooks\.server\.ts$|app\.d\.ts$/.test(path) &&
			target.startsWith('$lib/server')
		)
			say('only server routes may import $lib/server');
	}
	if (path.startsWith('web/src/lib/server/')) {
		const [, , , , from = ''] = path.split('/');
		if (serverStepOf(from) < 0) say(`${from} is not a room of the server`);
		for (const target of isTest ? [] : importsOf(text)) {
			const [, inside = ''] = /^\$lib\/server\/(.*)$/.exec(target) ?? [];
			const [room = ''] = inside.split('/');
			if (inside !== '' && room !== from && serverStepOf(room) >= serverStepOf(from))
				say(`${from} must not import from ${room}`);
		}
	}
	if (/^web\/src\/(?:lib\/(?:server|contract)|routes\/api)\//.test(path))
		for (const target of importsOf(text))
			if (/^\$lib\/(?:client|ui)\//.test(target)) say(`the server and the contract must not know ${target}`);
	if (path.startsWith('web/src/routes/api/') && /(?<![\w.])json\(/.test(text))
		say('requests are answered with reply(), which is bound to the contract');
	if (wing === 'web' && !isTest && !path.endsWith('contract/call-server.ts') && /\bfetch\(\s*['"`]\/api\//.test(text))
		say('the server is asked with callServer(), which is bound to the contract');
	if (path.endsWith('.svelte') && /import (?!type)[^;]*'\$lib\/contract\/call-server'/.test(text))
		say('components and pages ask the server through a view model of $lib/client');
	for (const target of importsOf(text)) {
		const [, inside = ''] = /^\$lib\/server\/(.*)$/.exec(target) ?? [];
		if (wing === 'web' && inside.includes('/')) say(`uses an inner file of the room ${inside.split('/')[0] ?? ''}`);
	}
	if (wing === 'core' && /export default/.test(text) && !path.includes('notation-parser'))
		say('no default exports in core');
	if (wing === 'core' && !isTest && /\b(Date\.now\(\)|new Date\(\)|Math\.random\(\))/.test(text))
		say('core has no clock and no dice of its own');
	if (
		wing === 'core' &&
		!isTest &&
		!/(?:collection|kernel)\/kernel\.ts$/.test(path) &&
		/^(?:export )?(?:let \w|const \w+(?:: (?!Readonly)[^=]+)? = (?:new (?:Map|Set)\b|\[\];))/m.test(text)
	)
		say('nothing in a module of core may change, but for bounded memos (decision 22)');
	if (!isTest && !path.endsWith('text/anchor-marks.ts') && /\\uE00[01]/i.test(text))
		say('only core/src/text/anchor-marks.ts names the characters around anchors');
	if (/\.raw\(\s*`[^`]*\$\{/.test(text)) say('SQL must not be built from strings');
	return found;
}

/** Circles among files, each as the row of files that closes it. `graph` names what each file imports. */
export function circlesOf(graph: ReadonlyMap<string, readonly string[]>): string[][] {
	const done = new Set<string>();
	const circles: string[][] = [];
	const visit = (file: string, above: readonly string[]) => {
		const at = above.indexOf(file);
		if (at >= 0) circles.push([...above.slice(at), file]);
		if (at >= 0 || done.has(file)) return;
		for (const next of graph.get(file) ?? []) visit(next, [...above, file]);
		done.add(file);
	};
	for (const file of graph.keys()) visit(file, []);
	return circles;
}

/** The file that an import names, relative to the root; null for packages. */
function targetOf(path: string, target: string, known: ReadonlySet<string>): string | null {
	const base = target.startsWith('$lib/')
		? `web/src/lib/${target.slice(5)}`
		: target.startsWith('.')
			? relative(root, resolve(root, dirname(path), target))
			: null;
	return base === null ? null : ([base, `${base}.ts`, `${base}/index.ts`].find((one) => known.has(one)) ?? null);
}

function filesBelow(folder: string): string[] {
	return readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
		if (['node_modules', 'build', '.svelte-kit'].includes(entry.name)) return [];
		const path = join(folder, entry.name);
		return entry.isDirectory() ? filesBelow(path) : /\.(ts|svelte)$/.test(entry.name) ? [path] : [];
	});
}

if (process.argv[1] && resolve(process.argv[1]) === import.meta.filename) {
	const files = ['core/src', 'standins/src', 'web/src', 'tests', 'scripts'].flatMap((folder) =>
		filesBelow(join(root, folder))
	);
	// The test of this check quotes breaches.
	const breaches = files
		.filter((file) => !file.endsWith('house.test.ts'))
		.flatMap((file) => breachesOf(relative(root, file), readFileSync(file, 'utf8')));
	const known = new Set(files.map((file) => relative(root, file)));
	const graph = new Map(
		[...known].map((file) => [
			file,
			importsOf(readFileSync(join(root, file), 'utf8')).flatMap((target) => targetOf(file, target, known) ?? [])
		])
	);
	for (const circle of circlesOf(graph))
		breaches.push({ file: circle[0] ?? '', what: `circle of imports: ${circle.join(' → ')}` });
	for (const { file, what } of breaches) console.error(`${file}: ${what}`);
	console.log(`${files.length} files, ${breaches.length} breaches of the boundaries`);
	process.exit(breaches.length > 0 ? 1 : 0);
}
