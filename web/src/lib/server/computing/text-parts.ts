/**
 * Large structures on their way between threads: as JSON in parts, so that whoever reads them can let
 * others have the thread between the parts. A line of 95,000 characters has a tree of 4 MB.
 */

/** Entries of a list in one part. */
const ENTRIES = 1_500;
/** Stands for a list that follows in parts. No tree has such a property. */
const PARTS = 'in parts';

const isPlaceholder = (value: object): value is { readonly [PARTS]: readonly number[] } => PARTS in value;

/** The value as JSON: the first text is the whole, with its long lists in the texts that follow. */
export function textParts(value: unknown): readonly string[] {
	const parts: string[] = [''];
	parts[0] = JSON.stringify(value, (_, inside: unknown) => {
		if (!Array.isArray(inside) || inside.length <= ENTRIES) return inside;
		const numbers: number[] = [];
		for (let from = 0; from < inside.length; from += ENTRIES)
			numbers.push(parts.push(JSON.stringify(inside.slice(from, from + ENTRIES))) - 1);
		return { [PARTS]: numbers };
	});
	return parts;
}

/** @param pause is awaited between the parts. @throws SyntaxError for anything but what {@link textParts} makes */
export async function fromTextParts(parts: readonly string[], pause: () => Promise<void>): Promise<unknown> {
	const whole: unknown = JSON.parse(parts[0] ?? '');
	if (parts.length === 1) return whole;
	const lists: unknown[][] = [[]];
	for (const part of parts.slice(1)) {
		await pause();
		lists.push(JSON.parse(part) as unknown[]);
	}
	const filled = (value: unknown): unknown =>
		typeof value === 'object' && value !== null && isPlaceholder(value)
			? value[PARTS].flatMap((number) => lists[number] ?? [])
			: value;
	// Not by recursion: brackets may be nested thousands deep.
	const holder = { whole };
	const waiting: object[] = [holder];
	for (let next = waiting.pop(); next; next = waiting.pop())
		for (const [name, value] of Object.entries(next) as [string, unknown][]) {
			const list = filled(value);
			if (list !== value) (next as Record<string, unknown>)[name] = list;
			else if (typeof value === 'object' && value !== null) waiting.push(value);
		}
	return holder.whole;
}
