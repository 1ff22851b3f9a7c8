/** The dossier: document model, building it, writing it as OOXML and Markdown. */
export { countMissing, type Block, type Column, type DossierDocument } from './document.ts';
export {
	buildDossier,
	countCell,
	printedText,
	STATE_WORDS,
	type CountedLine,
	type DossierInput,
	type NamedRendering
} from './build.ts';
export { escapeMarkdown, toMarkdown } from './markdown.ts';
