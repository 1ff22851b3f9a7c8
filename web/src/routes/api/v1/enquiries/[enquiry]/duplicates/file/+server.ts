/** The works of an enquiry as a file that other programs read, or a portion of them. */
import { error } from '@sveltejs/kit';
import { exportFormat, sendReferences, worksFile } from '$lib/server/references';

const UUID = /^[0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12}$/;

export const GET = async ({ params, url }) => {
	const format = exportFormat(url);
	const [from, most] = [url.searchParams.get('from') ?? '0', url.searchParams.get('most') ?? ''];
	if (!/^\d{1,9}$/.test(from) || !/^(?:[1-9]\d{0,8})?$/.test(most))
		error(422, { message: 'A portion is two whole numbers: the place of its first work, and how many.' });
	const since = url.searchParams.get('since');
	if (since !== null && !UUID.test(since)) error(404, { message: 'There is no such file here.' });
	const file = await worksFile(params.enquiry, format, Number(from), most === '' ? Infinity : Number(most), since);
	if (!file) error(404, { message: 'Duplicates have not been looked for yet, so there are no works.' });
	if (file === 'outdated')
		error(409, {
			message:
				'Files were imported or removed since duplicates were looked for. Compare again first; nothing was saved.'
		});
	return sendReferences(file, format);
};
