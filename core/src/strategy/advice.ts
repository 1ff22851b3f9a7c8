/**
 * What a second look at the lines finds while they are being written: joinings that miss a line or
 * name a wrong one, lines that nothing uses, lines that belong to no concept. Numbers are the day's.
 */
import { anchorsOf } from './anchor.ts';
import { isSearching, conceptLetter, type StrategyLine } from '../enquiry/index.ts';
import type { Finding, FindingRepair } from '../findings/index.ts';
import { nodesOf } from '../query/index.ts';
import { usedBy, usedConcepts } from './anchors.ts';
import { joinedBy, joiningSource } from './line-commands.ts';
import { openSources } from './opened.ts';
import { joinedLines, type StrategyPart } from './read.ts';

/** A finding on a line as a whole, at which somebody should take a second look. */
const onLine = (line: string, rule: string, message: string, repairs: readonly FindingRepair[] = []): Finding => ({
	rule,
	severity: 'hint',
	place: { kind: 'line', line, span: null },
	message,
	repairs
});

const list = (names: readonly (number | string)[]): string =>
	names.length < 2 ? String(names[0] ?? '') : `${names.slice(0, -1).join(', ')} and ${names.at(-1) ?? ''}`;

/** @param final the line that is the result; null where there is none yet */
export function adviceOn(strategy: StrategyPart, final: string | null): readonly Finding[] {
	const { lines, concepts } = strategy;
	const opened = openSources(lines.map((line) => line.source));
	const placeOf = new Map(lines.map((line, at) => [line.id, at]));
	const nameOf = (concept: string | null) => {
		const at = concepts.findIndex((one) => one.id === concept);
		return at < 0 ? 'no concept' : `concept ${conceptLetter(at)}`;
	};
	const behind = final === null ? null : linesBehind(strategy, final);
	return lines.flatMap((line, at): Finding[] => {
		const own = opened[at];
		if (line.off || !own || own.empty) return [];
		const found: Finding[] = [];
		const joined = own.tree ? joinedBy(own.tree, own) : null;
		const members = (joined ?? []).flatMap((id) => lines[placeOf.get(id) ?? -1] ?? []);
		if (joined && members.length > 1) {
			const places = members.map((one) => placeOf.get(one.id) ?? 0);
			const between = lines
				.slice(Math.min(...places), Math.max(...places))
				.filter((one) => mayBeMissing(one, line, members));
			if (between.length > 0) {
				const numbers = list(between.map((one) => (placeOf.get(one.id) ?? 0) + 1));
				const all = [...new Set([...joined, ...between.map((one) => one.id)])].sort(
					(a, b) => (placeOf.get(a) ?? 0) - (placeOf.get(b) ?? 0)
				);
				found.push(
					onLine(
						line.id,
						'not-taken-in',
						`${between.length === 1 ? `Line ${numbers} is` : `Lines ${numbers} are`} among the lines that this combines, and not in it.`,
						[
							{
								// What was written as a list of lines stays one.
								label: between.length === 1 ? `Add line ${numbers}` : 'Add them',
								edits: [
									{
										do: 'set',
										at: ['lines', line.id, 'source'],
										value: joiningSource(
											all,
											'OR',
											all.length > 6 ||
												anchorsOf(line.source).some((anchor) => anchor.kind === 'lines' && anchor.mode === 'any')
										)
									}
								]
							}
						]
					)
				);
			}
			const of = [...new Set(members.map((one) => one.concept).filter((one) => one !== null))];
			const wrong =
				line.concept === null
					? of.length > 1
						? members
						: []
					: members.filter((one) => one.concept !== null && one.concept !== line.concept);
			const [first] = wrong;
			if (first)
				found.push(
					onLine(
						line.id,
						'wrong-concept',
						line.concept === null
							? `This joins lines of ${list(of.map(nameOf))} with OR. Inside a concept lines are joined with OR, between concepts with AND.`
							: `This line of ${nameOf(line.concept)} joins line ${(placeOf.get(first.id) ?? 0) + 1}, which belongs to ${nameOf(first.concept)}.`
					)
				);
		}
		if (isSearching(line.role) && line.concept === null && concepts.length > 0 && !usesLines(line)) {
			const near =
				[...lines.slice(0, at)].reverse().find((one) => one.concept !== null)?.concept ?? concepts[0]?.id ?? null;
			const offered = [...concepts].sort((a, b) => Number(b.id === near) - Number(a.id === near)).slice(0, 4);
			found.push(
				onLine(
					line.id,
					'no-concept',
					'This line belongs to no concept, so no @ joins it.',
					offered.map((one) => ({
						label: `Put it into ${conceptLetter(concepts.indexOf(one))} ${one.name}`,
						edits: [{ do: 'set', at: ['lines', line.id, 'concept'], value: one.id }]
					}))
				)
			);
		}
		if (line.role === 'limit' || line.role === 'filter') {
			const acted = usedBy(line.source);
			const on = [...acted.lines.flatMap((id) => lines[placeOf.get(id) ?? -1]?.concept ?? []), ...acted.concepts];
			const whole = acted.lines.some((id) => lines[placeOf.get(id) ?? -1]?.concept === null);
			if ((line.concept !== null || on.length > 0) && !whole)
				found.push(
					onLine(
						line.id,
						'limit-on-concept',
						`This ${line.role} acts on ${nameOf(on[0] ?? line.concept)} alone. Limits and filters come after the concepts are combined: on one concept they drop records that the other concepts would have held.`
					)
				);
			if (acted.lines.length > 0 && line.role === 'limit' && line.note.trim() === '')
				found.push(
					onLine(
						line.id,
						'no-reason',
						'This limit has no reason yet. Whoever reads the strategy asks why; write it in the note of the line.'
					)
				);
			if (own.tree && [...nodesOf(own.tree)].some((node) => node.kind === 'field' && node.fields.join() === 'af'))
				found.push(
					onLine(
						line.id,
						'country',
						'Affiliations do not say where a study was done, and many records have none. Words for the place in title, abstract and keywords, as a concept of their own, lose less.'
					)
				);
		}
		// A joining under a concept that is used by its @ only sums up; its lines are used.
		const sumsUp =
			line.role === 'joining' &&
			line.concept !== null &&
			members.length > 0 &&
			members.every((one) => behind?.has(one.id));
		const leftOut = concepts.find((one) => one.id === line.concept)?.dropped;
		if (behind && !behind.has(line.id) && !sumsUp && !leftOut && line.role !== 'check' && final !== line.id) {
			const number = (placeOf.get(final ?? '') ?? 0) + 1;
			found.push(onLine(line.id, 'not-used', `The result, line ${number}, does not use this line.`));
		}
		return found;
	});
}

const usesLines = (line: StrategyLine) => usedBy(line.source).lines.length > 0;

/** A line of the same concept that stands among the members, and is neither one nor joined by one. */
function mayBeMissing(one: StrategyLine, joining: StrategyLine, members: readonly StrategyLine[]): boolean {
	if (
		one.id === joining.id ||
		members.some((member) => member.id === one.id) ||
		one.off ||
		one.source.trim() === '' ||
		!isSearching(one.role)
	)
		return false;
	if (!members.some((member) => member.concept === one.concept)) return false;
	return !members.some((member) => usedBy(member.source).lines.includes(one.id));
}

/** Lines that a line stands on, over all lines between, itself among them. */
export function linesBehind(strategy: StrategyPart, final: string): ReadonlySet<string> {
	const behind = new Set([final]);
	for (const line of [...strategy.lines].reverse()) {
		if (!behind.has(line.id)) continue;
		const { lines } = usedBy(line.source);
		for (const id of lines) behind.add(id);
		for (const { concept, strand } of usedConcepts(line.source))
			for (const one of joinedLines(strategy, concept, strand)) behind.add(one.id);
	}
	return behind;
}

/** Numbers of the lines that use one of these, for a warning before they go. */
export function usersOf(strategy: StrategyPart, ids: readonly string[]): number[] {
	return strategy.lines.flatMap((line, at) =>
		!ids.includes(line.id) && usedBy(line.source).lines.some((id) => ids.includes(id)) ? [at + 1] : []
	);
}

/** Letters of the concepts that have nothing left once these lines are deleted: no other line, heading, word, strand or note. */
export function emptiedConcepts({ concepts, lines }: StrategyPart, ids: readonly string[]): string[] {
	const lost = new Set(lines.flatMap((line) => (ids.includes(line.id) && line.concept !== null ? [line.concept] : [])));
	for (const line of lines) if (line.concept !== null && !ids.includes(line.id)) lost.delete(line.concept);
	return concepts.flatMap((concept, at) => {
		const holds =
			[concept.headings, concept.words, concept.parked, concept.strands].some((list) => list.length > 0) ||
			concept.note.trim() !== '';
		return lost.has(concept.id) && !holds ? [conceptLetter(at)] : [];
	});
}
