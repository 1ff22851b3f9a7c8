/** Reads XML in which one element repeats, as a recipe says. */
import { referenceOfFields } from '../formats/fields.ts';
import { elementText, pathValues, RepeatingElements, type FoundElement } from '../../xml/index.ts';
import { RAW_CEILING, type ReadPiece, type ReferenceReader } from '../formats/reference.ts';
import type { XmlRecipe } from './recipe.ts';

/** @param source name of the source that the file comes from @param idOf number of a reference that has none itself, from its place among those read, from 1 */
export function repeatingXmlReader(
	recipe: XmlRecipe,
	source: string,
	idOf: (place: number) => string
): ReferenceReader {
	const xml = new RepeatingElements(({ name }) => name === recipe.element);
	const marks = new Set(recipe.marks);
	const listed = new Map(recipe.fields.map((one) => [one.name, one]));
	let place = 0;
	let saidFault = false;
	const read = (found: readonly FoundElement[]): ReadPiece[] => {
		const pieces = found.map(({ element, line }): ReadPiece => {
			const texts = new Map<string, string[]>();
			for (const { path, value } of pathValues(element, marks)) {
				const held = texts.get(path);
				if (held) held.push(value);
				else texts.set(path, [value]);
			}
			const fields = [...texts].map(([name, values]) => {
				const { holds, split } = listed.get(name) ?? ({ holds: 'keep', split: '' } as const);
				return { name, holds, split, texts: values };
			});
			const reference = referenceOfFields(fields, source, idOf(place + 1));
			if (!reference)
				return {
					kind: 'unreadable',
					line,
					reason: 'It has neither a title nor an abstract.',
					raw: elementText(element).slice(0, RAW_CEILING)
				};
			place++;
			return { kind: 'reference', reference };
		});
		if (xml.fault === null || saidFault) return pieces;
		saidFault = true;
		const { line, reason } = xml.fault;
		return [...pieces, { kind: 'unreadable', line, reason: `${reason} What follows could not be read.`, raw: '' }];
	};
	return { push: (text) => read(xml.push(text)), end: () => read(xml.end()) };
}
