/** Qualifiers of the three vocabularies, each in its own words, and which kinds of headings take them. */
import type { VocabularyData } from '@wide-lantern/core';
import type { Notion, VocabularyId } from './notion.ts';

/** `code Skerry's name | code Tidewater's name | code Corran's name | kinds` — s states, a acts and treatments, d drugs, p people, places, methods. */
const ASPECTS = `
pv prevention|av avoiding it|pr prophylactic measure|s
th treatment|hc helping care|tm therapy outcome|s
dt drug treatment|mg medicines given|pt pharmacotherapy|s
nu nursing|np nursing practice|ns nursing science|sap
di diagnosis|fo finding out|dg diagnostic finding|s
ep occurrence|hm how many|fr frequency|sp
ca causes|wh why it happens|et aetiology|s
co complications|wf what follows|sq sequel|sa
mo deaths|dy dying of it|le lethal course|sa
ps psychology|fe feelings about it|py psychologic aspect|sap
ec costs|mn money|ex expense|sadp
ha harm|ba bad effects|ae adverse event|ad
me methods|hd how it is done|tq technique|ap
st standards|gd good practice|nm norm|adp
tu use|wg what it is given for|in indication|d
do dose|mu how much|dm dosage|d
or organisation|ar arranging it|lg logistics|ap
pp working|ii inside the body|mc mechanism|sd
ed teaching|tl teaching and learning|tr training|ap
hi history|lg2 long ago|hy historic note|sadp
in instruments|th things needed|ap apparatus|a
`;

const rows = ASPECTS.trim()
	.split('\n')
	.map((row) => {
		const [skerry = '', tidewater = '', corran = '', kinds = ''] = row.split('|');
		const pair = (text: string) => ({
			code: text.slice(0, text.indexOf(' ')),
			name: text.slice(text.indexOf(' ') + 1)
		});
		return { skerry: pair(skerry), tidewater: pair(tidewater), corran: pair(corran), kinds };
	});

const NOTES: Readonly<Record<Exclude<VocabularyId, 'skerry'>, (name: string) => string>> = {
	tidewater: (name) => `Add this when the work is mainly about ${name}.`,
	corran: (name) => `Link term: ${name}.`
};

export const qualifiersOf = (vocabulary: Exclude<VocabularyId, 'skerry'>): VocabularyData['qualifiers'] =>
	rows.map((row) => ({ ...row[vocabulary], note: NOTES[vocabulary](row[vocabulary].name) }));

/** A qualifier of Skerry as another vocabulary says it. */
export function qualifierIn(vocabulary: VocabularyId, skerryName: string): string | null {
	return rows.find((row) => row.skerry.name === skerryName)?.[vocabulary].name ?? null;
}

const KINDS: Readonly<Record<Notion['kind'], string>> = {
	branch: 'sap',
	system: 'p',
	organ: 'p',
	state: 's',
	act: 'a',
	medicine: 'd',
	group: 'd',
	nursing: 'a',
	method: 'p',
	person: 'p',
	place: 'p',
	thing: 'a'
};

/** Codes of the qualifiers that the heading of a notion takes; topmost ones take none. */
export function takenBy(vocabulary: VocabularyId, notion: Notion, topmost: boolean): readonly string[] {
	if (topmost) return [];
	const kinds = KINDS[notion.kind];
	return rows.filter((row) => [...row.kinds].some((kind) => kinds.includes(kind))).map((row) => row[vocabulary].code);
}
