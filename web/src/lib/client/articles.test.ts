/** Known articles added from a pasted list or a file: what is there already is not added twice. */
import { applyEdits, type Json } from '@wide-lantern/core/editor';
import { expect, it } from 'vitest';
import { addArticles, newArticles } from './articles';

const known = [
	{ id: 'a', citation: 'Kelwick A. Quiet hours on wards. 2019', identifier: '10.99999/qw.1' },
	{ id: 'b', citation: 'Ormsby T. Ear plugs.', identifier: '' }
];

it('leaves out what is known by its identifier, however it is written, or by its words', () => {
	const found = [
		{ citation: 'Another text', identifier: 'https://doi.example/10.99999/QW.1' },
		{ citation: 'ormsby t, ear plugs', identifier: '' },
		{ citation: 'Light at night. 2020', identifier: '' },
		{ citation: 'Light at night, 2020', identifier: '' },
		{ citation: '', identifier: ' ' }
	];
	expect(newArticles(found, known)).toEqual([{ citation: 'Light at night. 2020', identifier: '' }]);
});

it('adds them in their order behind the last, in one step', () => {
	const edits = addArticles(
		[
			{ citation: 'First', identifier: '' },
			{ citation: 'Second', identifier: '' }
		],
		known
	);
	const applied = applyEdits({ articles: known } as unknown as Json, edits);
	if ('refused' in applied) throw new Error(applied.refused);
	const { articles } = applied.document as unknown as { articles: readonly { citation: string }[] };
	expect(articles.map(({ citation }) => citation).slice(2)).toEqual(['First', 'Second']);
});
