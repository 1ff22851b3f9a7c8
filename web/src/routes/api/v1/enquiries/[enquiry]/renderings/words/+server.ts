/** What a source makes of words typed into its box; and its own account of a query, held against what was typed. */
import { accountPieces, interpretWords, nodesOf, print, readPlatformLine, type Expression } from '@wide-lantern/core';
import { error, json } from '@sveltejs/kit';
import { compileValidator, readBody } from '$lib/server/http';
import { profileOf } from '$lib/server/platforms';
import { mappedHeading } from '$lib/server/sources';
import { openVocabulary } from '$lib/server/vocabularies';
import type { WordsView } from '$lib/work/renderings';

const check = compileValidator<{ readonly profile: string; readonly words: string; readonly account: string }>({
	type: 'object',
	required: ['profile', 'words', 'account'],
	additionalProperties: false,
	properties: {
		profile: { type: 'string', maxLength: 60 },
		words: { type: 'string', maxLength: 2_000 },
		account: { type: 'string', maxLength: 20_000 }
	}
});

export const POST = async ({ request }) => {
	const { profile: id, words, account } = await readBody(request, check);
	const profile = await profileOf(id);
	if (!profile) error(404, { message: 'There is no such profile here.' });
	const open = profile.source.vocabulary === null ? null : await openVocabulary(profile.source.vocabulary);
	const read = interpretWords(words, profile, (some) => mappedHeading(open, some));
	const pieces = (tree: Expression | null) =>
		tree
			? [...nodesOf(tree)]
					.filter((node) => node.kind === 'word' || node.kind === 'phrase' || node.kind === 'heading')
					.map(print)
			: [];
	const told = account.trim() === '' ? null : readPlatformLine(account, profile, { qualifierName: () => null });
	const typed = words.split(/[\s,;]+/).filter((one) => one !== '');
	const view: WordsView = {
		parts: read.parts.map((part) =>
			part.kind === 'heading'
				? { ...part, label: part.heading.label, by: part.heading.by, narrower: part.heading.narrower }
				: part
		),
		frozen: read.frozen,
		added: read.added,
		plain: read.plain,
		source: profile.source.name,
		vocabulary: open?.vocabulary.id ?? null,
		account: told && {
			text: told.tree ? print(told.tree) : '',
			pieces: accountPieces(pieces(told.tree), [...typed, words.trim()]),
			faults: told.faults.filter((one) => one.severity === 'error').map((one) => one.message)
		}
	};
	return json(view);
};
