/** Variants of a term that are one candidate: singular and plural, hyphened, open and closed, British and American. */
import { LRUCache } from 'lru-cache';
import { numberForms, spellingKey } from '../text/index.ts';

const known = new LRUCache<string, string>({ max: 50_000 });

/** The same for a word and its plural, in both spellings. A key need not be a word. */
function wordKey(word: string): string {
	let key = known.get(word);
	if (key === undefined) {
		// The shortest of both numbers, whichever of them was written.
		const [shortest = word] = [word, ...numberForms(word)].sort((a, b) => a.length - b.length || (a < b ? -1 : 1));
		known.set(word, (key = spellingKey(shortest)));
	}
	return key;
}

/** The same for all variants of a phrase: `bed-time`, `bed times` and `bedtime`. @param words folded */
export const familyKey = (words: readonly string[]): string => words.map(wordKey).join('');
