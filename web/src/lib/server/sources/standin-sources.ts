/** The stand-in sources: what each holds, from the collections of this installation, for their SRU service. */
import {
	bind,
	findHeading,
	headingByKey,
	type MappedHeading,
	type OpenVocabulary,
	type Profile,
	type Query,
	type BindingContext
} from '@wide-lantern/core';
import { answerSru, shippedProfiles, type Answer, type Holdings } from '@wide-lantern/standins';
import { isShipped, openCollection, type OpenCollection, recordsAt } from '$lib/server/collections';
import { createYielder } from '$lib/server/process';
import { computing, packLines } from '$lib/server/computing';
import { openVocabulary } from '$lib/server/vocabularies';

const PROFILES = new Map((shippedProfiles as readonly Profile[]).map((profile) => [profile.id, profile]));

/** Null where no source has this name, or its shipped records are not here: anybody may ask, so others that took their place are not shown. */
export async function answerSource(source: string, parameters: URLSearchParams): Promise<Answer | null> {
	const profile = PROFILES.get(source);
	if (!profile || !(await isShipped(source))) return null;
	const collection = await openCollection(source);
	if (!collection) return null;
	const vocabulary = profile.source.vocabulary === null ? null : await openVocabulary(profile.source.vocabulary);
	return answerSru(parameters, profile, holdingsOf(collection, vocabulary));
}

function holdingsOf(collection: OpenCollection, vocabulary: OpenVocabulary | null): Holdings {
	const { words } = collection.index;
	return {
		async search(expression, from, count) {
			const { query, faults } = bind(expression, surroundingsOf(vocabulary));
			const [fault] = faults.filter((one) => one.severity === 'error');
			if (!query) return { refused: fault?.message ?? 'This cannot be searched here.' };
			const lines = await packLines([lineOf(query)], createYielder());
			const of = { collection: collection.computed, marks: { benchmark: [], relevant: [], irrelevant: [] }, lines };
			const page = await computing().ask(
				{ do: 'page', from, count, order: 'newest', minus: null, aloneIn: null, line: 'asked', ...of },
				{ owner: `source ${collection.id}` }
			);
			if (!page) return { refused: 'This takes more work than the source gives to one question.' };
			return { total: page.total, records: await recordsAt(collection.id, page.records) };
		},
		words(from, before, count) {
			const first = words.firstFrom(from.toLowerCase());
			const start = Math.max(0, first - before);
			return Array.from({ length: Math.min(count, words.size - start) }, (_, at) => ({
				word: words.at(start + at),
				records: collection.index.recordsOfWord(start + at)
			}));
		},
		heading: (words) => mappedHeading(vocabulary, words),
		qualifierName: (code) =>
			vocabulary?.vocabulary.qualifiers.find((one) => one.code.toLowerCase() === code.toLowerCase())?.name ?? null
	};
}

/** The heading that a run of words names, and everything below it. */
export function mappedHeading(open: OpenVocabulary | null, words: string): MappedHeading | null {
	const match = open?.vocabulary.find(words);
	if (!open || !match) return null;
	const { heading } = match;
	const narrower = [...open.vocabulary.closure(heading.id)]
		.filter((one) => one !== heading.id)
		.map((one) => open.vocabulary.get(one)?.label ?? one);
	return { label: heading.label, by: heading.label.toLowerCase() === words.toLowerCase() ? null : words, narrower };
}

const lineOf = (query: Query) => ({ id: 'asked', number: 1, off: false, empty: false, query });

/** A source knows its own vocabulary, and no lines or concepts. */
export function surroundingsOf(vocabulary: OpenVocabulary | null): BindingContext {
	const open = vocabulary ? [vocabulary] : [];
	return {
		heading: (label, name) => findHeading(open, label, name),
		closure(key) {
			const { heading } = headingByKey(open, key);
			return vocabulary && heading
				? [...vocabulary.vocabulary.closure(heading.id)].map((id) => `${vocabulary.vocabulary.id}:${id}`)
				: [];
		},
		qualifier(key, name, narrower) {
			const { heading } = key === null ? { heading: undefined } : headingByKey(open, key);
			const offered =
				vocabulary && heading
					? vocabulary.vocabulary.qualifiersOf(heading.id, narrower)
					: (vocabulary?.vocabulary.qualifiers ?? []);
			const found = offered.find((one) => one.name.toLowerCase() === name.toLowerCase());
			return { allowed: found !== undefined, name: found?.name ?? name, offered: offered.map((one) => one.name) };
		},
		line: () => null,
		concept: () => ({ refused: 'A source knows no concepts.' }),
		currentYear: new Date().getFullYear()
	};
}
