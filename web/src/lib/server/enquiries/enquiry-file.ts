/** The file of one enquiry, as it is written and as it is read. */
import type { EnquiryFile } from '@wide-lantern/core';
import { exportJudgements } from '$lib/server/judgements';
import { exportRuns } from '$lib/server/runs';
import { exportSignOffs } from '$lib/server/sign-offs';
import type { OpenEnquiry } from './open-enquiries';

export async function toFile({ id, document, revision }: OpenEnquiry): Promise<EnquiryFile> {
	const [judgements, runs, signOffs] = await Promise.all([exportJudgements(id), exportRuns(id), exportSignOffs(id)]);
	return {
		format: 'wide-lantern-enquiry',
		version: 4,
		written: new Date().toISOString(),
		revision,
		enquiry: document,
		facts: { judgements, ...runs, signOffs }
	};
}
