/** Debian's Zebra (idzebra-2.0) as an independent SRU server with an independent CQL parser (that of YAZ), on records of our own. */
import { execFileSync, spawn, type ChildProcess } from 'node:child_process';
import { copyFileSync, mkdirSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';

const SETTINGS = new URL('./zebra/', import.meta.url).pathname;

export async function freePort(): Promise<number> {
	const server = createServer();
	await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
	const address = server.address();
	await new Promise((done) => server.close(done));
	return typeof address === 'object' && address ? address.port : 0;
}

/** The folder of Zebra's modules, whatever the machine's kind. */
function modules(): string {
	for (const kind of readdirSync('/usr/lib')) {
		const folder = join('/usr/lib', kind, 'idzebra-2.0', 'modules');
		try {
			readdirSync(folder);
			return folder;
		} catch {
			continue;
		}
	}
	throw new Error('Zebra is not installed: idzebra-2.0');
}

const escaped = (text: string) => text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;');

export class Zebra {
	private constructor(
		private readonly folder: string,
		private readonly process: ChildProcess,
		readonly address: string
	) {}

	/** Loads records (title and abstract) and serves them on a free port. */
	static async open(
		records: readonly { readonly id: string; readonly titles: readonly string[]; readonly abstract: string }[]
	): Promise<Zebra> {
		const folder = mkdtempSync(join(tmpdir(), 'lantern-zebra-'));
		const port = await freePort();
		for (const part of ['records', 'reg', 'tmp']) mkdirSync(join(folder, part));
		for (const file of ['filter.xml', 'index.xsl', 'cql.properties'])
			copyFileSync(join(SETTINGS, file), join(folder, file));
		writeFileSync(
			join(folder, 'zebra.cfg'),
			`profilePath: /usr/share/idzebra-2.0/tab:.\nmodulePath: ${modules()}\nencoding: utf-8\nattset: bib1.att\nrecordType: dom.filter.xml\nregister: reg:2G\nkeyTmpDir: tmp\nsetTmpDir: tmp\nlockDir: tmp\nperm.anonymous: r\n`
		);
		writeFileSync(
			join(folder, 'server.xml'),
			`<yazgfs><listen id="one">tcp:127.0.0.1:${port}</listen><server id="main" listenref="one"><directory>.</directory><config>zebra.cfg</config><cql2rpn>cql.properties</cql2rpn><explain xmlns="http://explain.z3950.org/dtd/2.0/"><serverInfo protocol="SRU"><host>127.0.0.1</host><port>${port}</port><database>Default</database></serverInfo></explain></server></yazgfs>`
		);
		writeFileSync(
			join(folder, 'records', 'all.xml'),
			`<records>${records
				.map(
					(one) =>
						`<dc xmlns:dc="http://purl.org/dc/elements/1.1/"><dc:identifier>${escaped(one.id)}</dc:identifier>${one.titles.map((title) => `<dc:title>${escaped(title)}</dc:title>`).join('')}<dc:description>${escaped(one.abstract)}</dc:description></dc>`
				)
				.join('\n')}</records>`
		);
		const quiet = { cwd: folder, stdio: 'ignore' as const };
		execFileSync('zebraidx', ['-c', 'zebra.cfg', 'init'], quiet);
		execFileSync('zebraidx', ['-c', 'zebra.cfg', 'update', 'records'], quiet);
		const server = spawn('zebrasrv', ['-f', 'server.xml'], quiet);
		const address = `http://127.0.0.1:${port}/Default`;
		for (let turn = 0; turn < 100; turn++) {
			if (
				await fetch(`${address}?version=1.2&operation=explain`)
					.then(() => true)
					.catch(() => false)
			)
				return new Zebra(folder, server, address);
			await wait(50);
		}
		server.kill();
		throw new Error('Zebra did not start.');
	}

	close(): void {
		this.process.kill();
		rmSync(this.folder, { recursive: true, force: true });
	}
}
