/** Records of the collection that counts are taken from, as a file: those of a line, or those that were judged. */
import { error } from '@sveltejs/kit';
import { requireActor, requireEnquiry } from '$lib/server/enquiries';
import { evaluateEnquiry, numbersOfLine } from '$lib/server/evaluation';
import { chosenRecords, exportFormat, sendReferences } from '$lib/server/references';
import { JUDGED_SETS } from '$lib/contract/records';

export const GET = async ({ params, url, locals }) => {
	const format = exportFormat(url);
	const evaluated = await evaluateEnquiry(await requireEnquiry(params.enquiry), { owner: requireActor(locals).id });
	if (!evaluated.collection)
		error(404, { message: 'No collection is chosen, or it is still being indexed, so there are no records to save.' });
	const judged = JUDGED_SETS.find((one) => one === url.searchParams.get('judged'));
	const line = url.searchParams.get('line') ?? '';
	const numbers = judged
		? evaluated.marks[judged === 'known' ? 'benchmark' : judged]
		: await numbersOfLine(evaluated, {
				line,
				minus: url.searchParams.get('minus'),
				aloneIn: url.searchParams.get('alone')
			});
	if (!numbers)
		error(404, { message: 'This line has no records to save: it is empty, switched off, invalid or deleted.' });
	const { number, text } = evaluated.lines.find((one) => one.id === line) ?? {};
	const name = judged
		? `${judged} records`
		: `line ${number ?? ''}${url.searchParams.has('minus') ? ' without another' : ''}`;
	const how = judged
		? ''
		: `Retrieved by line ${number ?? ''} (${(text ?? '').slice(0, 200)}) in ${evaluated.collection.name}, taken on ${evaluated.collection.takenOn}`;
	const { id, collection } = { id: params.enquiry, collection: evaluated.collection.id };
	return sendReferences(await chosenRecords(id, name, collection, numbers, format, how), format);
};
