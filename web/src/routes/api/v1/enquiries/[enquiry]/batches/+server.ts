/** Imported files of references: list them, import another. */
import { error } from '@sveltejs/kit';
import { BATCH_PURPOSES, type BatchPurpose } from '$lib/contract/references';
import { requireActor } from '$lib/server/enquiries';
import { reply } from '$lib/server/http';
import { beginImport, listBatches, recipeOf } from '$lib/server/references';

export const GET = async ({ params }) =>
	reply('GET /api/v1/enquiries/[enquiry]/batches', 200, await listBatches(params.enquiry));

const isPurpose = (text: string): text is BatchPurpose => (BATCH_PURPOSES as readonly string[]).includes(text);

export const POST = async ({ params, request, url, locals }) => {
	const given = (name: string) => (url.searchParams.get(name) ?? '').trim();
	const [fileName, source, purpose, stated] = [given('name'), given('source'), given('purpose'), given('stated')];
	if (source === '' || source.length > 300)
		error(422, { message: 'Say which source the file comes from, in at most 300 characters. Nothing was imported.' });
	if (!isPurpose(purpose))
		error(422, { message: `The purpose is one of ${BATCH_PURPOSES.join(', ')}. Nothing was imported.` });
	if (!/^\d{0,8}$/.test(stated))
		error(422, { message: 'The number of records that the source stated is a whole number. Nothing was imported.' });
	const name = given('recipe');
	const recipe = name === '' ? null : await recipeOf(name);
	if (name !== '' && !recipe)
		error(422, {
			message: `There is no format “${name.slice(0, 80)}” any more. Teach it again. Nothing was imported.`
		});
	if (!request.body) error(400, { message: 'There is no file in this request, or it is empty. Nothing was imported.' });
	const begun = await beginImport(
		params.enquiry,
		{
			fileName: fileName.slice(0, 200) || 'references',
			source,
			platform: given('platform').slice(0, 300),
			recipe: recipe && { name, recipe },
			purpose,
			stated: stated === '' ? null : Number(stated),
			vocabulary: given('vocabulary').slice(0, 60) || null,
			again: given('again') === 'true'
		},
		request.body,
		requireActor(locals)
	);
	if (!begun.ok) error(begun.status, { message: begun.message });
	return reply('POST /api/v1/enquiries/[enquiry]/batches', 202, begun.job);
};
