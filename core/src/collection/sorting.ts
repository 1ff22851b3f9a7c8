/** Sorting many texts; words by the kernel, others as they are: by their first units as one number, which the engine sorts natively, then equals by the units that follow. */

/** Signs that stand for themselves, in their order; what lies between two of them shares a class, which decides nothing. */
const SIGNS = '-./0123456789:abcdefghijklmnopqrstuvwxyz';
/** By unit: its class, ascending with the units; 0 is for the end of a text. Odd ones are shared. */
const CLASS = Uint8Array.from({ length: 128 }, (_, unit) => {
	const before = [...SIGNS].filter((sign) => sign.charCodeAt(0) < unit).length;
	return SIGNS.includes(String.fromCharCode(unit)) ? before * 2 + 2 : before * 2 + 1;
});
const BEYOND = SIGNS.length * 2 + 1;
const CLASSES = BEYOND + 1;
/** Fewer than so many equals are compared whole. */
const FEW = 24;

/** The numbers of the texts, ascending as `sort()` without arguments puts them; equal texts in their own order. */
export function sortedNumbers(texts: readonly string[]): Uint32Array {
	const order = Uint32Array.from(texts.keys());
	sortFrom(texts, order, 0);
	return order;
}

/** Sorts numbers whose texts are equal before a unit. */
function sortFrom(texts: readonly string[], order: Uint32Array, from: number): void {
	const count = order.length;
	// A number of 53 bits holds the classes of some units and, below them, a place among the numbers.
	const room = 2 ** Math.ceil(Math.log2(count + 1));
	const units = Math.floor((53 - Math.log2(room)) / Math.log2(CLASSES));
	if (units < 2) {
		order.sort(by(texts));
		return;
	}
	if (count < FEW) {
		insert(texts, order, from);
		return;
	}
	const keys = new Float64Array(count);
	for (let at = 0; at < count; at++) {
		const text = texts[order[at] as number] as string;
		let key = 0;
		// Behind a unit that shares its class with others, nothing may decide any more.
		let isOpen = true;
		for (let step = 0; step < units; step++) {
			const place = from + step;
			let own = 0;
			if (isOpen && place < text.length) {
				const unit = text.charCodeAt(place);
				own = unit < 128 ? (CLASS[unit] as number) : BEYOND;
				isOpen = (own & 1) === 0;
			}
			key = key * CLASSES + own;
		}
		keys[at] = key * room + at;
	}
	keys.sort();
	const before = order.slice();
	const keyOf = (key: number) => Math.floor(key / room);
	for (let start = 0; start < count;) {
		const key = keyOf(keys[start] as number);
		let end = start + 1;
		while (end < count && keyOf(keys[end] as number) === key) end++;
		for (let at = start; at < end; at++) order[at] = before[(keys[at] as number) - key * room] as number;
		if (end - start > 1) {
			const equals = order.subarray(start, end);
			// All units told and no text at its end: the next units go on from here.
			if (allTold(key, units)) sortFrom(texts, equals, from + units);
			else if (!ended(key, units)) {
				if (equals.length < FEW) insert(texts, equals, from);
				else equals.sort(by(texts));
			}
		}
		start = end;
	}
}

/** True where every class of a key is of one sign alone. */
function allTold(key: number, units: number): boolean {
	let rest = key;
	for (let step = 0; step < units; step++) {
		const own = rest % CLASSES;
		if (own === 0 || (own & 1) === 1) return false;
		rest = Math.floor(rest / CLASSES);
	}
	return true;
}

/** True where the texts of a key end in it, and no class before the end is shared: they are the same. */
function ended(key: number, units: number): boolean {
	let rest = key;
	for (let step = 0; step < units; step++) {
		if (((rest % CLASSES) & 1) === 1) return false;
		rest = Math.floor(rest / CLASSES);
	}
	return true;
}

/** Sorts few by inserting; texts are equal before a unit. */
function insert(texts: readonly string[], order: Uint32Array, from: number): void {
	for (let at = 1; at < order.length; at++) {
		const own = order[at] as number;
		const text = texts[own] as string;
		let to = at;
		for (; to > 0; to--) {
			const before = order[to - 1] as number;
			if (compared(texts[before] as string, text, from) <= 0) break;
			order[to] = before;
		}
		order[to] = own;
	}
}

function compared(left: string, right: string, from: number): number {
	const shared = Math.min(left.length, right.length);
	for (let at = from; at < shared; at++) {
		const difference = left.charCodeAt(at) - right.charCodeAt(at);
		if (difference !== 0) return difference;
	}
	return left.length - right.length;
}

const by = (texts: readonly string[]) => (a: number, b: number) => {
	const left = texts[a] ?? '';
	const right = texts[b] ?? '';
	return left < right ? -1 : left > right ? 1 : a - b;
};
