/** Trees of texts that are read again and again: at a keystroke all lines but one are what they were. */
import { parse, type Parsed } from '../query/index.ts';

/** Trees of the texts read last: at a keystroke, all lines but one are what they were. Trees are never changed. */
const trees = new Map<string, Parsed>();
const TREES = 4_000;
/** Longer lines are read anew, so that what is kept stays small. */
const REMEMBERED_LENGTH = 20_000;

/** What `parse` gives, made once for each text. */
export function remembered(text: string): Parsed {
	const known = trees.get(text);
	if (known) return known;
	const parsed = parse(text);
	if (text.length > REMEMBERED_LENGTH) return parsed;
	trees.set(text, parsed);
	for (const oldest of trees.keys()) {
		if (trees.size <= TREES) break;
		trees.delete(oldest);
	}
	return parsed;
}
