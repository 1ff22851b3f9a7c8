import { upgradeEnquiryFile } from '@wide-lantern/core';
import { json } from '@sveltejs/kit';
import { actor } from '$lib/server/asked';
import { readBody } from '$lib/server/doors';
import { addEnquiry } from '$lib/server/enquiries';
import { checkEnquiryFile } from '$lib/server/enquiry-file';

export const POST = async ({ request, locals }) => {
	const { enquiry } = await readBody(request, checkEnquiryFile, upgradeEnquiryFile);
	return json({ id: await addEnquiry(enquiry, actor(locals).id) }, { status: 201 });
};
