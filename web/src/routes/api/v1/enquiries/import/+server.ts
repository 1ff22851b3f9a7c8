import { upgradeEnquiryFile } from '@wide-lantern/core';
import { requireActor, addEnquiry } from '$lib/server/enquiries';
import { readBody, reply } from '$lib/server/http';

export const POST = async ({ request, locals }) => {
	const { enquiry, facts } = await readBody(request, 'POST /api/v1/enquiries/import', upgradeEnquiryFile);
	return reply('POST /api/v1/enquiries/import', 201, { id: await addEnquiry(enquiry, requireActor(locals).id, facts) });
};
