/** A format of references that somebody has taught: saved, or removed. */
import { error } from '@sveltejs/kit';
import { RECIPE_NAME_CEILING } from '@wide-lantern/core';
import { requireActor } from '$lib/server/enquiries';
import { readBody, reply } from '$lib/server/http';
import { listRecipes, mayChangeRecipe, removeRecipe, saveRecipe } from '$lib/server/references';

const NOT_YOURS = 'Another person taught a format of this name; choose another name. Nothing was changed.';

export const PUT = async ({ params, request, locals }) => {
	const actor = requireActor(locals);
	const name = params.recipe.trim();
	if (name === '' || name.length > RECIPE_NAME_CEILING)
		error(422, { message: `The name of a format has 1 to ${RECIPE_NAME_CEILING} characters. Nothing was saved.` });
	const recipe = await readBody(request, 'PUT /api/v1/recipes/[recipe]');
	if (!recipe.fields.some(({ holds }) => holds === 'title' || holds === 'abstract'))
		error(422, { message: 'Say which field holds the title, or the abstract. Nothing was saved.' });
	if (!(await saveRecipe(name, recipe, actor))) error(403, { message: NOT_YOURS });
	return reply('PUT /api/v1/recipes/[recipe]', 200, { recipes: await listRecipes(actor) });
};

export const DELETE = async ({ params, locals }) => {
	const actor = requireActor(locals);
	if (!(await mayChangeRecipe(params.recipe, actor))) error(403, { message: NOT_YOURS });
	if (!(await removeRecipe(params.recipe))) error(404, { message: 'There is no format of this name.' });
	return reply('DELETE /api/v1/recipes/[recipe]', 200, { recipes: await listRecipes(actor) });
};
