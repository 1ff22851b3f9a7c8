/** Notes of a rendering as findings. */
import { describe, expect, it } from 'vitest';
import type { NoteKind } from './notes.ts';
import { renderingFindings } from './rendering-findings.ts';
import type { RenderedLine } from './writing.ts';

const note = (kind: NoteKind, cause: string, message = cause) => ({
	kind,
	cause,
	piece: 'lamp',
	message,
	next: '',
	effect: null,
	candidates: []
});
const line = (number: number, ...notes: ReturnType<typeof note>[]) =>
	({ id: `l${number}`, number, notes }) as unknown as RenderedLine;

describe('findings of a rendering', () => {
	it('are open decisions first, then what changes the meaning, then what is settled', () => {
		const lines = [
			line(1, note('adjusted', 'quotes'), note('narrowed', 'distance')),
			line(2, note('to decide', 'heading', 'No counterpart.'), note('decided', 'field')),
			line(4, note('by hand', 'limit'))
		];
		const found = renderingFindings({ lines, general: [{ ...note('widened', 'no-order'), lines: [1, 2] }] }, 'corran');
		expect(
			found.map(({ rule, severity, place }) => [rule, severity, place.kind === 'rendering' && place.line])
		).toEqual([
			['to-decide:heading', 'warning', 2],
			['by-hand:limit', 'warning', 4],
			['narrowed:distance', 'info', 1],
			['widened:no-order', 'info', null],
			['adjusted:quotes', 'hint', 1],
			['decided:field', 'hint', 2]
		]);
		expect(found[0]).toMatchObject({ message: 'No counterpart.', place: { profile: 'corran' } });
	});
	it('are none where everything is written as it is', () => {
		expect(renderingFindings({ lines: [line(1)], general: [] }, 'corran')).toEqual([]);
	});
});
