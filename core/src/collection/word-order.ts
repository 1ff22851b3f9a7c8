/** The order of many words, read forwards and backwards. */
import { inPieces, type Kernel } from './kernel.ts';
import type { PlainWords } from './string-table.ts';

/** The numbers of words, all different and without the sign 0, ascending as `sort()` without arguments puts them. Views of the kernel's memory may be void after. */
export const orderOf = (words: PlainWords, kernel: Kernel): Uint32Array => sorted(words, kernel, (bytes) => bytes);

/** The same of the words read backwards, sign by sign. */
export const backwardsOrder = (words: PlainWords, kernel: Kernel): Uint32Array =>
	sorted(words, kernel, (bytes, starts, count) => {
		const turned = kernel.room(words.bytes.length);
		inPieces(count, 1 << 10, (from, end) => {
			kernel.does.turn(bytes, starts, from, end, turned);
		});
		return turned;
	});

function sorted(
	words: PlainWords,
	kernel: Kernel,
	asRead: (bytes: number, starts: number, count: number) => number
): Uint32Array {
	const count = words.starts.length - 1;
	const mark = kernel.mark();
	const starts = kernel.given(words.starts);
	const bytes = asRead(kernel.givenBytes(words.bytes), starts, count);
	const order = kernel.given(Uint32Array.from({ length: count }, (_, word) => word));
	let longest = 0;
	for (let word = 0; word < count; word++)
		longest = Math.max(longest, (words.starts[word + 1] as number) - (words.starts[word] as number));
	const room = kernel.room(count * 28 + longest);
	kernel.does.sortWords(bytes, starts, order, count, room);
	const numbers = kernel.numbers(order, count).slice();
	kernel.release(mark);
	return numbers;
}
