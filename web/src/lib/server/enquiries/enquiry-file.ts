/** The file of one enquiry: what is written, and what is taken back in. */
import { enquiryFileSchema, type EnquiryDocument, type EnquiryFile } from '@wide-lantern/core';
import { compileValidator } from '$lib/server/http';

export const checkEnquiryFile = compileValidator<EnquiryFile>(enquiryFileSchema);

export function toFile(enquiry: EnquiryDocument, revision: number): EnquiryFile {
	return { format: 'wide-lantern-enquiry', version: 2, written: new Date().toISOString(), revision, enquiry };
}
