/** A line may use only lines above it: whether moving a line would break that. */
import { usedBy } from './anchors.ts';
import { joinedLines, type StrategyPart } from './read.ts';

/** Pairs `user>used` in which the used line stands at or below the line that uses it. */
function upsideDown(strategy: StrategyPart): Map<string, [number, number]> {
	const pairs = new Map<string, [number, number]>();
	const at = new Map(strategy.lines.map((line, index) => [line.id, index]));
	strategy.lines.forEach((line, index) => {
		const { lines, concepts } = usedBy(line.source);
		const used = [
			...lines,
			...concepts.flatMap((concept) => joinedLines(strategy, concept, null).map((one) => one.id))
		];
		for (const id of used) {
			const where = at.get(id);
			if (where !== undefined && where >= index) pairs.set(`${line.id}>${id}`, [index + 1, where + 1]);
		}
	});
	return pairs;
}

/** The reason why a change of order is refused, or null. */
export function moveFault(before: StrategyPart, after: StrategyPart): string | null {
	const already = upsideDown(before);
	for (const [pair] of upsideDown(after)) {
		if (already.has(pair)) continue;
		const [user = '', used = ''] = pair.split('>');
		const number = (id: string) => before.lines.findIndex((line) => line.id === id) + 1;
		return `Line ${number(user)} uses line ${number(used)}, which must be above it. Nothing was moved.`;
	}
	return null;
}
