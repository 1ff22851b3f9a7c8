/** Writing headings: in the source's own vocabulary, or by what was decided to stand for them there. */
import { nodesOf, printLabel, type Expression, type HeadingPiece } from '../query/index.ts';
import type { NoteKind } from './notes.ts';
import type { Part, LineOutput } from './pen.ts';
import type { HeadingToWrite, WritingContext } from './writing.ts';
import { fill } from './template.ts';

export function writeHeading(pen: LineOutput, piece: HeadingPiece, flipped: boolean): Part {
	const { headings, name } = pen.profile.platform;
	const { source } = pen.profile;
	if (!headings || source.vocabulary === null)
		return pen.cannot(
			piece,
			'no-headings',
			`${source.name} has no headings.`,
			'Leave this heading out here, with the reason, and rely on the text words; or search words instead.'
		);
	if (piece.label === null) {
		if (headings.anyQualified === null || headings.anyQualified === undefined)
			return pen.cannot(
				piece,
				'any-heading',
				`${name} has no form for “any heading with this qualifier”.`,
				'Name headings, or leave it out here with a reason.'
			);
		return { text: fill(headings.anyQualified, { list: piece.qualifiers.join(headings.joiner) }), tight: 'piece' };
	}
	const found = pen.context.heading(piece);
	if (!found)
		return pen.cannot(
			piece,
			'unknown-heading',
			'The heading is unknown.',
			'Fix it in the strategy, or leave it out here with a reason.'
		);
	if (found.vocabulary !== source.vocabulary) return counterparts(pen, piece, found, flipped);
	if (piece.main && headings.main === null)
		pen.note(
			'widened',
			'no-main',
			piece,
			`${name} cannot ask for main topics only; every assignment is found.`,
			'Accept it.',
			flipped
		);
	if (piece.qualifiers.length > 0 && headings.qualifiers === null)
		pen.note(
			'widened',
			'no-qualifiers',
			piece,
			`${name} has no qualifiers; the heading is searched with all of them.`,
			'Accept it.',
			flipped
		);
	const qualifiers =
		piece.qualifiers.length === 0 || headings.qualifiers === null
			? ''
			: fill(headings.qualifiers, {
					list: piece.qualifiers
						.map((one) => (headings.qualifierBy === 'code' ? (found.qualifierCodes.get(one) ?? one) : one))
						.join(headings.joiner)
				});
	const form = (label: string, reach: string) =>
		fill(headings.pattern, { label, reach, main: piece.main ? (headings.main ?? '') : '', qualifiers });
	if (piece.narrower && piece.except.length === 0 && headings.narrower !== null)
		return { text: form(found.label, headings.narrower), tight: 'piece' };
	if (!piece.narrower) {
		if (headings.exact !== null) return { text: form(found.label, headings.exact), tight: 'piece' };
		if (found.hasNarrower)
			pen.note(
				'widened',
				'always-narrower',
				piece,
				`${name} always takes narrower headings in.`,
				'Accept it.',
				flipped
			);
		return { text: form(found.label, headings.narrower ?? ''), tight: 'piece' };
	}
	if (found.closure.length === 0)
		return pen.cannot(
			piece,
			'nothing-left',
			`Nothing is left of ${found.label} once the exceptions are removed.`,
			'Fix it in the strategy, or leave it out here with a reason.'
		);
	const why =
		piece.except.length > 0 ? 'there is no “except” here' : `${name} does not include narrower headings automatically`;
	if (headings.exact === null) {
		// Each of them would bring its narrower ones, those left out among them.
		pen.note(
			'widened',
			'no-except',
			piece,
			`${name} always takes narrower headings in, so that what is left out may come back.`,
			'Accept it.',
			flipped
		);
		return { text: form(found.label, headings.narrower ?? ''), tight: 'piece' };
	}
	pen.note(
		'adjusted',
		'written-out-headings',
		piece,
		`Written out as ${found.closure.length} headings, because ${why}.`,
		'When the vocabulary grows, write it out again.'
	);
	const sign = ` ${pen.profile.platform.operators.or} `;
	return {
		text: found.closure.map((label) => form(label, headings.exact ?? '')).join(sign),
		tight: found.closure.length > 1 ? 'or' : 'piece'
	};
}

/** A heading of another vocabulary: what was decided stands for it, or it waits for a decision. */
function counterparts(pen: LineOutput, piece: HeadingPiece, found: HeadingToWrite, flipped: boolean): Part {
	const { source } = pen.profile;
	const all = pen.context.counterparts(piece);
	const reach = (one: { label: string; hasNarrower: boolean }) =>
		`{${piece.main ? '!' : ''}${source.vocabulary ?? ''}:${printLabel(one.label)}${piece.narrower && one.hasNarrower ? ' >' : ''}}`;
	const decided = all.filter((one) => one.decided !== null);
	const [first] = decided;
	if (!first) {
		const none = pen.context.nothingFits(piece);
		const offered = none ? [] : all.slice(0, 6);
		const [best] = offered;
		const likeness = best
			? `${source.name} has a vocabulary of its own and may call it ${offered
					.slice(0, 3)
					.map((one) => one.label)
					.join(', or ')}.`
			: `Nothing in the vocabulary of ${source.name} resembles it.`;
		return pen.cannot(
			piece,
			'other-vocabulary',
			none ? `It was decided that no heading of ${source.name} fits: ${none.why} (${none.by}, ${none.on}).` : likeness,
			none
				? 'Leave this heading out here and rely on the text words, or search words instead.'
				: 'Choose its counterpart there, replace it with words, or leave it out with a reason.',
			{
				candidates: offered.map(reach),
				...(offered.length > 0
					? {
							mapping: {
								vocabulary: found.vocabulary,
								heading: found.heading,
								to: source.vocabulary ?? '',
								candidates: offered.map((one) => one.heading)
							}
						}
					: {})
			}
		);
	}
	const names = decided.map((one) => one.label).join(', ');
	const kind: NoteKind = decided.every((one) => one.relation === 'exact' || one.relation === 'close')
		? 'adjusted'
		: decided.some((one) => one.relation === 'broad')
			? 'widened'
			: 'narrowed';
	pen.note(
		kind,
		'counterpart',
		piece,
		`${piece.label ?? ''} is ${names} in ${source.name}${kind === 'adjusted' ? '' : kind === 'widened' ? ', which is broader' : ', which is narrower'} (${first.decided?.by ?? ''}, ${first.decided?.on ?? ''}).`,
		kind === 'adjusted' ? 'Nothing to do.' : 'Accept it, or add words for what it changes.',
		flipped
	);
	if (piece.qualifiers.length > 0)
		pen.note(
			'widened',
			'counterpart-qualifiers',
			piece,
			`The qualifiers ${piece.qualifiers.join(', ')} are those of the other vocabulary; here all are searched.`,
			'Accept it.',
			flipped
		);
	if (piece.except.length > 0)
		pen.note(
			'widened',
			'counterpart-except',
			piece,
			`What is left out below ${piece.label ?? ''} is not left out below ${names}.`,
			'Accept it.',
			flipped
		);
	const tree = pen.context.read(decided.map(reach).join(' OR '));
	return tree
		? pen.part(tree, null, flipped)
		: pen.cannot(
				piece,
				'other-vocabulary',
				`${names} cannot be read in the vocabulary of ${source.name}.`,
				'Decide again.'
			);
}

/**
 * What changes when something is put in the place of a heading: the direction, and what is not asked for any more, in
 * words. A replacement that a searcher chose is not taken for the same meaning (notation.md, section 8).
 */
export function changeBy(
	piece: Expression,
	replacement: Expression,
	counterparts: WritingContext['counterparts']
): { readonly effect: 'widened' | 'narrowed' | null; readonly lost: readonly string[] } {
	if (piece.kind !== 'heading') return { effect: null, lost: [] };
	const headings = [...nodesOf(replacement)].filter((node): node is HeadingPiece => node.kind === 'heading');
	const lost: string[] = [];
	if (headings.length > 0 && piece.qualifiers.length > 0 && headings.some((one) => one.qualifiers.length === 0))
		lost.push(
			`without the ${piece.qualifiers.length === 1 ? 'qualifier' : 'qualifiers'} ${piece.qualifiers.join(', ')}`
		);
	if (headings.length > 0 && piece.main && headings.some((one) => !one.main)) lost.push('not as a main topic only');
	if (headings.length > 0 && piece.except.length > 0 && headings.every((one) => one.except.length === 0))
		lost.push(`without excluding ${piece.except.join(', ')}`);
	const known = counterparts(piece);
	const relations = headings.flatMap((one) => known.find((other) => other.label === one.label)?.relation ?? []);
	const narrower =
		relations.some((one) => one === 'narrow' || one === 'related') &&
		!relations.some((one) => one === 'exact' || one === 'close' || one === 'broad');
	const broader = relations.some((one) => one === 'broad' || one === 'related');
	if (narrower) return { effect: 'narrowed', lost };
	return { effect: broader || lost.length > 0 ? 'widened' : null, lost };
}
