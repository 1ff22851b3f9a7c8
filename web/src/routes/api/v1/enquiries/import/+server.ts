import { upgradeEnquiryFile } from '@wide-lantern/core';
import { json } from '@sveltejs/kit';
import { requireActor, addEnquiry, checkEnquiryFile } from '$lib/server/enquiries';
import { readBody } from '$lib/server/http';

export const POST = async ({ request, locals }) => {
	const { enquiry, facts } = await readBody(request, checkEnquiryFile, upgradeEnquiryFile);
	return json({ id: await addEnquiry(enquiry, requireActor(locals).id, facts) }, { status: 201 });
};
