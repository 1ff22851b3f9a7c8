/** Headings that a typed word may mean, each with the reason; without words, the topmost ones. */
import { reply } from '$lib/server/http';
import { error } from '@sveltejs/kit';
import { SMALL_WORDS, type LookupMode } from '@wide-lantern/core';
import { lookupOf } from '$lib/server/vocabularies';

const MODES: readonly LookupMode[] = ['all', 'any', 'exact'];

export const GET = async ({ params, url }) => {
	const open = await lookupOf(params.vocabulary);
	if (!open) error(404, { message: 'This vocabulary is not loaded here.' });
	const typed = (url.searchParams.get('q') ?? '').slice(0, 500);
	const { vocabulary, lookup } = open;
	const short = (heading: { id: string; label: string }) => ({
		id: heading.id,
		label: heading.label,
		narrower: vocabulary.narrower(heading.id).length
	});
	if (typed.trim() === '')
		return reply('GET /api/v1/vocabularies/[vocabulary]/lookup', 200, {
			matches: vocabulary.tops().map((heading) => ({ ...short(heading), reason: 'top', name: heading.label })),
			pieces: []
		});
	const mode = MODES.find((one) => one === url.searchParams.get('mode')) ?? 'all';
	// Whoever types in the sheet sees a few; whoever looks for headings can have a hundred.
	const most = url.searchParams.get('most') === '100' ? 100 : 25;
	const matches = lookup
		.find(typed, most, mode)
		.map(({ heading, reason, name }) => ({ ...short(heading), reason, name }));
	// A phrase that is no name itself is taken to pieces, so that nothing of it is lost from sight.
	const whole = matches.some((one) => one.reason === 'heading' || one.reason === 'entry-term');
	const pieces = whole
		? []
		: lookup.pieces(typed, SMALL_WORDS).map(({ text, match }) => ({
				text,
				match: match && { ...short(match.heading), reason: match.reason, name: match.name }
			}));
	return reply('GET /api/v1/vocabularies/[vocabulary]/lookup', 200, {
		matches,
		pieces: pieces.length > 1 ? pieces : []
	});
};
