/** RDF read in pieces: where a file is cut makes no difference, in any syntax; what is told on the way, and what is refused wherever it stands. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { blankHeading, RDF_SYNTAXES, readSkos, writeSkos, type RdfSyntax, type VocabularyData } from './index.ts';

const data: VocabularyData = {
	id: 'small',
	name: 'Small “list” & more',
	edition: '3',
	qualifiers: [{ code: 'pv', name: 'prevention', note: 'Of anything.' }],
	headings: [
		{
			...blankHeading('a', 'Lamp <bright> & "dim"'),
			entryTerms: ['Lantern', '光', 'Läuchte'],
			scopeNote: 'Line one.\nLine two.',
			qualifiers: ['pv'],
			since: 1980
		},
		{ ...blankHeading('b', 'Oil lamp'), broader: ['a'], related: ['c'], changes: [{ year: 1999, text: 'moved' }] },
		{
			...blankHeading('c', 'Wick'),
			related: ['b'],
			notation: 'C.1',
			before: [{ label: 'Cord', until: 1970, renamed: true }]
		}
	]
};
const texts = new Map(RDF_SYNTAXES.map((syntax) => [syntax, [...writeSkos(data, syntax)].join('')]));
const textOf = (syntax: RdfSyntax) => texts.get(syntax) ?? '';
function pieces(text: string, cuts: readonly number[]): string[] {
	const places = [...new Set(cuts.map((cut) => cut % (text.length + 1)))].sort((a, b) => a - b);
	return [0, ...places].map((from, at) => text.slice(from, places[at] ?? text.length));
}
const byLabel = (one: VocabularyData | null) =>
	one && {
		...one,
		headings: [...one.headings]
			.sort((x, y) => (x.id < y.id ? -1 : 1))
			.map((heading) => ({ ...heading, entryTerms: [...heading.entryTerms].sort() }))
	};

describe.each(RDF_SYNTAXES)('%s', (syntax) => {
	it('is the same wherever it is cut', async () => {
		await fc.assert(
			fc.asyncProperty(fc.array(fc.nat(), { maxLength: 12 }), async (cuts) => {
				const { vocabulary, faults } = await readSkos(pieces(textOf(syntax), cuts), syntax, 'small');
				expect(faults).toEqual([]);
				expect(byLabel(vocabulary)).toEqual(byLabel(data));
			}),
			{ numRuns: 40 }
		);
	});
	it('is the same sign by sign', async () => {
		const { vocabulary, faults } = await readSkos(Array.from(textOf(syntax)), syntax, 'small');
		expect([faults, byLabel(vocabulary)]).toEqual([[], byLabel(data)]);
	});
	it('comes in as a stream, too', async () => {
		async function* stream() {
			for (const piece of pieces(textOf(syntax), [100, 350, 777])) {
				await Promise.resolve();
				yield piece;
			}
		}
		expect((await readSkos(stream(), syntax, 'small')).vocabulary?.headings).toHaveLength(3);
	});
	it('broken off anywhere, it is never taken for more than it says', async () => {
		await fc.assert(
			fc.asyncProperty(fc.nat(), async (cut) => {
				const text = textOf(syntax);
				const { vocabulary, faults } = await readSkos([text.slice(0, cut % text.length)], syntax, 'small');
				// Either what stands before the break, whole by itself, or a fault that says so.
				if (!vocabulary) expect(faults[0]?.message).toMatch(/\w/);
				else
					for (const heading of vocabulary.headings) expect(data.headings.map((one) => one.id)).toContain(heading.id);
			}),
			{ numRuns: 60 }
		);
	});
});

describe('on the way', () => {
	it('the number of statements is told, and the last is all of them', async () => {
		const told: number[] = [];
		const many = Array.from({ length: 25_000 }, (_, at) => `<x:${at}> <x:p> <x:o> .\n`).join('');
		await readSkos(pieces(many, [50_000, 200_000]), 'n-triples', 'x', {
			progress: (statements) => told.push(statements)
		});
		expect(told).toEqual([10_000, 20_000, 25_000]);
	});
	it('entities are refused also behind the first piece, and outside of a doctype they are text', async () => {
		const head = '<?xml version="1.0"?>\n<rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#">\n';
		const long = `${head}<!--${' '.repeat(70_000)}-->`;
		expect(
			(await readSkos([long, '<!DOCTYPE x [<!ENTITY a "b">]>', '</rdf:RDF>'], 'rdf-xml', 'x')).faults[0]?.code
		).toBe('entities');
		// Cut within the word, the parser may see first that no doctype stands there: either way, nothing is read.
		expect(
			(await readSkos([long, '<!DOCTYPE x [<!ENT', 'ITY a "b">]>', '</rdf:RDF>'], 'rdf-xml', 'x')).vocabulary
		).toBeNull();
		const escaped = textOf('rdf-xml').replace('Line one.', 'About &lt;!ENTITY a "b"&gt;.');
		expect((await readSkos([escaped], 'rdf-xml', 'small')).vocabulary?.headings[0]?.scopeNote).toContain(
			'<!ENTITY a "b">'
		);
	});
	it('more than 200 entities are refused, and so are those made of others', async () => {
		const doctype = (inside: string) =>
			`<!DOCTYPE rdf:RDF [${inside}]>\n${textOf('rdf-xml').replace(/^<\?xml.*\n/, '')}`;
		const many = Array.from({ length: 201 }, (_, at) => `<!ENTITY e${at} "x">`).join('');
		for (const inside of [many, '<!ENTITY % p "x">', "<!ENTITY a '&b;'>"])
			expect((await readSkos([doctype(inside)], 'rdf-xml', 'small')).faults[0]?.code).toBe('entities');
		expect(
			(await readSkos([doctype('<!ENTITY skos "http://www.w3.org/2004/02/skos/core#">')], 'rdf-xml', 'small'))
				.vocabulary?.headings
		).toHaveLength(3);
	});
});
