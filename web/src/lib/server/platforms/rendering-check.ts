/**
 * A rendering held against its own promise: each line is read back; where it claims the same meaning and has
 * another, that is said at the line; where it says widened or narrowed, a record shows what that costs.
 */
import {
	bind,
	nodesOf,
	readPlatformLine,
	canonicalText,
	type Expression,
	type LineExample,
	type OpenVocabulary,
	type Profile,
	type Query,
	type RenderedLine,
	type Rendering
} from '@wide-lantern/core';
import { createYielder } from '$lib/server/process';
import { type OpenCollection, recordsAt } from '$lib/server/collections';
import { computing, packLines } from '$lib/server/computing';
import { surroundingsOf } from '$lib/server/sources';
import type { EvaluatedEnquiry } from '$lib/server/evaluation';

/** Lines that stand on others are no matter of their own text. */
const alone = (tree: Expression): boolean =>
	![...nodesOf(tree)].some((node) => node.kind === 'line' || node.kind === 'lines' || node.kind === 'concept');

export async function checkedRendering(
	evaluated: EvaluatedEnquiry,
	profile: Profile,
	rendering: Rendering,
	target: OpenVocabulary | null
): Promise<Rendering> {
	const general = new Map(rendering.general.flatMap((note) => note.lines.map((line) => [line, note.kind] as const)));
	const lines: RenderedLine[] = [];
	const yieldNow = createYielder();
	for (const line of rendering.lines) {
		await yieldNow();
		lines.push(await checked(evaluated, profile, line, target, general.get(line.number) ?? null));
	}
	return { ...rendering, lines };
}

async function checked(
	evaluated: EvaluatedEnquiry,
	profile: Profile,
	line: RenderedLine,
	target: OpenVocabulary | null,
	general: string | null
): Promise<RenderedLine> {
	const own = evaluated.lines.find((one) => one.id === line.id);
	if (
		!own?.query ||
		!own.tree ||
		!alone(own.tree) ||
		line.gap ||
		line.text === '' ||
		line.own !== null ||
		line.parts.length > 0
	)
		return line;
	const back = meaning(line.text, profile, target);
	const kinds = new Set([
		...line.notes.flatMap((note) => [note.kind, ...(note.effect ? [note.effect] : [])]),
		...(general === null ? [] : [general])
	]);
	const changes = ['widened', 'narrowed', 'to decide', 'by hand', 'decided'].some((kind) => kinds.has(kind as never));
	if (!changes) {
		// Headings of another vocabulary were decided on: there is nothing to compare them with.
		if (
			line.notes.some((note) => note.cause === 'counterpart') ||
			(back && canonicalText(back) === canonicalText(own.query))
		)
			return line;
		return {
			...line,
			notes: [
				...line.notes,
				{
					kind: 'to decide',
					cause: 'reads-otherwise',
					piece: own.text,
					message: 'Read back by the same profile, this line means something else: the profile is ambiguous here.',
					next: 'Check the line on the platform, and fix the profile.',
					effect: null,
					candidates: []
				}
			]
		};
	}
	if (!back || !evaluated.collection || !(kinds.has('widened') || kinds.has('narrowed'))) return line;
	return {
		...line,
		examples: await examplesOf(
			evaluated,
			evaluated.collection,
			own.query,
			back,
			kinds.has('narrowed'),
			kinds.has('widened')
		)
	};
}

function meaning(text: string, profile: Profile, target: OpenVocabulary | null): Query | null {
	const { tree, faults } = readPlatformLine(text, profile, {
		qualifierName: (code) =>
			target?.vocabulary.qualifiers.find((one) => one.code.toLowerCase() === code.toLowerCase())?.name ?? null
	});
	if (!tree || faults.some((one) => one.severity === 'error')) return null;
	return bind(tree, surroundingsOf(target)).query;
}

async function examplesOf(
	{ marks, wanted }: EvaluatedEnquiry,
	collection: OpenCollection,
	own: Query,
	there: Query,
	narrowed: boolean,
	widened: boolean
): Promise<NonNullable<RenderedLine['examples']>> {
	const sides = [
		{ id: 'own', number: 1, off: false, empty: false, query: own },
		{ id: 'there', number: 2, off: false, empty: false, query: there }
	];
	const lines = await packLines(sides, createYielder());
	const first = async (line: string, minus: string): Promise<LineExample | null> => {
		const page = await computing().ask(
			{
				do: 'page',
				collection: collection.computed,
				lines,
				marks,
				line,
				minus,
				aloneIn: null,
				from: 0,
				count: 1,
				order: 'newest'
			},
			wanted
		);
		const [record] = page ? await recordsAt(collection.id, page.records) : [];
		return record ? { id: record.id, title: record.titles[0] ?? '' } : null;
	};
	return { lost: narrowed ? await first('own', 'there') : null, gained: widened ? await first('there', 'own') : null };
}
