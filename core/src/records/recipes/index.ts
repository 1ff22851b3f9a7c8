/** Formats of references that are taught by example. */
import { tableReader } from '../formats/table.ts';
import type { ReadPiece, ReferenceReader } from '../formats/reference.ts';
import type { Recipe } from './recipe.ts';
import { repeatingXmlReader } from './repeating-xml.ts';
import { taggedReader } from './tagged-text.ts';

export {
	recipeSchema,
	RECIPE_NAME_CEILING,
	TABLE_DELIMITERS,
	TAG_SEPARATORS,
	type Recipe,
	type RecipeField
} from './recipe.ts';
export { shapeOfFile, SHAPE_CHARACTERS, type ChosenShape, type FileShape } from './shape.ts';
export type { FieldSample } from './guess.ts';

/** @param idOf number of a reference that has none itself, from its place among those read, from 1 */
export function recipeReader(recipe: Recipe, source: string, idOf: (place: number) => string): ReferenceReader {
	switch (recipe.kind) {
		case 'tagged':
			return taggedReader(recipe, source, idOf);
		case 'xml':
			return repeatingXmlReader(recipe, source, idOf);
		case 'table':
			return tableReader(source, idOf, recipe);
	}
}

/** The first pieces of a file as they would be imported. @param beginning of the file */
export function previewOf(recipe: Recipe, beginning: string, most = 5): ReadPiece[] {
	const reader = recipeReader(recipe, '?', (place) => String(place));
	return reader.push(beginning).slice(0, most);
}

/** How well a recipe reads a file: the share of its records that have a title, and year or authors too. @param beginning of the file */
export function recipeFit(recipe: Recipe, beginning: string): number {
	const reader = recipeReader(recipe, '?', (place) => String(place));
	const pieces = [...reader.push(beginning)];
	// A short file may hold nothing but what its end completes; of a long one the last record is cut.
	if (pieces.length === 0 && recipe.kind !== 'xml') pieces.push(...reader.end());
	const whole = pieces.filter(
		(one) =>
			one.kind === 'reference' &&
			one.reference.record.titles.length > 0 &&
			(one.reference.record.year !== null || one.reference.record.authors.length > 0)
	);
	return pieces.length === 0 ? 0 : whole.length / pieces.length;
}
