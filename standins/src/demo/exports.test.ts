import { formatOf, HeadingMatcher, readerOf, recipeReader, Vocabulary, type ReferenceFormat } from '@wide-lantern/core';
import { expect, it } from 'vitest';
import { makeWorld, shippedVocabularies } from '../index.ts';
import { demoExports } from './exports.ts';

it('the demo has four files of four shapes, headings among their keywords; one source states more records than it exported', () => {
	const cut = shippedVocabularies();
	const files = demoExports(makeWorld(cut), cut);
	const read = files.map(({ text, fileName, stated, recipe, vocabulary }) => {
		const format = recipe ? recipe.recipe.kind : formatOf(text);
		if (!format) throw new Error(`${fileName} is in no format that is known.`);
		const reader = recipe
			? recipeReader(recipe.recipe, 'a source', String)
			: readerOf(format as ReferenceFormat, 'a source', String);
		const pieces = [...reader.push(text), ...reader.end()];
		const found = pieces.flatMap((one) => (one.kind === 'reference' ? [one.reference.record] : []));
		expect(found).toHaveLength(pieces.length);
		if (vocabulary) {
			const matcher = new HeadingMatcher(new Vocabulary(cut.vocabularies[vocabulary]));
			const keywords = found.flatMap((one) => one.keywords);
			const style = matcher.styleOf([...new Set(keywords)]);
			expect(style).toEqual({ mark: '+', separator: '>' });
			const headings = keywords.filter((one) => matcher.match(one, style) !== null);
			expect(headings.length / keywords.length).toBeGreaterThan(0.5);
		}
		return { format, missing: stated - pieces.length, many: pieces.length };
	});
	expect(read.map(({ format, missing }) => [format, missing])).toEqual([
		['ris', 0],
		['table', 3],
		['tagged', 0],
		['bibtex', 0]
	]);
	for (const { many } of read) expect(many).toBeGreaterThan(40);
	expect(demoExports(makeWorld(cut), cut)).toEqual(files);
});
