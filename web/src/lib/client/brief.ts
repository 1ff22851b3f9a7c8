/** What is done on the brief, as edits: the framework, the parts of the question, the sources to be searched. */
import {
	dropConcept,
	FRAMEWORKS,
	restoreConcept,
	toText,
	type Concept,
	type Edit,
	type EnquiryDocument,
	type FrameworkName
} from '@wide-lantern/core/editor';
import { newId } from './new-id';
import { newConcept } from './terms';
import { namesFor } from './line-names';

export type QuestionPart = EnquiryDocument['parts'][number];
export type PlannedSource = EnquiryDocument['sources'][number];
/** Edits under the name by which undo calls them. */
export interface NamedEdits {
	readonly name: string;
	readonly edits: readonly Edit[];
}
export interface SourceProfile {
	readonly id: string;
	readonly source: string;
	readonly platform: string;
}
/** What becomes of a part of the question: nothing yet, left out, or searched as a concept (its identifier). */
export type PartChoice = string;
export const [OPEN, LEFT_OUT] = ['', 'out'] as const;

/** Parts with a text or a concept stay; what the framework has beside them is added. */
export function changeFramework({ parts }: EnquiryDocument, name: FrameworkName): NamedEdits {
	const kept = parts.filter((part) => part.text !== '' || part.concept !== null);
	const fresh = FRAMEWORKS[name]
		.filter((part) => !kept.some((one) => one.name === part))
		.map((part) => ({ id: newId(), name: part, text: '', concept: null, leftOut: null }));
	return {
		name: 'change framework',
		edits: [
			{ do: 'set', at: ['framework'], value: name },
			{ do: 'set', at: ['parts'], value: [...kept, ...fresh] }
		]
	};
}

/** A profile knows its source and platform: what is still empty is filled in. */
export function chooseProfile(source: PlannedSource, profile: SourceProfile | null): NamedEdits {
	const set = (field: keyof PlannedSource, value: string | null): Edit => ({
		do: 'set',
		at: ['sources', source.id, field],
		value
	});
	const edits = [set('profile', profile?.id ?? null)];
	if (profile && source.database.trim() === '') {
		edits.push(set('database', profile.source));
		if (/register/i.test(profile.source) && source.kind === 'database') edits.push(set('kind', 'register'));
	}
	if (profile && source.platform.trim() === '') edits.push(set('platform', profile.platform));
	return { name: 'choose a profile', edits };
}

/** A concept of its own for a part of the question. */
export function conceptFromPart({ concepts }: EnquiryDocument, part: QuestionPart): NamedEdits {
	const concept = newConcept(part.text.trim() || part.name);
	return {
		name: 'make a concept',
		edits: [
			{ do: 'insert', in: ['concepts'], item: concept, after: concepts.at(-1)?.id ?? null },
			{ do: 'set', at: ['parts', part.id, 'concept'], value: String(concept['id']) },
			{ do: 'set', at: ['parts', part.id, 'leftOut'], value: null }
		]
	};
}

export const conceptOf = ({ concepts }: EnquiryDocument, part: QuestionPart): Concept | undefined =>
	concepts.find((one) => one.id === part.concept);

/**
 * Decides on a part of the question. One that was searched as a concept and is left out now takes its concept out of
 * the search; chosen again, it brings it back.
 * @param by who decides, and on which day (YYYY-MM-DD)
 */
export function decidePart(
	document: EnquiryDocument,
	part: QuestionPart,
	choice: PartChoice,
	by: { readonly by: string; readonly on: string }
): NamedEdits {
	const own = conceptOf(document, part);
	const set = (field: 'concept' | 'leftOut', value: string | null): Edit => ({
		do: 'set',
		at: ['parts', part.id, field],
		value
	});
	const isInUse =
		own !== undefined &&
		(own.headings.length + own.words.length > 0 || document.lines.some((line) => line.concept === own.id));
	if (own && isInUse && choice === LEFT_OUT)
		return {
			name: 'leave a part of the question out',
			edits: [
				...dropConcept(document, own.id, { reason: part.leftOut ?? '', ...by }),
				set('leftOut', part.leftOut ?? '')
			]
		};
	if (own?.dropped && choice === own.id) {
		const names = namesFor(
			document,
			document.lines.map((line) => line.id)
		);
		return {
			name: 'search a part of the question again',
			edits: [...restoreConcept(document, own.id, names, (source) => toText(source, names)), set('leftOut', null)]
		};
	}
	return {
		name: 'place a part of the question',
		edits: [
			set('concept', choice === OPEN || choice === LEFT_OUT ? null : choice),
			set('leftOut', choice === LEFT_OUT ? (part.leftOut ?? '') : null)
		]
	};
}
