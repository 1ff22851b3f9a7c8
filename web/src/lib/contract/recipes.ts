/** Formats of references that people have taught by example. */
import type { Recipe } from '@wide-lantern/core';

export interface RecipeEntry {
	readonly name: string;
	readonly recipe: Recipe;
	/** Name of who taught it. */
	readonly by: string;
	/** ISO time. */
	readonly on: string;
	/** True where the person who asks may change and remove it. */
	readonly mine: boolean;
}

export interface RecipesApi {
	/** Formats of references that people have taught by example (recipe.json), by name. */
	'GET /api/v1/recipes': { answers: { 200: { readonly recipes: readonly RecipeEntry[] } } };
	/** Save a format under a name; an earlier one is replaced only by who taught it, or an administrator. */
	'PUT /api/v1/recipes/[recipe]': { body: Recipe; answers: { 200: { readonly recipes: readonly RecipeEntry[] } } };
	/** Remove a format. Files that were read by it stay as they are. */
	'DELETE /api/v1/recipes/[recipe]': { answers: { 200: { readonly recipes: readonly RecipeEntry[] } } };
}
