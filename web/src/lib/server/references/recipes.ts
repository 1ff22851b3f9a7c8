/** Formats of references that people have taught by example: kept for everybody in the installation, changed by who taught them. */
import { recipeSchema, type Recipe } from '@wide-lantern/core';
import type { RecipeEntry } from '$lib/contract/recipes';
import { database } from '$lib/server/database';
import { compileValidator, type Actor } from '$lib/server/http';

const isRecipe = compileValidator<Recipe>(recipeSchema);

interface RecipeRow {
	readonly name: string;
	readonly data: unknown;
	readonly person_id: string | null;
	readonly person_name: string;
	readonly saved_at: Date;
}

/** @throws where it is damaged in the database */
export function recipeFrom(data: unknown): Recipe {
	if (!isRecipe(data)) throw new Error('A recipe is damaged in the database.');
	return data;
}

const entryOf = (row: RecipeRow, actor: Actor): RecipeEntry => ({
	name: row.name,
	recipe: recipeFrom(row.data),
	by: row.person_name,
	on: row.saved_at.toISOString(),
	mine: actor.administrator || row.person_id === actor.id
});

export async function listRecipes(actor: Actor): Promise<readonly RecipeEntry[]> {
	const rows = await database<RecipeRow>('recipes').orderBy('name').select();
	return rows.map((row) => entryOf(row, actor));
}

/** @returns null where there is none of that name */
export async function recipeOf(name: string): Promise<Recipe | null> {
	const row = await database<RecipeRow>('recipes').where({ name }).first();
	return row ? recipeFrom(row.data) : null;
}

/** Whether somebody may change or remove a recipe: who taught it, and administrators. One that is not there yet is anybody's. */
export async function mayChangeRecipe(name: string, actor: Actor): Promise<boolean> {
	if (actor.administrator) return true;
	const row = await database<RecipeRow>('recipes').where({ name }).first('person_id');
	return row === undefined || row.person_id === actor.id;
}

/** Keeps it under a name, in place of an earlier one of this person's. False where somebody else has taught one of that name meanwhile. */
export async function saveRecipe(name: string, recipe: Recipe, actor: Actor): Promise<boolean> {
	const saved = await database('recipes')
		.insert({
			name,
			data: JSON.stringify(recipe),
			person_id: actor.id,
			person_name: actor.name,
			saved_at: new Date()
		})
		.onConflict('name')
		.merge(['data', 'saved_at'])
		.modify((query) => {
			if (!actor.administrator) void query.where('recipes.person_id', actor.id);
		})
		.returning('name');
	return saved.length > 0;
}

/** Files that were read by it stay as they are. False where there was none. */
export async function removeRecipe(name: string): Promise<boolean> {
	return (await database('recipes').where({ name }).delete()) > 0;
}
