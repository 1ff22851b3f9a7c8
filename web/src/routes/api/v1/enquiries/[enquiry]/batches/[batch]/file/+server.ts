/** The records of a batch as a file that other programs read. */
import { error } from '@sveltejs/kit';
import { batchFile, exportFormat, sendReferences } from '$lib/server/references';

export const GET = async ({ params, url }) => {
	const format = exportFormat(url);
	const file = await batchFile(params.enquiry, params.batch, format);
	if (!file) error(404, { message: 'This file has been removed.' });
	return sendReferences(file, format);
};
