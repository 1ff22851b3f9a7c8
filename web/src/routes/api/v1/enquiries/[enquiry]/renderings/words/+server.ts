/** What a source makes of words typed into its box; and its own account of a query, held against what was typed. */
import { accountPieces, interpretWords, nodesOf, print, readPlatformLine, type Expression } from '@wide-lantern/core';
import { error } from '@sveltejs/kit';
import { readBody, reply } from '$lib/server/http';
import { profileOf } from '$lib/server/platforms';
import { mappedHeading } from '$lib/server/sources';
import { openVocabulary } from '$lib/server/vocabularies';
import type { WordsView } from '$lib/contract/platforms';

export const POST = async ({ request }) => {
	const { profile: id, words, account } = await readBody(request, 'POST /api/v1/enquiries/[enquiry]/renderings/words');
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
	const reading = account.trim() === '' ? null : readPlatformLine(account, profile, { qualifierName: () => null });
	const typed = words.split(/[\s,;]+/).filter((one) => one !== '');
	const view: WordsView = {
		parts: read.parts.map((part) => {
			if (part.kind !== 'heading') return part;
			const { heading, ...rest } = part;
			return { ...rest, label: heading.label, by: heading.by, narrower: heading.narrower };
		}),
		frozen: read.frozen,
		added: read.added,
		plain: read.plain,
		source: profile.source.name,
		vocabulary: open?.vocabulary.id ?? null,
		account: reading && {
			text: reading.tree ? print(reading.tree) : '',
			pieces: accountPieces(pieces(reading.tree), [...typed, words.trim()]),
			faults: reading.faults.filter((one) => one.severity === 'error').map((one) => one.message)
		}
	};
	return reply('POST /api/v1/enquiries/[enquiry]/renderings/words', 200, view);
};
