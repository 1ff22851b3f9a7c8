/** SQLite's FTS5, from Debian's sqlite3: on disk, content stored, one transaction. */
import { execFileSync } from 'node:child_process';
import { rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

const number = (text: string | undefined) => {
	const value = Number(text);
	if (!Number.isFinite(value)) throw new Error(`sqlite3 answered something else: ${String(text)}`);
	return value;
};

export class Sqlite {
	private readonly file: string;
	constructor(private readonly folder: string) {
		this.file = join(folder, 'records.sqlite');
	}

	private run(script: string): string {
		const path = join(this.folder, 'script.sql');
		writeFileSync(path, `.bail on\n${script}`);
		return execFileSync('sqlite3', ['-batch', this.file, `.read ${path}`], { encoding: 'utf8', maxBuffer: 1 << 30 });
	}

	static version(): string {
		return execFileSync('sqlite3', ['--version'], { encoding: 'utf8' }).split(' ')[0] ?? '';
	}

	/** Loads lines of tab-separated columns and times the building alone: rows are read into memory before. What was built before is gone. @returns milliseconds */
	build(columns: readonly string[], tsv: string): number {
		rmSync(this.file, { force: true });
		const out = this.run(
			`PRAGMA cache_size=-1000000;\nATTACH ':memory:' AS m;\nCREATE TABLE m.r(${columns.join(', ')});\n.mode tabs\n.import ${tsv} r --schema m\n` +
				`CREATE VIRTUAL TABLE f USING fts5(${columns.join(', ')});\nBEGIN;\n.timer on\nINSERT INTO f SELECT ${columns.join(', ')} FROM m.r;\nCOMMIT;\n`
		);
		return [...out.matchAll(/real ([\d.]+)/g)].reduce((sum, [, seconds]) => sum + number(seconds) * 1000, 0);
	}

	/** Counts each query three times in one process; the quickest time counts, so that its data are in memory. */
	count(queries: readonly string[]): { readonly counts: number[]; readonly milliseconds: number[] } {
		const asked = queries.map((query) => `SELECT count(*) FROM f WHERE f MATCH '${query.replaceAll("'", "''")}';`);
		const out = this.run(
			`PRAGMA cache_size=-1000000;\nPRAGMA mmap_size=2000000000;\n.timer on\n${asked.flatMap((one) => [one, one, one]).join('\n')}\n`
		);
		const answers = [...out.matchAll(/^(\d+)\nRun Time: real ([\d.]+)/gm)].map(([, count, seconds]) => ({
			count: number(count),
			ms: number(seconds) * 1000
		}));
		if (answers.length < queries.length * 3)
			throw new Error(`sqlite3 answered ${answers.length} times of ${queries.length * 3}`);
		const own = answers.slice(answers.length - queries.length * 3);
		return {
			counts: queries.map((_, at) => own[at * 3]?.count ?? -1),
			milliseconds: queries.map((_, at) => Math.min(...own.slice(at * 3, at * 3 + 3).map((one) => one.ms)))
		};
	}

	/** The rows of a query, by their numbers from 0. */
	rows(query: string): number[] {
		const out = this.run(`SELECT rowid - 1 FROM f WHERE f MATCH '${query.replaceAll("'", "''")}' ORDER BY rowid;\n`);
		return out
			.split('\n')
			.filter((line) => line !== '')
			.map(number);
	}

	/** The relevance of every row of a query, by its number from 0: FTS5's bm25(), made positive. */
	scores(query: string): Map<number, number> {
		const out = this.run(
			`.mode list\n.separator ' '\nSELECT rowid - 1, printf('%.9f', -bm25(f)) FROM f WHERE f MATCH '${query.replaceAll("'", "''")}';\n`
		);
		return new Map(
			out
				.split('\n')
				.filter((line) => line !== '')
				.map((line): [number, number] => {
					const [row, score] = line.split(' ');
					return [number(row), number(score)];
				})
		);
	}
}
