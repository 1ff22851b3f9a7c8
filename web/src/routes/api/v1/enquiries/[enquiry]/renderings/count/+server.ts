/** How many records a source has for the lines of a rendering, asked over its connection, line by line; an editor’s run is kept. */
import { error } from '@sveltejs/kit';
import { requireActor, requireEnquiry } from '$lib/server/enquiries';
import { connectionTo, profileOf, queryTypeOf, renderLines, renderWhole } from '$lib/server/platforms';
import { compileValidator, holdsRole, readBody, ndjsonResponse } from '$lib/server/http';
import { evaluateEnquiry } from '$lib/server/evaluation';
import { keepRun } from '$lib/server/runs';
import type { RunLine } from '@wide-lantern/core';
import type { SaidOfCounting } from '$lib/work/renderings';

const check = compileValidator<{ readonly profile: string }>({
	type: 'object',
	required: ['profile'],
	additionalProperties: false,
	properties: { profile: { type: 'string', maxLength: 60 } }
});

/** Causes for which the next line is not likely to fare better. */
const NO_ANSWER: ReadonlySet<string> = new Set(['away', 'late', 'elsewhere']);

export const POST = async ({ params, request, locals, url }) => {
	const { profile: id } = await readBody(request, check);
	const actor = requireActor(locals);
	const evaluated = await evaluateEnquiry(await requireEnquiry(params.enquiry), { owner: actor.id });
	const mayKeep = holdsRole(locals.role, 'editor');
	const profile = await profileOf(id);
	const rendering = profile && (await renderWhole(evaluated, profile));
	if (!profile || !rendering) error(404, { message: 'The strategy is not written for this platform.' });
	const connection = connectionTo(profile, url.origin);
	if (!connection) error(409, { message: `${profile.source.name} has no connection; paste its counts instead.` });
	const written = rendering.lines.filter((line) => line.written !== null && line.text !== '');
	return ndjsonResponse<SaidOfCounting>(request, async (say, signal) => {
		say({ of: written.length });
		let unanswered = 0;
		const counted = new Map<string, { readonly count: number | null; readonly fault: string }>();
		for (const line of written) {
			if (signal.aborted) return;
			const told = line.gap
				? null
				: await connection.count({ query: line.text, queryType: queryTypeOf(profile) }, signal);
			const count = told?.ok ? told.value : null;
			const fault = !told ? 'It has a gap that must be decided on first.' : told.ok ? '' : told.why;
			counted.set(line.id, { count, fault });
			say({ line: line.id, text: line.text, count, fault });
			if (!told) continue;
			// A source that does not answer is not asked three hundred times.
			unanswered = told.ok || !NO_ANSWER.has(told.cause) ? 0 : unanswered + 1;
			if (unanswered === 3) {
				say({ fault: `${fault} The lines after these were not asked.` });
				break;
			}
		}
		if (signal.aborted || !mayKeep || ![...counted.values()].some((one) => one.count !== null)) return;
		// The lines are kept as the platform takes them, with their references: that is what is shown, and compared later.
		const shown = new Map((await renderLines(evaluated, profile))?.lines.map((line) => [line.id, line]));
		const lines = written.map((line): RunLine => ({
			id: line.id,
			number: shown.get(line.id)?.written ?? line.written ?? 0,
			text: shown.get(line.id)?.text ?? line.text,
			count: counted.get(line.id)?.count ?? null,
			fault: counted.get(line.id)?.fault.slice(0, 2_000) ?? ''
		}));
		await keepRun(params.enquiry, actor, { profile: profile.id, version: profile.version, how: 'connection', lines });
	});
};
