/** Formats that nobody has built in: their shape is found, a person changes what is wrong, and files are read by what was taught. */
import { Ajv } from 'ajv';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { recipeFit, previewOf, recipeReader, recipeSchema, shapeOfFile, type FileShape, type Recipe } from './index.ts';

const isRecipe = new Ajv({ allowUnionTypes: true }).compile(recipeSchema);

function shaped(text: string, ...more: Parameters<typeof shapeOfFile> extends [string, ...infer Rest] ? Rest : never) {
	const shape = shapeOfFile(text, ...more);
	if (!shape) throw new Error('No shape was found.');
	expect(isRecipe(shape.recipe), JSON.stringify(isRecipe.errors)).toBe(true);
	return shape;
}
const holds = ({ recipe }: FileShape) => Object.fromEntries(recipe.fields.map((one) => [one.name, one.holds]));
function read(recipe: Recipe, text: string, size = text.length) {
	const reader = recipeReader(recipe, 'Skerry', (place) => `x-${place}`);
	const pieces = [];
	for (let at = 0; at < text.length; at += size) pieces.push(...reader.push(text.slice(at, at + size)));
	return [...pieces, ...reader.end()];
}
const references = (pieces: ReturnType<typeof read>) =>
	pieces.flatMap((one) => (one.kind === 'reference' ? [one.reference] : []));
const ABSTRACT =
	'Background: nights on wards are loud, and many of those who lie there sleep badly for days. Methods: sixty adults were followed through one week, with a meter at every bed and a diary that nurses kept by hand. Results: quieter rooms went with longer sleep, and fewer calls. Conclusion: more is to be learnt about it.';

const COLONS = `NUMBER: 1001
NAME: Quiet hours on a surgical ward and what patients heard
BY: Kelwick, Anna
BY: Ulmadin, Carl
WHEN: 2019 March
WHERE: Journal of Quiet Wards
TEXT: ${ABSTRACT.slice(0, ABSTRACT.indexOf(' Results'))}
  ${ABSTRACT.slice(ABSTRACT.indexOf('Results'))}
ABOUT: sleep; noise; wards

NUMBER: 1002
NAME: Ear plugs after cardiac surgery in a small trial of adults
BY: Ormsby, Tilda
WHEN: 2021
WHERE: Journal of Quiet Wards
TEXT: ${ABSTRACT}
ABOUT: sleep; ear plugs

NUMBER: 1003
NAME: Lamps that follow the hours of the day beside the bed
WHEN: 2020
WHERE: Annals of Ward Care
ABOUT: light
`;

describe('tagged text', () => {
	it('with a colon: the separator, where a record begins, and what the tags hold are found', () => {
		const shape = shaped(COLONS);
		expect(shape.recipe).toMatchObject({
			kind: 'tagged',
			separator: ':',
			record: { by: 'first-tag', text: 'NUMBER' }
		});
		expect(shape.records).toBe(3);
		expect(holds(shape)).toMatchObject({
			NUMBER: 'number',
			NAME: 'title',
			BY: 'authors',
			WHEN: 'year',
			TEXT: 'abstract',
			ABOUT: 'keywords'
		});
		expect(shape.fields.find(({ name }) => name === 'BY')).toMatchObject({ count: 2, values: 3 });
	});
	it('is read with lines that go on, and words with a colon inside an abstract are no tags', () => {
		const shape = shaped(COLONS.replace(' Methods: ', '\nMethods: '));
		const found = references(read(shape.recipe, COLONS.replaceAll(' Methods: ', '\nMethods: ')));
		expect(found).toHaveLength(3);
		expect(found[0]?.record).toMatchObject({
			id: '1001',
			source: 'Skerry',
			titles: ['Quiet hours on a surgical ward and what patients heard'],
			authors: ['Kelwick, Anna', 'Ulmadin, Carl'],
			year: 2019,
			abstract: ABSTRACT,
			keywords: ['sleep', 'noise', 'wards']
		});
	});
	it('with a hyphen behind padded tags, keywords at the margin below their tag, and an empty tag at the end', () => {
		const text = [1, 2, 3]
			.map(
				(n) => `ZN   - 77${n}
ZT   - The ${n}th report on lamps beside the beds of adults
ZY   - 201${n}
ZK   - light
noise
sleep
ZZ   -
`
			)
			.join('\n');
		const shape = shaped(text);
		expect(shape.recipe).toMatchObject({ separator: '-', record: { by: 'last-tag', text: 'ZZ' } });
		const fields = [
			{ name: 'ZT', holds: 'title', split: null },
			{ name: 'ZK', holds: 'keywords', split: null },
			{ name: 'ZY', holds: 'year', split: null }
		] as const;
		const found = references(read({ ...(shape.recipe as Recipe & { kind: 'tagged' }), fields: [...fields] }, text));
		expect(found.map(({ record }) => record.keywords)).toEqual([1, 2, 3].map(() => ['light', 'noise', 'sleep']));
		// A tag that nobody has listed is kept.
		expect(found[0]?.kept).toEqual([{ name: 'ZN', value: '771' }]);
	});
	it('with a line of asterisks between records, and with blank lines between blocks that begin differently', () => {
		const ruled =
			'= = =\nTitle = One long title about wards\nYear = 2001\n* * *\nYear = 2002\nTitle = Another title about wards\n* * *\n';
		expect(shaped(ruled).recipe).toMatchObject({ separator: '=', record: { by: 'line', text: '* * *' } });
		const blocks =
			'T|One long title about wards\nY|2001\n\nY|2002\nT|Another title about wards\n\nT|A third title about wards\nY|2003\n';
		const shape = shaped(blocks);
		expect(shape.recipe).toMatchObject({ separator: '|', record: { by: 'blank-line' } });
		expect(references(read(shape.recipe, blocks)).map(({ record }) => record.year)).toEqual([2001, 2002, 2003]);
	});
	it('with punctuation that nobody foresaw, and a number at the head of each record', () => {
		const text = [1, 2, 3]
			.map((n) => `#${n}\nname >> The ${n}th report on choirs and breath\nwhen >> 201${n}\nname of source >> Quay\n`)
			.join('\n');
		const shape = shaped(text);
		expect(shape.recipe).toMatchObject({ separator: '>>', record: { by: 'blank-line' } });
		expect(references(read(shape.recipe, text)).map(({ record }) => [record.titles[0], record.year])).toEqual([
			['The 1th report on choirs and breath', 2011],
			['The 2th report on choirs and breath', 2012],
			['The 3th report on choirs and breath', 2013]
		]);
	});
	it('a list of terms is no title, however long it is', () => {
		const text = [1, 2, 3]
			.map(
				(n) =>
					`no : C-${n}0\ncalled : Night lights on wards ${n}\nunder : ! Delirium / prevention; Intensive Care Units; light at night\nyear : 201${n}\n\n`
			)
			.join('');
		expect(holds(shaped(text))).toEqual({ no: 'number', called: 'title', under: 'keywords', year: 'year' });
	});
	it('is read anew by what a person says of it', () => {
		const shape = shaped(COLONS, { kind: 'tagged', record: { by: 'blank-line', text: '' } });
		expect(shape.recipe).toMatchObject({ record: { by: 'blank-line' } });
		expect(shape.records).toBe(3);
	});
	it('what is no record is kept with its line and the reason', () => {
		const { recipe } = shaped(COLONS);
		const pieces = read(recipe, `Exported by Ines\n${COLONS}\nNUMBER: 1004\nWHEN: 2020\n`);
		expect(pieces.flatMap((one) => (one.kind === 'unreadable' ? [one] : []))).toEqual([
			{
				kind: 'unreadable',
				line: 1,
				reason: 'This text is not inside a record: no tag is above it.',
				raw: 'Exported by Ines\n'
			},
			{
				kind: 'unreadable',
				line: 26,
				reason: 'It has neither a title nor an abstract.',
				raw: 'NUMBER: 1004\nWHEN: 2020\n'
			}
		]);
	});
	it('reads the same in pieces of any size and with any line end', () => {
		const { recipe } = shaped(COLONS);
		const whole = read(recipe, COLONS);
		fc.assert(
			fc.property(fc.integer({ min: 1, max: 90 }), fc.constantFrom('\n', '\r\n', '\r'), (size, end) => {
				expect(references(read(recipe, COLONS.replaceAll('\n', end), size))).toEqual(references(whole));
			})
		);
	});
});

const FIELDS_XML = `<?xml version="1.0"?><answer><rows>${[1, 2, 3]
	.map(
		(n) => `<hit rank="${n}"><f name="zn">88${n}</f><f name="zt">The ${n}th <i>report</i> on lamps beside the beds</f>
<f name="zp">Kelwick, Anna</f><f name="zp">Ulmadin, Carl</f><f name="zd">201${n}-03-04</f><f name="zs">${ABSTRACT}</f></hit>`
	)
	.join('')}</rows></answer>`;

describe('XML with an element that repeats', () => {
	it('has its element found, and elements of one name are told apart by an attribute', () => {
		const shape = shaped(FIELDS_XML);
		expect(shape.recipe).toMatchObject({ kind: 'xml', element: 'hit', marks: ['f@name'] });
		expect(holds(shape)).toEqual({
			'@rank': 'keep',
			'f[name=zn]': 'number',
			'f[name=zt]': 'title',
			'f[name=zp]': 'authors',
			'f[name=zd]': 'year',
			'f[name=zs]': 'abstract'
		});
		expect(references(read(shape.recipe, FIELDS_XML))[1]).toMatchObject({
			record: {
				id: '882',
				titles: ['The 2th report on lamps beside the beds'],
				authors: ['Kelwick, Anna', 'Ulmadin, Carl'],
				year: 2012
			},
			kept: [{ name: '@rank', value: '2' }]
		});
	});
	it('nested elements are named by their path', () => {
		const text = `<set>${[1, 2]
			.map(
				(n) =>
					`<work><head><name>Report ${n} on lamps beside beds</name></head><made><year>200${n}</year></made></work>`
			)
			.join('')}</set>`;
		const shape = shaped(text);
		expect(shape.recipe).toMatchObject({ element: 'work' });
		expect(holds(shape)).toEqual({ 'head/name': 'title', 'made/year': 'year' });
	});
	it('another element may be chosen, and a file that is cut off in the middle is read so far', () => {
		expect(shaped(FIELDS_XML, { kind: 'xml', element: 'rows' }).records).toBeGreaterThanOrEqual(1);
		const { recipe } = shaped(FIELDS_XML);
		const pieces = read(recipe, FIELDS_XML.slice(0, -200));
		expect(references(pieces)).toHaveLength(2);
		expect(pieces.at(-1)).toMatchObject({
			kind: 'unreadable',
			reason: expect.stringContaining('What follows could not be read.') as string
		});
	});
});

describe('tables', () => {
	const TABLE = `Código;Titulo del trabajo;Quien;Salió\nA-1;"Ruido; noche y sueño en una sala grande";Kelwick, Anna;2019\nA-2;Luz del día en cuidados intensivos de adultos;Ulmadin, Carl;2020\n`;
	it('with heads in any language: the columns are guessed by what they hold', () => {
		const shape = shaped(TABLE);
		expect(shape.recipe).toMatchObject({ kind: 'table', delimiter: ';' });
		expect(holds(shape)).toEqual({ Código: 'number', 'Titulo del trabajo': 'title', Quien: 'authors', Salió: 'year' });
		expect(references(read(shape.recipe, TABLE))[0]?.record).toMatchObject({
			titles: ['Ruido; noche y sueño en una sala grande'],
			year: 2019
		});
	});
});

describe('a recipe', () => {
	it('fits files of its format, and no others', () => {
		const { recipe } = shaped(COLONS);
		expect(recipeFit(recipe, COLONS)).toBe(1);
		expect(recipeFit(recipe, FIELDS_XML)).toBe(0);
		expect(recipeFit(shaped(FIELDS_XML).recipe, COLONS)).toBe(0);
		expect(recipeFit(shaped(FIELDS_XML).recipe, FIELDS_XML)).toBe(1);
	});
	it('shows the first records as they would be imported', () => {
		const { recipe } = shaped(COLONS);
		expect(previewOf(recipe, COLONS, 1)).toMatchObject([{ kind: 'reference', reference: { record: { id: '1001' } } }]);
	});
	it('is not found in prose, in nothing, or in bytes', () => {
		for (const text of ['', ' \n', ABSTRACT, `${ABSTRACT}\n`.repeat(50), '\u0001\u0002'.repeat(500), '<a>', '<a></a>'])
			expect(shapeOfFile(text), text.slice(0, 40)).toBeNull();
	});
	it('takes linear time on lines that look like everything', () => {
		const began = performance.now();
		shapeOfFile('a b c d e f g - : = | '.repeat(40_000));
		shapeOfFile(`${'<a '.repeat(100_000)}`);
		shapeOfFile(`<a>${'<b x="1">'.repeat(50_000)}`);
		// Quadratic time would be minutes; this is no measurement.
		expect(performance.now() - began).toBeLessThan(20_000);
	});
});
