/**
 * Everything: formatting, lint, boundaries, types, unit and outside checks, and the end-to-end
 * tests against a cluster and a server of their own. Ends with a line `N passed, N failed`.
 */
import { spawnSync, spawn } from 'node:child_process';
import { chmodSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join, relative, resolve } from 'node:path';

const root = resolve(import.meta.dirname, '..');
let passed = 0;
let failed = 0;
/** What failed, with the beginning of its message: the last thing printed before the figures. */
const failures = [];

/** A step without tests of its own counts as one. */
function step(name, command, args) {
	process.stdout.write(`\n— ${name}\n`);
	const { status } = spawnSync(command, args, { cwd: root, stdio: ['ignore', 'inherit', 'inherit'] });
	if (status === 0) passed++;
	else {
		failed++;
		failures.push(name);
	}
}

const beginning = (message) =>
	String(message ?? '')
		.split('\n')
		.slice(0, 12)
		.join('\n\t');

function units(result) {
	for (const file of result.testResults) {
		if (file.status === 'failed' && file.assertionResults.every(({ status }) => status !== 'failed'))
			failures.push(`${relative(root, file.name)}\n\t${beginning(file.message)}`);
		for (const one of file.assertionResults)
			if (one.status === 'failed')
				failures.push(`${relative(root, file.name)} › ${one.fullName}\n\t${beginning(one.failureMessages[0])}`);
	}
	return [
		result.numPassedTests,
		result.numFailedTests + result.numFailedTestSuites * (result.numFailedTests === 0 ? 1 : 0)
	];
}

function ends(result) {
	const walk = (suite) => {
		for (const { title, ok } of suite.specs ?? []) if (!ok) failures.push(`${suite.file} › ${title}`);
		for (const inner of suite.suites ?? []) walk(inner);
	};
	for (const suite of result.suites) walk(suite);
	return [result.stats.expected, result.stats.unexpected + result.stats.flaky];
}

function counted(file, read) {
	try {
		const [yes, no] = read(JSON.parse(readFileSync(file, 'utf8')));
		passed += yes;
		failed += no;
		if (yes + no === 0) failed++;
	} catch {
		failures.push(`No result in ${file}`);
		failed++;
	}
}

const folder = mkdtempSync(join(tmpdir(), 'lantern-test-'));
chmodSync(folder, 0o755);
const data = join(folder, 'data');
const lantern = (...args) =>
	spawnSync(join(root, 'lantern'), [...args, '--data', data], {
		cwd: root,
		encoding: 'utf8',
		env: { ...process.env, LANTERN_SIGN_INS_PER_MINUTE: '100000' }
	});
const cleanUp = () => {
	lantern('stop');
	rmSync(folder, { recursive: true, force: true });
};
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'])
	process.on(signal, () => {
		cleanUp();
		process.exit(1);
	});

try {
	step('formatting', 'npm', ['run', '--silent', 'format:check']);
	step('boundaries', 'npm', ['run', '--silent', 'boundaries']);
	// The build is needed for the end-to-end tests and makes what the type check reads.
	const started = lantern('start', '--detach');
	process.stdout.write(`\n— build and start\n${started.stdout}${started.stderr}`);
	if (started.status === 0) passed++;
	else failed++;
	step('lint', 'npm', ['run', '--silent', 'lint']);
	step('types', 'npm', ['run', '--silent', 'types']);

	process.stdout.write('\n— unit and outside checks\n');
	const unit = join(folder, 'unit.json');
	spawnSync('npx', ['vitest', 'run', '--reporter=dot', '--reporter=json', `--outputFile=${unit}`], {
		cwd: root,
		stdio: ['ignore', 'inherit', 'inherit']
	});
	counted(unit, units);

	if (started.status === 0) {
		process.stdout.write('\n— beside other engines\n');
		const engines = join(folder, 'engines.json');
		// The cluster's own notes say where its programs and its port are.
		const pgbin = dirname(readFileSync(join(data, 'cluster', 'postmaster.opts'), 'utf8').split(' ')[0] ?? '');
		const env = {
			...process.env,
			LANTERN_PGBIN: pgbin,
			LANTERN_PGHOST: '127.0.0.1',
			LANTERN_PGPORT: readFileSync(join(data, 'cluster', 'postmaster.pid'), 'utf8').split('\n')[3],
			LANTERN_PGPASSWORD: readFileSync(join(data, 'secret'), 'utf8'),
			LANTERN_PGDATABASE: 'engines',
			LANTERN_ADDRESS: readFileSync(join(data, 'address'), 'utf8')
		};
		spawnSync(join(pgbin, 'createdb'), ['-h', '127.0.0.1', '-p', env.LANTERN_PGPORT, '-U', 'lantern', 'engines'], {
			stdio: 'inherit',
			env: { ...env, PGPASSWORD: env.LANTERN_PGPASSWORD }
		});
		spawnSync(
			'npx',
			[
				'vitest',
				'run',
				'--config',
				'vitest.engines.config.ts',
				'--reporter=dot',
				'--reporter=json',
				`--outputFile=${engines}`
			],
			{
				cwd: root,
				stdio: ['ignore', 'inherit', 'inherit'],
				env
			}
		);
		counted(engines, units);
	}

	process.stdout.write('\n— end to end\n');
	const address = started.status === 0 ? readFileSync(join(data, 'address'), 'utf8') : '';
	if (address) {
		const results = join(folder, 'ends.json');
		await new Promise((done) => {
			const run = spawn('npx', ['playwright', 'test'], {
				cwd: root,
				stdio: ['ignore', 'inherit', 'inherit'],
				env: { ...process.env, LANTERN_ADDRESS: address, LANTERN_TEST_DATA: data, PLAYWRIGHT_JSON_OUTPUT_NAME: results }
			});
			run.on('close', done);
		});
		counted(results, ends);
	}
} finally {
	cleanUp();
}
if (failures.length > 0) process.stdout.write(`\nFailed:\n${failures.map((one) => `- ${one}\n`).join('')}`);
process.stdout.write(`\n${passed} passed, ${failed} failed\n`);
process.exit(failed === 0 ? 0 : 1);
