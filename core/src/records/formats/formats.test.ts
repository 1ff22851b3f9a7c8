import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { blankRecord } from '../blank.ts';
import { bibtexReader } from './bibtex-read.ts';
import { toBibtex } from './bibtex-write.ts';
import { libraryXmlReader, type LibraryXml } from './library-xml.ts';
import { formatOf, readerOf } from './recognise.ts';
import type { ImportedReference, ReadPiece, ReferenceReader } from './reference.ts';
import { toTableHead, toTableRow } from './table-write.ts';
import { referenceTable, tableReader, type TableColumns } from './table.ts';

const own = (place: number) => `own ${place}`;
/** Reads a text in pieces of some size: a file comes as it likes. */
function pieces(reader: ReferenceReader, text: string, size = 7): ReadPiece[] {
	const all: ReadPiece[] = [];
	for (let from = 0; from < text.length; from += size) all.push(...reader.push(text.slice(from, from + size)));
	return [...all, ...reader.end()];
}
const references = (all: readonly ReadPiece[]) =>
	all.flatMap((one) => (one.kind === 'reference' ? [one.reference] : []));
const unreadable = (all: readonly ReadPiece[]) => all.flatMap((one) => (one.kind === 'unreadable' ? [one] : []));
const bibtex = (text: string, size?: number) => pieces(bibtexReader('Skerry', own), text, size);
const xml = (format: LibraryXml, text: string) => pieces(libraryXmlReader(format, 'Skerry', own), text);
const table = (text: string, columns?: TableColumns) => pieces(tableReader('Skerry', own, columns), text);

describe('formats are known by their content', () => {
	it.each([
		['@article{a, title = {A}}', 'bibtex'],
		['% a comment\n\n  @Book(a, title = "A")', 'bibtex'],
		['<?xml version="1.0"?><modsCollection xmlns="http://www.loc.gov/mods/v3"><mods>', 'mods'],
		['<collection xmlns="http://www.loc.gov/MARC21/slim"><record><datafield tag="245">', 'marcxml'],
		['<r:records xmlns:r="x"><oai_dc:dc xmlns:dc="http://purl.org/dc/elements/1.1/">', 'dublin-core'],
		['Authors,Title,Year\nKelwick,Music,2019\n', 'table'],
		['id\ttitle\tabstract\n1\tMusic\tCalm\n', 'table'],
		['\uFEFF"Article Title";"DOI"\n', 'table'],
		['<html><body>', null],
		['Dear all, the title of this letter\n', null],
		['one,two,three\n1,2,3\n', null]
	])('%s', (text, format) => {
		expect(formatOf(text)).toBe(format);
	});
});

describe('BibTeX', () => {
	it('is read with its strings, joined values, accents and names in every form', () => {
		const [found] = references(
			bibtex(`@string{jqw = "Journal of Quiet Wards"}
@article{kelwick2019,
  author = {M{\\"u}ller, J{\\'e}r{\\^o}me and A. B. Kelwick and van der Holt, Piet and {Lantern Study Group} and others},
  title = "{Music} before surgery" # {: a trial},
  journal = jqw, year = 2019, month = mar, volume = 12, number = {3}, pages = {345--352},
  doi = {https://doi.example/10.99999/A.1}, keywords = {music, surgery; fear}, language = {english},
  abstract = {Music   calms
    adults \\& children.},
}`)
		);
		expect(found?.record).toMatchObject({
			titles: ['Music before surgery: a trial'],
			authors: ['Müller, Jérôme', 'Kelwick, A. B.', 'van der Holt, Piet', 'Lantern Study Group'],
			journal: 'Journal of Quiet Wards',
			year: 2019,
			identifiers: ['10.99999/a.1'],
			keywords: ['music', 'surgery', 'fear'],
			abstract: 'Music calms adults & children.',
			languages: ['english'],
			types: ['article']
		});
		expect(found?.kept).toEqual([
			{ name: 'month', value: '3' },
			{ name: 'volume', value: '12' },
			{ name: 'number', value: '3' },
			{ name: 'pages', value: '345-352' },
			{ name: 'key', value: 'kelwick2019' }
		]);
	});
	it('is read alike in pieces of any size', () => {
		const text =
			'@comment{no}\n@book(a, title = {A (b) c}, journaltitle = {J}, date = {2017-03-02})\r\ntext between\n@misc{b, title={B}}';
		const whole = bibtex(text, text.length);
		expect(references(whole).map(({ record }) => [record.titles[0], record.year])).toEqual([
			['A (b) c', 2017],
			['B', null]
		]);
		for (const size of [1, 2, 5, 31]) expect(bibtex(text, size)).toEqual(whole);
	});
	it('goes on behind an entry that is broken, and says where it is', () => {
		const found = bibtex(
			'@article{a, title = {A}}\n\n@article{b, title = {never closed,\n year = 2000\n\n@article{c, title = {C}}\n@article{d, title {D}}\n'
		);
		expect(references(found).map(({ record }) => record.titles[0])).toEqual(['A', 'C']);
		expect(unreadable(found).map(({ line, reason }) => [line, reason.slice(0, 20)])).toEqual([
			[3, 'Its last bracket is '],
			[7, 'One of its fields ha']
		]);
	});
	it('comes back as it was written', () => {
		const text = fc
			.stringMatching(/^[A-Za-zÀ-ž0-9 &%$#_{}~^\\,;:.()'-]{1,40}$/)
			.map((one) => one.replaceAll(/\s+/g, ' ').trim());
		fc.assert(
			fc.property(
				text.filter((one) => /\p{L}/u.test(one)),
				text,
				(title, abstract) => {
					const reference: ImportedReference = {
						record: {
							...blankRecord('own 1'),
							source: 'Skerry',
							titles: [title],
							abstract,
							authors: ['Kelwick, A. B.', 'Lantern Study Group'],
							year: 2019,
							journal: 'Quiet & Calm',
							types: ['article']
						},
						kept: [{ name: 'key', value: 'k1' }]
					};
					const [back] = references(bibtex(toBibtex(reference, 1), 1_000));
					// TeX knows no two hyphens and no quotation marks as they stand.
					const like = (one: string) => one.replaceAll(/[-–—]+/g, '-').replaceAll(/['’‘”“]+/g, "'");
					expect(like(back?.record.titles[0] ?? '')).toBe(like(title));
					expect(like(back?.record.abstract ?? '')).toBe(like(abstract));
					expect(back?.record).toMatchObject({
						authors: reference.record.authors,
						year: 2019,
						journal: 'Quiet & Calm'
					});
				}
			),
			{ numRuns: 150, seed: 20261201 }
		);
	});
	it('writes fields of other formats under their own names there', () => {
		const text = toBibtex(
			{
				record: { ...blankRecord('x y'), titles: ['A'], types: ['JOUR'] },
				kept: [
					{ name: 'VL', value: '12' },
					{ name: 'SP', value: '3' },
					{ name: 'EP', value: '9' }
				]
			},
			4
		);
		expect(text).toBe('@article{xy-4,\n  title = {A},\n  pages = {3--9},\n  volume = {12}\n}\n\n');
	});
});

describe('the XML of libraries', () => {
	it('MARCXML: title without the card’s punctuation, authors, subjects, host and year', () => {
		const [found] = references(
			xml(
				'marcxml',
				`<?xml version="1.0"?><collection xmlns="http://www.loc.gov/MARC21/slim"><record><leader>00000nab a2200000 a 4500</leader>
<controlfield tag="001">SK77</controlfield><controlfield tag="008">190301s2019    xx            000 0 eng d</controlfield>
<datafield tag="024" ind1="7" ind2=" "><subfield code="a">10.99999/A.1</subfield><subfield code="2">doi</subfield></datafield>
<datafield tag="245" ind1="1" ind2="0"><subfield code="a">Music before surgery :</subfield><subfield code="b">a trial /</subfield><subfield code="c">A. Kelwick.</subfield></datafield>
<datafield tag="100" ind1="1" ind2=" "><subfield code="a">Kelwick, Anna,</subfield></datafield><datafield tag="700" ind1="1" ind2=" "><subfield code="a">Ulmadin, C.</subfield></datafield>
<datafield tag="520" ind1=" " ind2=" "><subfield code="a">Music calms &amp; helps.</subfield></datafield>
<datafield tag="650" ind1=" " ind2="0"><subfield code="a">Music</subfield><subfield code="x">therapeutic use.</subfield></datafield>
<datafield tag="773" ind1="0" ind2=" "><subfield code="t">Journal of Quiet Wards.</subfield><subfield code="g">12(3), 345-352</subfield></datafield>
<datafield tag="500" ind1=" " ind2=" "><subfield code="a">A note.</subfield></datafield></record></collection>`
			)
		);
		expect(found?.record).toMatchObject({
			id: 'SK77',
			identifiers: ['10.99999/a.1', 'SK77'],
			titles: ['Music before surgery: a trial'],
			authors: ['Kelwick, Anna', 'Ulmadin, C.'],
			abstract: 'Music calms & helps.',
			keywords: ['Music / therapeutic use'],
			journal: 'Journal of Quiet Wards',
			year: 2019,
			languages: ['eng']
		});
		expect(found?.kept).toEqual([
			{ name: 'host', value: '12(3), 345-352' },
			{ name: '024', value: '10.99999/A.1 doi' },
			{ name: '500', value: 'A note.' }
		]);
	});
	it('MODS: parts of names, host, extent', () => {
		const [found] = references(
			xml(
				'mods',
				`<modsCollection xmlns="http://www.loc.gov/mods/v3"><mods><titleInfo><nonSort>The</nonSort><title>music</title><subTitle>a trial</subTitle></titleInfo>
<name type="personal"><namePart type="family">Kelwick</namePart><namePart type="given">Anna</namePart></name><name><namePart>Lantern Study Group</namePart></name>
<abstract>Calm.</abstract><subject><topic>Music</topic><topic>use</topic></subject><language><languageTerm>eng</languageTerm></language><genre>article</genre>
<relatedItem type="host"><titleInfo><title>Journal of Quiet Wards</title></titleInfo><originInfo><dateIssued>2019-03</dateIssued></originInfo>
<part><detail type="volume"><number>12</number></detail><extent unit="pages"><start>345</start><end>352</end></extent></part></relatedItem>
<identifier type="doi">10.99999/a.1</identifier><recordInfo><recordIdentifier>M1</recordIdentifier></recordInfo></mods></modsCollection>`
			)
		);
		expect(found?.record).toMatchObject({
			id: 'M1',
			titles: ['The music: a trial'],
			authors: ['Kelwick, Anna', 'Lantern Study Group'],
			journal: 'Journal of Quiet Wards',
			year: 2019,
			keywords: ['Music / use'],
			identifiers: ['10.99999/a.1', 'M1']
		});
		expect(found?.kept).toEqual([
			{ name: 'volume', value: '12' },
			{ name: 'pages', value: '345-352' }
		]);
	});
	it('Dublin Core as an SRU service hands it over', () => {
		const found = xml(
			'dublin-core',
			`<zs:searchRetrieveResponse xmlns:zs="http://docs.oasis-open.org/ns/search-ws/sruResponse"><zs:records>${[1, 2]
				.map(
					(n) =>
						`<zs:record><zs:recordData><srw_dc:dc xmlns:srw_dc="info:srw/schema/1/dc-schema" xmlns:dc="http://purl.org/dc/elements/1.1/"><dc:title>Music ${n}</dc:title><dc:creator>Kelwick, Anna</dc:creator><dc:date>2019-02-01</dc:date><dc:identifier>doi:10.99999/A.${n}</dc:identifier><dc:description>Calm</dc:description><dc:rights>free</dc:rights></srw_dc:dc></zs:recordData></zs:record>`
				)
				.join('')}</zs:records></zs:searchRetrieveResponse>`
		);
		expect(references(found).map(({ record }) => [record.titles[0], record.year, record.identifiers[0]])).toEqual([
			['Music 1', 2019, '10.99999/a.1'],
			['Music 2', 2019, '10.99999/a.2']
		]);
		expect(references(found)[0]?.kept).toEqual([{ name: 'rights', value: 'free' }]);
	});
	it('what is cut off in a record keeps all before it and says what is lost', () => {
		const one = (title: string) => `<dc><title>${title}</title></dc>`;
		const found = xml('dublin-core', `<all>${one('A')}${one('B')}<dc><title>C`);
		expect(references(found)).toHaveLength(2);
		expect(unreadable(found)).toHaveLength(1);
		expect(unreadable(found)[0]?.reason).toMatch(/What follows could not be read/);
	});
	it('entities that multiply are not expanded, and deep nesting ends the reading', () => {
		const bomb = `<!DOCTYPE x [<!ENTITY a "aaaaaaaaaa"><!ENTITY b "&a;&a;&a;&a;&a;&a;">]><all><dc><title>&b;</title></dc></all>`;
		expect(JSON.stringify(xml('dublin-core', bomb)).length).toBeLessThan(1_000);
		const found = xml('dublin-core', `<all>${'<dc>'.repeat(200)}`);
		expect(unreadable(found)[0]?.reason).toMatch(/nested/);
	});
});

describe('tables', () => {
	const TEXT =
		'Record ID,Article Title,Authors,Publication Year,Source title,DOI,Volume,Notes,Author Keywords,Index Keywords\r\n' +
		'7,"Music, before\r\nsurgery","Kelwick, A.; Ulmadin, C.",2019,Journal of Quiet Wards,https://doi.example/10.99999/A.1,12,"said ""well""",music; fear,Humans\r\n' +
		'8,,,,,,,,,\r\n' +
		'9,Light,"Anna Kelwick, Carl Ulmadin",2020,,,,,,\r\n';
	it('have their columns guessed from the header row', () => {
		const look = referenceTable(TEXT);
		expect(look?.delimiter).toBe(',');
		expect(look?.fields).toEqual([
			'number',
			'title',
			'authors',
			'year',
			'journal',
			'doi',
			'volume',
			'keep',
			'keywords',
			'keywords'
		]);
		expect(look?.samples[0]?.[1]).toBe('Music, before\r\nsurgery');
	});
	it('are read row by row; a row without a title is shown as unreadable with its line', () => {
		const found = table(TEXT);
		expect(references(found).map(({ record }) => record)).toMatchObject([
			{
				id: '7',
				titles: ['Music, before surgery'],
				authors: ['Kelwick, A.', 'Ulmadin, C.'],
				year: 2019,
				journal: 'Journal of Quiet Wards',
				identifiers: ['10.99999/a.1', '7'],
				keywords: ['music', 'fear', 'Humans']
			},
			{ id: '9', authors: ['Anna Kelwick', 'Carl Ulmadin'] }
		]);
		expect(references(found)[0]?.kept).toEqual([
			{ name: 'volume', value: '12' },
			{ name: 'Notes', value: 'said "well"' }
		]);
		expect(unreadable(found)).toMatchObject([{ line: 4, reason: 'It has neither a title nor an abstract.' }]);
	});
	it('are read as a person says, whatever their heads are', () => {
		const fields = [
			{ name: 'b', holds: 'number', split: null },
			{ name: 'a', holds: 'title', split: null },
			{ name: 'c', holds: 'keywords', split: '/' }
		] as const;
		const found = table('a\tb\tc\td\nMusic\t1\tFear / Noise, loud\tx\n', { delimiter: '\t', fields });
		expect(references(found)).toMatchObject([
			{ record: { id: '1', titles: ['Music'], keywords: ['Fear', 'Noise, loud'] }, kept: [{ name: 'd', value: 'x' }] }
		]);
	});
	it('a missing quotation mark loses one piece, with its reason', () => {
		const found = table('title,year\nMusic,2019\n"Light,2020\nno end');
		expect(references(found)).toHaveLength(1);
		expect(unreadable(found)[0]?.reason).toMatch(/quotation mark is missing/);
	});
	it('come back as they were written, and hold nothing that a spreadsheet takes for a formula', () => {
		const reference: ImportedReference = {
			record: {
				...blankRecord('7'),
				source: 'Skerry',
				titles: ['=1+1 "of", two'],
				abstract: '+cmd',
				authors: ['Kelwick, A.', '@Ulmadin, C.'],
				year: 2019
			},
			kept: [{ name: 'VL', value: '12' }]
		};
		const text = toTableHead() + toTableRow(reference);
		expect(text).toContain(`"'=1+1 ""of"", two"`);
		expect(text).not.toMatch(/(?:^|,)[=+@]/m);
		const [back] = references(table(text));
		expect(back?.record).toMatchObject({ id: '7', authors: ['Kelwick, A.', '@Ulmadin, C.'], year: 2019 });
	});
});

describe('a piece that cannot be read', () => {
	const pieceOf = (format: 'table' | 'dublin-core' | 'marcxml', text: string) => {
		const reader = readerOf(format, 'Skerry', (place) => `own ${place}`);
		const pieces = [...reader.push(text), ...reader.end()];
		return {
			raw: pieces.flatMap((piece) => (piece.kind === 'unreadable' ? [piece.raw] : [])),
			records: pieces.flatMap((piece) => (piece.kind === 'reference' ? [piece.reference.record] : []))
		};
	};
	it('is read by itself once it is repaired: a row of a table has its header row with it', () => {
		const { raw } = pieceOf('table', 'Title;Authors;Year\nLamps;Ostwick M;2011\n;Bardale C;2012\n');
		expect(raw).toEqual(['Title;Authors;Year\n;Bardale C;2012']);
		const { records } = pieceOf('table', (raw[0] ?? '').replace('\n;', '\nDusk;'));
		expect(records).toMatchObject([{ titles: ['Dusk'], authors: ['Bardale C'], year: 2012 }]);
	});
	it('is an element with all that is in it, in XML', () => {
		const { raw } = pieceOf(
			'dublin-core',
			'<r xmlns:dc="http://purl.org/dc/elements/1.1/"><dc><dc:creator>Bardale &lt;C&gt;</dc:creator></dc></r>'
		);
		const { records } = pieceOf('dublin-core', (raw[0] ?? '').replace('</dc>', '<title>Dusk</title></dc>'));
		expect(records).toMatchObject([{ titles: ['Dusk'], authors: ['Bardale <C>'] }]);
	});
	it('keeps namespaces, attributes and subfields', () => {
		const marc =
			'<collection xmlns="http://www.loc.gov/MARC21/slim"><record><datafield tag="100" ind1="1" ind2=" "><subfield code="a">Kelwick, A.</subfield></datafield></record></collection>';
		const { raw } = pieceOf('marcxml', marc);
		const title = '<datafield tag="245" ind1="0" ind2="0"><subfield code="a">Dusk</subfield></datafield></record>';
		const { records } = pieceOf('marcxml', (raw[0] ?? '').replace('</record>', title));
		expect(records).toMatchObject([{ titles: ['Dusk'], authors: ['Kelwick, A.'] }]);
	});
});

describe('every format', () => {
	it.each(['ris', 'csl-json', 'bibtex', 'marcxml', 'mods', 'dublin-core', 'table'] as const)(
		'%s survives whatever comes',
		(format) => {
			fc.assert(
				fc.property(fc.string({ maxLength: 300, unit: 'binary' }), (text) => {
					const found = pieces(readerOf(format, 'Skerry', own), text, 50);
					expect(Array.isArray(found)).toBe(true);
				}),
				{ numRuns: 60, seed: 20261201 }
			);
		}
	);
});
