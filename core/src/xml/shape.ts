/** Which elements of an XML file repeat, and which attributes tell elements of one name apart, by its beginning. */
import { SaxesParser } from 'saxes';
import { DEEPEST, type XmlElement } from './elements.ts';
import { pathValues } from './paths.ts';

export interface ElementCount {
	readonly name: string;
	readonly count: number;
}

/** Names of elements beyond which a file is no list of records. */
const NAMES = 1_000;
/** Characters that are parsed before it is asked whether to go on. */
const PIECE = 10_000;

/** Elements that come more than once with several things inside, the outermost first. */
export function repeatedElements(text: string): ElementCount[] {
	const seen = new Map<string, { count: number; depth: number; below: Set<string> }>();
	const stack: string[] = [];
	const parser = new SaxesParser();
	let isOver = false;
	parser.on('opentag', ({ name: whole }) => {
		if (isOver) return;
		const name = whole.slice(whole.indexOf(':') + 1);
		for (const above of stack) seen.get(above)?.below.add(name);
		const held = seen.get(name) ?? { count: 0, depth: stack.length, below: new Set() };
		held.count++;
		held.depth = Math.min(held.depth, stack.length);
		seen.set(name, held);
		stack.push(name);
		isOver = stack.length > DEEPEST || seen.size > NAMES;
	});
	parser.on('closetag', () => {
		stack.pop();
	});
	parser.on('error', () => {
		isOver = true;
	});
	for (let at = 0; at < text.length && !isOver; at += PIECE) parser.write(text.slice(at, at + PIECE));
	const all = [...seen].map(([name, { count, depth, below }]) => ({ name, count, depth, inside: below.size }));
	const several = all.filter(({ count, inside }) => count > 1 && inside > 0);
	const chosen = several.length > 0 ? several : all.filter(({ inside }) => inside > 1);
	return chosen
		.sort((a, b) => a.depth - b.depth || b.inside - a.inside || b.count - a.count)
		.slice(0, 20)
		.map(({ name, count }) => ({ name, count }));
}

/** Attributes by which elements of one name differ in what they hold: few values, that come again, and are no numbers in a row. */
export function marksOf(records: readonly XmlElement[]): string[] {
	const seen = new Map<string, Map<string, number>>();
	for (const record of records)
		pathValues(record, new Set(), (plain, { attributes }) => {
			if (plain === '') return;
			for (const [name, value] of Object.entries(attributes)) {
				const key = `${plain}@${name}`;
				const values = seen.get(key) ?? new Map<string, number>();
				seen.set(key, values);
				if (values.size < 200) values.set(value, (values.get(value) ?? 0) + 1);
			}
		});
	return [...seen]
		.filter(([, values]) => {
			const texts = [...values.keys()];
			const total = [...values.values()].reduce((sum, count) => sum + count, 0);
			const inRow = texts.every((one) => /^\d+$/.test(one) && Number(one) <= texts.length + 1);
			return (
				texts.length > 1 &&
				texts.length <= 60 &&
				total >= texts.length * 1.5 &&
				!inRow &&
				texts.every((one) => one.length <= 40 && !/[\]=]/.test(one))
			);
		})
		.map(([key]) => key)
		.slice(0, 100);
}
