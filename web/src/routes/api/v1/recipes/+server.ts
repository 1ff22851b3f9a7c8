/** Formats of references that people have taught by example. */
import { requireActor } from '$lib/server/enquiries';
import { reply } from '$lib/server/http';
import { listRecipes } from '$lib/server/references';

export const GET = async ({ locals }) =>
	reply('GET /api/v1/recipes', 200, { recipes: await listRecipes(requireActor(locals)) });
