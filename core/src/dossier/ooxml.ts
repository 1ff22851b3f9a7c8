/**
 * The document as OOXML (ECMA-376): real heading styles, tables with header rows that repeat,
 * captions, and the language set, so that a screen reader can walk it.
 */
import {
	AlignmentType,
	Document,
	HeadingLevel,
	LevelFormat,
	Packer,
	Paragraph,
	ShadingType,
	Table,
	TableCell,
	TableRow,
	TextRun,
	WidthType
} from 'docx';
import type { Block, Column, DossierDocument } from './document.ts';

const LEVELS = { 1: HeadingLevel.HEADING_1, 2: HeadingLevel.HEADING_2, 3: HeadingLevel.HEADING_3 } as const;
const TEXT_FACE = 'Atkinson Hyperlegible Next';
const LINE_FACE = 'Atkinson Hyperlegible Mono';
/** Width between the margins of an A4 page, in twentieths of a point. */
const PAGE_WIDTH = 9_026;

/** XML 1.0 has no place for most control characters. */
const printable = (text: string) => text.replace(/[\u0000-\u0008\u000B\u000C\u000E-\u001F\uFFFE\uFFFF]/g, '');

const run = (text: string, options: { bold?: boolean; italics?: boolean; font?: string; size?: number } = {}) =>
	new TextRun({ text: printable(text), ...options });

function block(one: Block): (Paragraph | Table)[] {
	switch (one.kind) {
		case 'heading':
			return [new Paragraph({ heading: LEVELS[one.level], children: [run(one.text)] })];
		case 'paragraph':
			return one.text.split(/\n+/).map((text) => new Paragraph({ spacing: { after: 120 }, children: [run(text)] }));
		case 'missing':
			return [new Paragraph({ spacing: { after: 120 }, children: [run(one.text, { bold: true })] })];
		case 'list':
			return one.items.map(
				(item) => new Paragraph({ numbering: { reference: 'points', level: 0 }, children: [run(item)] })
			);
		case 'verbatim':
			return one.text
				.split('\n')
				.map((text) => new Paragraph({ children: [run(text, { font: LINE_FACE, size: 19 })] }));
		case 'table':
			return [
				new Paragraph({
					style: 'Caption',
					keepNext: true,
					spacing: { before: 160, after: 60 },
					children: [run(one.caption, { italics: true })]
				}),
				table(one.columns, one.rows),
				new Paragraph({ children: [] })
			];
	}
}

function table(columns: readonly Column[], rows: readonly (readonly string[])[]): Table {
	const whole = columns.reduce((sum, column) => sum + column.width, 0);
	const widths = columns.map((column) => Math.floor((PAGE_WIDTH * column.width) / whole));
	const cell = (text: string, at: number, header: boolean) =>
		new TableCell({
			width: { size: widths[at] ?? 0, type: WidthType.DXA },
			margins: { top: 40, bottom: 40, left: 80, right: 80 },
			...(header ? { shading: { type: ShadingType.CLEAR, fill: 'E8E6DF', color: 'auto' } } : {}),
			children: [
				new Paragraph({
					alignment: columns[at]?.number ? AlignmentType.RIGHT : AlignmentType.LEFT,
					children: [
						run(text, { bold: header, ...(columns[at]?.code && !header ? { font: LINE_FACE, size: 18 } : {}) })
					]
				})
			]
		});
	return new Table({
		width: { size: PAGE_WIDTH, type: WidthType.DXA },
		columnWidths: widths,
		rows: [
			new TableRow({
				tableHeader: true,
				cantSplit: true,
				children: columns.map((column, at) => cell(column.title, at, true))
			}),
			...rows.map(
				(cells) => new TableRow({ cantSplit: true, children: columns.map((_, at) => cell(cells[at] ?? '', at, false)) })
			)
		]
	});
}

/** The bytes of a .docx file. */
export async function toOoxml(document: DossierDocument): Promise<Uint8Array> {
	const file = new Document({
		title: printable(document.title),
		creator: 'Wide Lantern',
		description: `Search documentation of ${document.date}`,
		styles: { default: { document: { run: { font: TEXT_FACE, size: 21, language: { value: 'en-GB' } } } } },
		numbering: {
			config: [
				{
					reference: 'points',
					levels: [
						{
							level: 0,
							format: LevelFormat.BULLET,
							text: '•',
							alignment: AlignmentType.LEFT,
							style: { paragraph: { indent: { left: 360, hanging: 240 } } }
						}
					]
				}
			]
		},
		sections: [{ children: document.blocks.flatMap(block) }]
	});
	return new Uint8Array(await Packer.toArrayBuffer(file));
}
