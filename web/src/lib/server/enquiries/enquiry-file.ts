/** The file of one enquiry, as it is written and as it is read. */
import { enquiryFileSchema, type EnquiryFile } from '@wide-lantern/core';
import { compileValidator } from '$lib/server/http';
import { exportJudgements } from '$lib/server/judgements';
import { exportRuns } from '$lib/server/runs';
import type { OpenEnquiry } from './open-enquiries';

export const checkEnquiryFile = compileValidator<EnquiryFile>(enquiryFileSchema);

export async function toFile({ id, document, revision }: OpenEnquiry): Promise<EnquiryFile> {
	const [judgements, runs] = await Promise.all([exportJudgements(id), exportRuns(id)]);
	return {
		format: 'wide-lantern-enquiry',
		version: 3,
		written: new Date().toISOString(),
		revision,
		enquiry: document,
		facts: { judgements, ...runs }
	};
}
