/** The same records as files for the other engines: tab-separated text, and tsvectors with our own places. */
import { closeSync, openSync, writeSync } from 'node:fs';
import { tokenTexts, type BibliographicRecord } from '@wide-lantern/core';

function writeLines(path: string, lines: Iterable<string>): void {
	const file = openSync(path, 'w');
	let waiting: string[] = [];
	const flush = () => {
		writeSync(file, waiting.map((line) => `${line}\n`).join(''));
		waiting = [];
	};
	for (const line of lines) if (waiting.push(line) === 2_000) flush();
	flush();
	closeSync(file);
}

/** Title, abstract and keywords, one entry each. */
export function writeText(path: string, records: Iterable<BibliographicRecord>): void {
	writeLines(
		path,
		(function* () {
			for (const one of records)
				yield [...one.titles, one.abstract, ...one.keywords].map((entry) => tokenTexts(entry).join(' ')).join('\t');
		})()
	);
}

/** Number and tsvector: every token with its place; entries lie 100 places apart, farther than any distance asked for. */
export function writeVectors(path: string, records: Iterable<BibliographicRecord>): void {
	writeLines(
		path,
		(function* () {
			let number = 0;
			for (const one of records) {
				const places = new Map<string, number[]>();
				let place = 1;
				for (const entry of [...one.titles, one.abstract, ...one.keywords]) {
					for (const token of tokenTexts(entry)) {
						const known = places.get(token);
						if (known) known.push(place);
						else places.set(token, [place]);
						place++;
					}
					place += 100;
				}
				yield `${number++}\t${[...places].map(([word, at]) => `'${word}':${at.join(',')}`).join(' ')}`;
			}
		})()
	);
}
