/** The document that is handed over, free of any file format: blocks that renderers write out. */

export type Block =
	| { readonly kind: 'heading'; readonly level: 1 | 2 | 3; readonly text: string }
	| { readonly kind: 'paragraph'; readonly text: string }
	| { readonly kind: 'missing'; readonly text: string }
	| { readonly kind: 'list'; readonly items: readonly string[] }
	| {
			readonly kind: 'table';
			readonly caption: string;
			readonly columns: readonly Column[];
			readonly rows: readonly (readonly string[])[];
	  }
	| { readonly kind: 'verbatim'; readonly text: string };

export interface Column {
	readonly title: string;
	/** Share of the width; the shares of a table are added up. */
	readonly width: number;
	/** Text of a search line, in the line face. */
	readonly code?: boolean;
	/** Numbers, to the right. */
	readonly number?: boolean;
}

export interface DossierDocument {
	readonly title: string;
	/** ISO date on which it was made. */
	readonly date: string;
	readonly blocks: readonly Block[];
}

/** 12 345 with thin separators. */
export const count = (value: number): string => value.toLocaleString('en').replaceAll(',', '\u202F');

/** How many things are marked as missing, in blocks of their own, in sentences and in cells. */
export function countMissing(blocks: readonly Block[]): number {
	const texts = blocks.flatMap((block): readonly string[] => {
		if (block.kind === 'list') return block.items;
		return block.kind === 'table' ? block.rows.flat() : [block.text];
	});
	return texts.reduce((sum, text) => sum + (text.match(/(?:^|[.:] )Missing: /g)?.length ?? 0), 0);
}
