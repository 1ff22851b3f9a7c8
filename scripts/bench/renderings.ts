/** 300 lines written for every source that ships, and read back again. */
import {
	parse,
	readPlatformLine,
	writeStrategy,
	WRITTEN_ALONE,
	type CollectionIndex,
	type LineToWrite,
	type Profile
} from '@wide-lantern/core';
import { shippedProfiles } from '@wide-lantern/standins';
import { notation, termsFor } from './queries.ts';
import { Dice } from './records.ts';

const LINES = 300;
const TERMS = 20;

export interface RenderingFigures {
	readonly source: string;
	/** Milliseconds for all lines. */
	readonly write: number;
	readonly read: number;
}

/** Every tenth line joins those before it; the others hold words, truncations, phrases and proximity. @param index whose words wildcards are written out with */
export function measureRenderings({ words }: CollectionIndex): readonly RenderingFigures[] {
	const dice = new Dice(11);
	const lines = Array.from({ length: LINES }, (_, at): LineToWrite => {
		const number = at + 1;
		const text = number % 10 === 0 ? `ANY(#${number - 9}-#${number - 1})` : notation([termsFor(dice, TERMS)]);
		return { id: String(number), number, label: '', tree: parse(text).tree, role: 'words', off: false };
	});
	return (shippedProfiles as readonly Profile[]).map((profile) => {
		const write = () =>
			writeStrategy(lines, profile, {
				...WRITTEN_ALONE,
				currentYear: 2026,
				variants: (pattern) => words.matching(pattern).map((word) => words.at(word))
			});
		// Once before, so that the code is as warm as in a server that runs.
		write();
		const started = performance.now();
		const rendering = write();
		const written = performance.now();
		for (const { text } of rendering.lines)
			if (text !== '' && readPlatformLine(text, profile, { qualifierName: () => null }).tree === null)
				throw new Error(`${profile.name}: ${text.slice(0, 200)} is not read back`);
		return { source: profile.source.name, write: written - started, read: performance.now() - written };
	});
}
