/** A concept in every vocabulary, as the server tells it. */
import { callServer, valueOf } from '$lib/contract/call-server';
import type { ConceptMap } from '$lib/contract/crosswalks';

/** @throws with the server's sentence */
export async function conceptMap(enquiry: string, concept: string, signal: AbortSignal): Promise<ConceptMap> {
	return valueOf(
		await callServer('GET /api/v1/enquiries/[enquiry]/concept-map', { path: { enquiry }, query: { concept }, signal })
	);
}
