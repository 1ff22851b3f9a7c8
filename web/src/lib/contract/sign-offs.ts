/** Versions of profiles and editions of vocabularies that somebody has reviewed. */
import type { SignOffKind } from '@wide-lantern/core/editor';

export interface SignOffRequest {
	readonly of: SignOffKind;
	/** Identity of the profile or vocabulary. */
	readonly subject: string;
	/** Of a vocabulary, the number of its edition. An older one than before takes that back. */
	readonly version: number;
}

export interface SignOffsApi {
	/** Say that one has reviewed a version. Nothing that was said is ever changed; the newest counts. */
	'POST /api/v1/enquiries/[enquiry]/sign-offs': { body: SignOffRequest; answers: { 201: { readonly saved: true } } };
}
