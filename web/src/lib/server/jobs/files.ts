/** Files that jobs work on: in a folder beside the indexes, which all processes on one database share. */
import { randomUUID } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { mkdir, mkdtemp, readdir, rm, stat } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { Readable, Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { config } from '$lib/server/process';

/** Hours after which a file that no job works on is removed. */
const ORPHANED = 1;

let folder: Promise<string> | null = null;
function filesFolder(): Promise<string> {
	folder ??= (async () => {
		if (config.indexes === null) return mkdtemp(join(tmpdir(), 'lantern-files-'));
		const path = join(dirname(config.indexes), 'files');
		await mkdir(path, { recursive: true });
		return path;
	})();
	return folder;
}

/** Where a file lies. @param name as `keepFile` gave it, with an ending where a job makes another beside it */
export const pathOf = async (name: string): Promise<string> => join(await filesFolder(), name);

export type KeptFile =
	| { readonly ok: true; readonly name: string; readonly size: number }
	| { readonly ok: false; readonly status: 413 | 422; readonly message: string };

class TooLarge extends Error {}

/** Takes a file in, for a job to work on. @param ceiling in bytes */
export async function keepFile(file: ReadableStream<Uint8Array>, ceiling: number): Promise<KeptFile> {
	const name = randomUUID();
	const path = await pathOf(name);
	let size = 0;
	const counting = new Transform({
		transform(chunk: Buffer, _, done) {
			size += chunk.byteLength;
			done(size > ceiling ? new TooLarge() : null, chunk);
		}
	});
	try {
		await pipeline(Readable.fromWeb(file as never), counting, createWriteStream(path));
	} catch (error) {
		await removeFile(name);
		if (error instanceof TooLarge)
			return {
				ok: false,
				status: 413,
				message: `The file is larger than ${ceiling / 1_000_000} MB and was not taken. Nothing was changed.`
			};
		return { ok: false, status: 422, message: 'The file did not arrive whole. Nothing was changed; try again.' };
	}
	if (size > 0) return { ok: true, name, size };
	await removeFile(name);
	return { ok: false, status: 422, message: 'The file is empty. Nothing was changed.' };
}

/** Removes a file and those that were made beside it. */
export async function removeFile(name: string): Promise<void> {
	const path = await pathOf(name);
	for (const one of [path, `${path}.read`]) await rm(one, { force: true });
}

/** Removes files that no job works on. @param used names of those that one does */
export async function removeOrphans(used: ReadonlySet<string>): Promise<void> {
	for (const name of await readdir(await filesFolder())) {
		if (used.has(name.replace(/\.read$/, ''))) continue;
		const path = await pathOf(name);
		const known = await stat(path).catch(() => null);
		// One that is just coming in has no job yet.
		if (known && Date.now() - known.mtimeMs > ORPHANED * 3_600_000) await rm(path, { force: true });
	}
}
