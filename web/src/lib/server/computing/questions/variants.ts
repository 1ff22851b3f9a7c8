/** The words of a collection that a pattern matches. */
import { variantsOf, type IndexedField, type Variant } from '@wide-lantern/core/computing';
import { question } from './question.ts';
import { fields, ofCollection, text, whole, type OfCollection } from './shapes.ts';

interface VariantsAsked extends OfCollection {
	readonly pattern: string;
	readonly most: number;
	readonly fields: readonly IndexedField[];
}
interface Variants {
	readonly words: number;
	readonly variants: readonly Variant[];
}

export const variants = question<VariantsAsked, Variants>(
	{ ...ofCollection, pattern: text, most: whole, fields },
	(asked, { state }) => variantsOf(state.held(asked.collection).index, asked.pattern, asked.most, asked.fields)
);
