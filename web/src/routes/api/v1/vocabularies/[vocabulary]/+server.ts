/** A vocabulary as SKOS Turtle: out for everybody, in and away for the administrator. */
import { writeTurtle } from '@wide-lantern/core';
import { error, json } from '@sveltejs/kit';
import { CEILINGS, incoming, textOf } from '$lib/server/incoming';
import { NAME, removeVocabulary, takeVocabulary } from '$lib/server/installation';
import { openVocabulary } from '$lib/server/vocabularies';

export const GET = async ({ params }) => {
	const open = await openVocabulary(params.vocabulary);
	if (!open) error(404, { message: 'This vocabulary is not loaded here.' });
	return new Response(writeTurtle(open.vocabulary), {
		headers: { 'content-type': 'text/turtle; charset=utf-8', 'content-disposition': `attachment; filename="${params.vocabulary}.ttl"` }
	});
};

export const PUT = async ({ params, request, url }) => {
	if (!NAME.test(params.vocabulary)) error(422, { message: 'A vocabulary’s short name is lower-case letters, digits and hyphens, beginning with a letter.' });
	const turtle = await textOf(await incoming(request, url), CEILINGS.vocabulary);
	const taken = await takeVocabulary(params.vocabulary, turtle, url.searchParams.get('faulty') === 'leave-out');
	return json(taken.ok ? { ...taken.what, faults: taken.faults.slice(0, 200) } : { message: taken.message, faults: taken.faults.slice(0, 200) }, {
		status: taken.ok ? 200 : 422
	});
};

export const DELETE = async ({ params }) => {
	const message = await removeVocabulary(params.vocabulary);
	return message === null ? json({}) : json({ message }, { status: 409 });
};
