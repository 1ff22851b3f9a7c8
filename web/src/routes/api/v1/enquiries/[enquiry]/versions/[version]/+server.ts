/** One version: as it stood, or beside another (`?with=` its id, or `now`), in lines or, with `records=gained` or `lost`, as records. */
import { error, json } from '@sveltejs/kit';
import { requireActor, requireEnquiry, isDocument, openVersion } from '$lib/server/enquiries';
import { compareVersions, recordsBetween, evaluateEnquiry } from '$lib/server/evaluation';

export const GET = async ({ params, url, locals }) => {
	const version = await openVersion(params.enquiry, params.version, isDocument);
	if (!version) error(404, { message: 'There is no such version of this enquiry.' });
	if (!url.searchParams.has('with')) return json({ revision: version.revision, document: version.document });
	const other = url.searchParams.get('with') ?? '';
	const current = await requireEnquiry(params.enquiry);
	const after = other === 'now' ? current : await openVersion(params.enquiry, other, isDocument);
	if (!after) error(404, { message: 'There is no such version of this enquiry.' });
	const evaluated = await evaluateEnquiry(current, { owner: requireActor(locals).id, batch: true });
	const side = url.searchParams.get('records');
	if (side === null) return json(await compareVersions(evaluated, version, after));
	const from = Number(url.searchParams.get('from') ?? 0);
	if ((side !== 'gained' && side !== 'lost') || !Number.isSafeInteger(from) || from < 0)
		error(422, { message: 'records must be gained or lost, from a whole number.' });
	const page = await (side === 'gained'
		? recordsBetween(evaluated, after, version, from)
		: recordsBetween(evaluated, version, after, from));
	if (!page) error(404, { message: 'Nothing is counted in this version.' });
	return json(page);
};
