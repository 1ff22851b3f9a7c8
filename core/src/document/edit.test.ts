/** Edits by identity: inverses, idempotence, merging and conflicts. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { applyEdit, applyEdits, conflictsOf, valueAt, type Edit, type Json } from './edit.ts';

const start: Json = {
	title: 'a',
	lines: [
		{ id: '1', text: 'one', marks: [] },
		{ id: '2', text: 'two', marks: [{ id: 'm', on: true }] },
		{ id: '3', text: 'three', marks: [] }
	]
};
const done = (document: Json, edits: readonly Edit[]) => {
	const applied = applyEdits(document, edits);
	if ('refused' in applied) throw new Error(applied.refused);
	return applied;
};
const order = (document: Json) => (document as { lines: { id: string }[] }).lines.map((one) => one.id).join('');

const edit: fc.Arbitrary<Edit> = fc.oneof(
	fc.record({
		do: fc.constant('set' as const),
		at: fc.constantFrom(['title'], ['lines', '2', 'text'], ['lines', '2', 'marks', 'm', 'on']),
		value: fc.constantFrom<Json>('x', 'y', false)
	}),
	fc.record({
		do: fc.constant('insert' as const),
		in: fc.constant(['lines']),
		item: fc.constantFrom('4', '5').map((id): Json => ({ id, text: id, marks: [] })),
		after: fc.constantFrom(null, '1', '3', '9')
	}),
	fc.record({
		do: fc.constant('remove' as const),
		at: fc.constantFrom(['lines', '1'], ['lines', '3'], ['lines', '2', 'marks', 'm'])
	}),
	fc.record({
		do: fc.constant('move' as const),
		at: fc.constantFrom(['lines', '1'], ['lines', '3']),
		after: fc.constantFrom(null, '2', '3')
	})
);

const deepFrozen = (value: Json): Json => {
	if (typeof value === 'object' && value !== null) for (const part of Object.values(value)) deepFrozen(part);
	return Object.freeze(value) as Json;
};

/** The edits of these tests, carried out on a copy in the plainest way; null where one is refused. */
function plainly(document: Json, edits: readonly Edit[]): Json | null {
	interface Line {
		id: string;
		text: Json;
		marks: { id: string; on: Json }[];
	}
	const copy = structuredClone(document) as unknown as { title: Json; lines: Line[] };
	const put = (line: Line, after: string | null) => {
		const at = copy.lines.findIndex((one) => one.id === after);
		copy.lines.splice(after === null ? 0 : at < 0 ? copy.lines.length : at + 1, 0, line);
	};
	for (const one of edits) {
		const place = one.do === 'insert' ? one.in : one.at;
		const line = copy.lines.find((other) => other.id === place[1]);
		if (one.do === 'set') {
			if (place.length === 1) copy.title = one.value;
			else if (place.length === 3 && line) line.text = one.value;
			else {
				const mark = line?.marks.find((other) => other.id === place[3]);
				if (!mark) return null;
				mark.on = one.value;
			}
		} else if (one.do === 'insert') {
			const item = one.item as unknown as Line;
			if (!copy.lines.some((other) => other.id === item.id)) put(structuredClone(item), one.after);
		} else if (one.do === 'remove') {
			if (place.length === 2) copy.lines = copy.lines.filter((other) => other !== line);
			else if (line) line.marks = line.marks.filter((other) => other.id !== place[3]);
			else return null;
		} else if (!line) return null;
		else if (one.after !== line.id) {
			copy.lines = copy.lines.filter((other) => other !== line);
			put(line, one.after);
		}
	}
	return copy as unknown as Json;
}

describe('edits', () => {
	it('are undone by their inverse, whatever they were', () => {
		fc.assert(
			fc.property(fc.array(edit, { maxLength: 8 }), (edits) => {
				const applied = applyEdits(start, edits);
				if ('refused' in applied) return;
				expect(done(applied.document, applied.inverse).document).toEqual(start);
			})
		);
	});

	it('give together what they give one by one on a plain copy, and never touch the document given', () => {
		const frozen = deepFrozen(start);
		fc.assert(
			fc.property(fc.array(edit, { maxLength: 12 }), (edits) => {
				const applied = applyEdits(frozen, edits);
				const plain = plainly(start, edits);
				if (plain === null) expect(applied).toHaveProperty('refused');
				else expect(done(frozen, edits).document).toEqual(plain);
			})
		);
	});

	it('leave what they do not touch the same object, so that nothing else is drawn again', () => {
		const { document } = done(start, [{ do: 'set', at: ['lines', '2', 'text'], value: 'x' }]);
		const [first, second] = [valueAt(start, ['lines', '1']), valueAt(start, ['lines', '2'])];
		expect(valueAt(document, ['lines', '1'])).toBe(first);
		expect(valueAt(document, ['lines', '2'])).not.toBe(second);
		expect(valueAt(document, ['lines', '2', 'marks'])).toBe(valueAt(start, ['lines', '2', 'marks']));
		expect(done(start, [{ do: 'remove', at: ['lines', '9'] }]).document).toBe(start);
	});

	it('what comes in by one edit and is changed by the next leaves the edit itself as it was', () => {
		const item = { id: '4', text: 'four', marks: [] };
		const edits: Edit[] = [
			{ do: 'insert', in: ['lines'], item, after: '3' },
			{ do: 'set', at: ['lines', '4', 'text'], value: 'five' },
			{ do: 'insert', in: ['lines', '4', 'marks'], item: { id: 'n' }, after: null }
		];
		expect(valueAt(done(start, edits).document, ['lines', '4'])).toEqual({
			id: '4',
			text: 'five',
			marks: [{ id: 'n' }]
		});
		expect(item).toEqual({ id: '4', text: 'four', marks: [] });
	});

	it('put, move and take out by identity', () => {
		expect(order(done(start, [{ do: 'insert', in: ['lines'], item: { id: '4' }, after: '1' }]).document)).toBe('1423');
		expect(order(done(start, [{ do: 'move', at: ['lines', '3'], after: null }]).document)).toBe('312');
		expect(order(done(start, [{ do: 'remove', at: ['lines', '2'] }]).document)).toBe('13');
	});

	it('happen all or not at all, and do nothing when an insert or remove is repeated', () => {
		expect(
			applyEdits(start, [
				{ do: 'set', at: ['title'], value: 'b' },
				{ do: 'set', at: ['lines', 'nowhere', 'text'], value: 1 }
			])
		).toHaveProperty('refused');
		const insert: Edit = { do: 'insert', in: ['lines'], item: { id: '4' }, after: '1' };
		expect(done(start, [insert, insert, { do: 'remove', at: ['lines', '9'] }]).document).toEqual(
			done(start, [insert]).document
		);
	});

	it('cannot reach what every object inherits', () => {
		expect(applyEdit(start, { do: 'set', at: ['__proto__', 'polluted'], value: true })).toHaveProperty('refused');
		expect(applyEdit(start, { do: 'set', at: ['constructor'], value: true })).toHaveProperty('refused');
		expect(({} as Record<string, unknown>)['polluted']).toBeUndefined();
	});

	it('conflict only where two touch one thing and disagree', () => {
		const mine: Edit[] = [{ do: 'set', at: ['lines', '2', 'text'], value: 'mine' }];
		const now = (edits: Edit[]) => done(start, edits).document;
		const theirs = (edits: Edit[]) => conflictsOf(mine, edits, now(edits));
		expect(theirs([{ do: 'set', at: ['lines', '2', 'text'], value: 'theirs' }])).toEqual([
			{ at: ['lines', '2', 'text'], yours: 'mine', theirs: 'theirs' }
		]);
		expect(theirs([{ do: 'set', at: ['lines', '2', 'text'], value: 'mine' }])).toEqual([]);
		expect(theirs([{ do: 'set', at: ['lines', '1', 'text'], value: 'theirs' }])).toEqual([]);
		expect(theirs([{ do: 'move', at: ['lines', '2'], after: null }])).toEqual([]);
		expect(theirs([{ do: 'remove', at: ['lines', '2'] }])).toEqual([
			{ at: ['lines', '2', 'text'], yours: 'mine', theirs: null }
		]);
	});
});

describe('what a thing may have and has not yet', () => {
	const place = ['lines', '2', 'words'];
	it('a list is begun by its first item, and is empty when that is taken back', () => {
		const { document, inverse } = done(start, [
			{ do: 'insert', in: place, item: { id: 'w', text: 'lamp' }, after: null }
		]);
		expect(valueAt(document, place)).toEqual([{ id: 'w', text: 'lamp' }]);
		expect(valueAt(done(document, inverse).document, place)).toEqual([]);
		expect(valueAt(start, place)).toBeUndefined();
	});
	it('a second item stands behind the first, and the same item once', () => {
		const insert = (id: string, after: string | null): Edit => ({ do: 'insert', in: place, item: { id }, after });
		expect(valueAt(done(start, [insert('a', null), insert('b', 'a'), insert('a', 'b')]).document, place)).toEqual([
			{ id: 'a' },
			{ id: 'b' }
		]);
	});
	it('a value is set, and is nothing when that is taken back', () => {
		const at = ['lines', '2', 'note'];
		const { document, inverse } = done(start, [{ do: 'set', at, value: 'why' }]);
		expect(valueAt(document, at)).toBe('why');
		expect(valueAt(done(document, inverse).document, at)).toBeNull();
	});
	it('but nothing is put into what is not there, or is no thing', () => {
		for (const edit of [
			{ do: 'insert', in: ['lines', 'gone', 'words'], item: { id: 'w' }, after: null },
			{ do: 'insert', in: ['title', 'words'], item: { id: 'w' }, after: null },
			{ do: 'insert', in: ['title'], item: { id: 'w' }, after: null },
			{ do: 'set', at: ['lines', 'gone', 'note'], value: 'x' },
			{ do: 'set', at: ['lines', 'gone'], value: {} }
		] as const)
			expect(applyEdit(start, edit as unknown as Edit)).toHaveProperty('refused');
	});
	it('two people who begin the same list both keep their item', () => {
		const mine: Edit = { do: 'insert', in: place, item: { id: 'mine' }, after: null };
		const theirs: Edit = { do: 'insert', in: place, item: { id: 'theirs' }, after: null };
		const now = done(start, [theirs]).document;
		expect(conflictsOf([mine], [theirs], now)).toEqual([]);
		expect(valueAt(done(now, [mine]).document, place)).toEqual([{ id: 'mine' }, { id: 'theirs' }]);
	});
});
