/** Teaching a format by its example: the shape of a file is found, a person says what its fields hold and sees the first records, and saves it. */
import type { ChosenShape, FieldMeaning, FieldSample, FileShape, Recipe } from '@wide-lantern/core/references';
import { callServer } from '$lib/contract/call-server';
import type { RecipeEntry } from '$lib/contract/recipes';

/** Records that are shown as they would be imported. */
const SHOWN = 3;

/** A record as it would be imported. */
export interface PreviewRecord {
	readonly title: string;
	readonly authors: string;
	readonly journal: string;
	readonly year: string;
	readonly identifiers: string;
	readonly keywords: readonly string[];
	readonly abstract: string;
	readonly kept: readonly { readonly name: string; readonly value: string }[];
	/** Why it could not be read; empty where it could. */
	readonly fault: string;
}

const SEPARATOR_NAMES: Readonly<Record<string, string>> = {
	'-': 'a hyphen',
	':': 'a colon',
	'=': 'an equals sign',
	'|': 'a bar',
	'>': 'an arrow >',
	'\t': 'a tab',
	' ': 'a blank',
	';': 'a semicolon',
	',': 'a comma',
	'/': 'a slash'
};
export const separatorName = (separator: string): string => SEPARATOR_NAMES[separator] ?? separator;

export class FormatTeaching {
	shape = $state.raw<FileShape | null>(null);
	recipe = $state.raw<Recipe | null>(null);
	preview = $state.raw<readonly PreviewRecord[]>([]);
	/** Under which it is saved. */
	name = $state('');
	fault = $state('');
	isSaving = $state(false);
	/** True once the shape has been looked for. */
	isReady = $state(false);

	/** @param beginning of the file @param saved is called with the name of the format and all that are known then */
	constructor(
		readonly fileName: string,
		private readonly beginning: string,
		private readonly saved: (name: string, all: readonly RecipeEntry[]) => void
	) {}

	/** @param known a format that was taught before, to be changed */
	async start(known: RecipeEntry | null = null): Promise<void> {
		if (known) {
			this.name = known.name;
			await this.look(chosenOf(known.recipe));
			if (this.recipe) await this.change(withMeaningsOf(this.recipe, known.recipe));
		} else await this.look(null);
	}

	/** Looks for the shape anew, with what a person has chosen; what they said of fields of the same name stays. */
	async look(chosen: ChosenShape | null): Promise<void> {
		const { shapeOfFile } = await import('@wide-lantern/core/references');
		const shape = shapeOfFile(this.beginning, chosen);
		this.isReady = true;
		if (!shape) {
			this.fault =
				chosen === null
					? 'Nothing in this file repeats like records do: it is neither text with a tag at the start of its lines, nor XML, nor a table with a header row.'
					: 'No records are found that way. What was found before is shown.';
			return;
		}
		this.fault = '';
		const before = this.recipe?.kind === shape.recipe.kind ? this.recipe : null;
		this.shape = shape;
		await this.change(before ? withMeaningsOf(shape.recipe, before) : shape.recipe);
	}

	get canSave(): boolean {
		return this.name.trim() !== '' && !this.isSaving && this.hasTitle;
	}
	get hasTitle(): boolean {
		return this.recipe?.fields.some(({ holds }) => holds === 'title' || holds === 'abstract') ?? false;
	}
	/** Samples and counts of a field. */
	sampleOf(name: string): FieldSample | null {
		return this.shape?.fields.find((one) => one.name === name) ?? null;
	}

	holds(name: string, holds: FieldMeaning): Promise<void> {
		return this.field(name, { holds });
	}
	/** @param split empty where one text is one value, null where it is as it looks */
	splits(name: string, split: string | null): Promise<void> {
		return this.field(name, { split });
	}
	private async field(name: string, to: Partial<Recipe['fields'][number]>): Promise<void> {
		if (!this.recipe) return;
		const fields = this.recipe.fields.map((one) => (one.name === name ? { ...one, ...to } : one));
		await this.change({ ...this.recipe, fields });
	}

	private async change(recipe: Recipe): Promise<void> {
		this.recipe = recipe;
		const { previewOf } = await import('@wide-lantern/core/references');
		if (this.recipe !== recipe) return;
		this.preview = previewOf(recipe, this.beginning, SHOWN).map((piece): PreviewRecord => {
			if (piece.kind === 'unreadable')
				return {
					...{ title: piece.raw.slice(0, 120), authors: '', journal: '', year: '', identifiers: '' },
					...{ keywords: [], abstract: '', kept: [], fault: piece.reason }
				};
			const { record, kept } = piece.reference;
			return {
				title: record.titles.join(' / '),
				authors: record.authors.join('; '),
				journal: record.journal,
				year: record.year === null ? '' : String(record.year),
				identifiers: record.identifiers.join(', '),
				keywords: record.keywords,
				abstract: record.abstract,
				kept,
				fault: ''
			};
		});
	}

	async save(): Promise<void> {
		if (!this.recipe || !this.canSave) return;
		this.isSaving = true;
		const name = this.name.trim();
		const answer = await callServer('PUT /api/v1/recipes/[recipe]', { path: { recipe: name }, body: this.recipe });
		this.isSaving = false;
		this.fault = answer.ok ? '' : answer.fault;
		if (answer.ok) this.saved(name, answer.value.recipes);
	}
}

function chosenOf(recipe: Recipe): ChosenShape {
	switch (recipe.kind) {
		case 'tagged':
			return { kind: 'tagged', separator: recipe.separator, record: recipe.record };
		case 'xml':
			return { kind: 'xml', element: recipe.element };
		case 'table':
			return { kind: 'table', delimiter: recipe.delimiter };
	}
}

/** A recipe with what another says of fields of the same name. */
function withMeaningsOf(recipe: Recipe, other: Recipe): Recipe {
	const said = new Map(other.fields.map((one) => [one.name, one]));
	return { ...recipe, fields: recipe.fields.map((one) => said.get(one.name) ?? one) };
}
