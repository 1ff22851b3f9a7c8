/** What a chosen file of references is, before it is sent: a format that is built in, one that was taught, or one that is new. */
import type { ReferenceFormat } from '@wide-lantern/core/references';
import type { RecipeEntry } from '$lib/contract/recipes';

export type FileFormat =
	| { readonly kind: 'known'; readonly format: ReferenceFormat }
	| { readonly kind: 'recipe'; readonly name: string }
	/** Text in a format that nobody has taught yet. */
	| { readonly kind: 'unknown' }
	/** No text at all. */
	| { readonly kind: 'binary' };

export const FORMAT_NAMES: Readonly<Record<ReferenceFormat, string>> = {
	ris: 'RIS',
	'csl-json': 'CSL-JSON',
	'records-json': 'Wide Lantern JSON',
	bibtex: 'BibTeX',
	marcxml: 'MARCXML',
	mods: 'MODS',
	'dublin-core': 'Dublin Core',
	table: 'Table'
};

/** Bytes of a file by which it is recognised. */
const BEGINNING = 1_500_000;
/** Characters that a taught format is tried on. */
const TRIED = 100_000;
/** Share of the records that a taught format must read, to be taken for that of a file. */
const FITS = 0.8;

/** The beginning of a file as text, in whatever encoding it is; null where it is no text. */
export async function beginningOf(file: Blob): Promise<string | null> {
	const { decoderOf, encodingOf } = await import('@wide-lantern/core/references');
	const bytes = new Uint8Array(await file.slice(0, BEGINNING).arrayBuffer());
	const encoding = encodingOf(bytes);
	if (encoding === null) return null;
	if (encoding !== 'utf-8') return decoderOf(encoding)(bytes);
	try {
		return new TextDecoder('utf-8', { fatal: true }).decode(bytes, { stream: true });
	} catch {
		return decoderOf('windows-1252')(bytes);
	}
}

/** A format that was taught goes before the built-in guess of a table, which it was taught to correct. */
export async function recogniseText(beginning: string | null, recipes: readonly RecipeEntry[]): Promise<FileFormat> {
	if (beginning === null) return { kind: 'binary' };
	const { formatOf, recipeFit } = await import('@wide-lantern/core/references');
	const format = formatOf(beginning);
	if (format !== null && format !== 'table') return { kind: 'known', format };
	const fitting = recipes
		.filter(({ recipe }) => format === null || recipe.kind === 'table')
		.map(({ name, recipe }) => ({ name, fit: recipeFit(recipe, beginning.slice(0, TRIED)) }))
		.filter(({ fit }) => fit >= FITS)
		.sort((a, b) => b.fit - a.fit);
	if (fitting[0]) return { kind: 'recipe', name: fitting[0].name };
	return format === null ? { kind: 'unknown' } : { kind: 'known', format };
}
