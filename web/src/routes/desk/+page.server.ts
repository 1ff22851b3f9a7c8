import { listEnquiries } from '$lib/server/enquiries';
import { nextStep } from '$lib/work/steps';

export const load = async ({ locals }) => {
	const entries = locals.actor ? await listEnquiries(locals.actor) : [];
	return {
		enquiries: entries.map(({ id, role, document, updated }) => ({
			id,
			role,
			updated,
			title: document.title,
			question: document.question,
			concepts: document.concepts.map((one) => one.name),
			lines: document.lines.length,
			next: nextStep(document),
			due:
				document.dates
					.filter((one) => !one.done && one.due !== null)
					.map((one) => ({ what: one.what, due: one.due ?? '', timeline: one.timeline }))
					.sort((a, b) => a.due.localeCompare(b.due))[0] ?? null
		}))
	};
};
