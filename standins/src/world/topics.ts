/** What works are about beyond the demo's surroundings: every organ system, many medicines, much of daily nursing. */
import type { Cut } from '../vocabularies/cut.ts';
import { hashOf, type Notion } from '../vocabularies/notion.ts';
import { ACTIONS, OUTCOMES, SETTINGS, TOPICS, type Idea, type Outcome, type Setting } from './ideas.ts';

/** Actions, outcomes and settings that go together, with how often. */
export interface WorkTopic {
	readonly name: string;
	readonly actions: readonly Idea[];
	readonly outcomes: readonly Idea[];
	readonly settings: readonly (readonly [name: Setting, idea: Idea])[];
	readonly share: number;
}

const settings = (...names: Setting[]) => names.map((name): readonly [Setting, Idea] => [name, SETTINGS[name]]);
const outcomes = (...names: Outcome[]): Idea[] => names.map((name) => OUTCOMES[name]);
const small = (text: string) =>
	text.charAt(0).toLowerCase() + text.slice(1).replace(/ [A-Z](?=[a-z])/g, (start) => start.toLowerCase());

/** How authors word a notion: mostly in learned words, often in plain ones. */
function ideaOf(notion: Notion): Idea {
	const [learned = '', other = learned] = notion.learned;
	const [plain = ''] = notion.plain;
	const words =
		notion.kind === 'medicine'
			? [small(learned), `oral ${small(learned)}`, `${small(learned)} tablets`]
			: notion.kind === 'state'
				? [small(learned), small(plain), small(other)]
				: [small(plain), small(learned), small(other)];
	return { words: [...new Set(words)], notions: [notion.id], keywords: [small(learned)] };
}

/** A state as something that is measured. */
function measured(idea: Idea): Idea {
	const [learned = '', plain = learned] = idea.words;
	return {
		...idea,
		words: [
			`symptoms of ${learned}`,
			`relapse of ${learned}`,
			`severity of ${plain}`,
			`hospital admissions for ${learned}`
		]
	};
}

const SYSTEM_SETTINGS: Readonly<Record<string, readonly Setting[]>> = {
	digestive: ['ward', 'emergency', 'recovery'],
	urinary: ['ward', 'home', 'icuMed'],
	breathing: ['icu', 'ward', 'home', 'emergency'],
	circulation: ['cardiac', 'emergency', 'ward'],
	blood: ['ward', 'home'],
	movement: ['rehab', 'hip', 'home'],
	nerves: ['stroke', 'rehab', 'icu'],
	senses: ['home', 'longterm'],
	skinandglands: ['home', 'ward'],
	reproduction: ['ward', 'recovery', 'neonatal']
};

/** All topics: those written out around the demo question, then three for each organ system, then nursing. */
export function allTopics(cut: Cut): WorkTopic[] {
	const notions = [...cut.notions.values()];
	const written = TOPICS.map((topic, at): WorkTopic => ({
		name: `written ${at + 1}`,
		actions: topic.actions.map((one) => ACTIONS[one]),
		outcomes: topic.outcomes.map((one) => OUTCOMES[one]),
		settings: topic.settings.map((one) => [one, SETTINGS[one]] as const),
		share: topic.share
	}));
	const medicines = notions.filter((one) => one.kind === 'medicine');
	const systems = Object.entries(SYSTEM_SETTINGS).flatMap(([system, where], number): WorkTopic[] => {
		const states = notions.filter((one) => one.kind === 'state' && one.under[0] === `ill-${system}`).map(ideaOf);
		const results = states.map(measured);
		const acts = notions
			.filter(
				(one) => one.kind === 'act' && one.also !== undefined && cut.notions.get(one.also)?.under[0] === `sys-${system}`
			)
			.map(ideaOf);
		const own = medicines.filter((one) => hashOf(one.under[0] ?? '') % 10 === number).map(ideaOf);
		const place = settings(...where);
		return [
			{ name: `${system}: medicines`, actions: own, outcomes: results, settings: place, share: 30 },
			{
				name: `${system}: procedures`,
				actions: acts,
				outcomes: [...outcomes('pain', 'stay', 'mortality', 'satisfaction', 'cost'), ...results.slice(0, 4)],
				settings: place,
				share: 22
			},
			{
				name: `${system}: course`,
				actions: states,
				outcomes: outcomes('qol', 'function', 'mortality', 'anxiety', 'sleep', 'cost'),
				settings: place,
				share: 24
			}
		].filter((one) => one.actions.length > 0);
	});
	const nursing = notions.filter((one) => one.kind === 'nursing' && one.id.startsWith('p-')).map(ideaOf);
	const people = notions
		.filter((one) => (one.kind === 'person' || one.kind === 'method') && one.id.startsWith('p-'))
		.map(ideaOf);
	const groups = Array.from({ length: 8 }, (_, part) => nursing.filter((__, at) => at % 8 === part));
	const bedside = groups.map((actions, at): WorkTopic => ({
		name: `nursing ${at + 1}`,
		actions,
		outcomes: outcomes(
			...(['satisfaction', 'falls', 'stay', 'qol', 'staffTime', 'pain', 'anxiety', 'function'] as const).filter(
				(_, part) => part % 3 !== at % 3
			)
		),
		settings: settings('ward', 'longterm', 'home', 'icu', 'palliative'),
		share: 26
	}));
	// What the topics above never touch, so that no heading stands without works: the rest of the hand-written core, and the organs.
	const touched = new Set(
		[...written, ...systems, ...bedside].flatMap((topic) =>
			[...topic.actions, ...topic.outcomes].flatMap((one) => one.notions)
		)
	);
	const rest = (kinds: readonly Notion['kind'][]) =>
		notions.filter((one) => kinds.includes(one.kind) && !touched.has(one.id) && !one.id.startsWith('p-')).map(ideaOf);
	const elsewhere = (
		name: string,
		actions: readonly Idea[],
		results: readonly Outcome[],
		where: readonly Setting[]
	): WorkTopic => ({
		name,
		actions,
		outcomes: outcomes(...results),
		settings: settings(...where),
		share: Math.max(20, actions.length * 0.7)
	});
	const others = [
		elsewhere('other states', rest(['state']), ['qol', 'mortality', 'function', 'cost'], ['ward', 'home', 'icu']),
		elsewhere(
			'other care',
			rest(['nursing', 'act']),
			['satisfaction', 'stay', 'pain', 'anxiety'],
			['ward', 'icu', 'longterm']
		),
		elsewhere('body', rest(['organ', 'system']), ['mortality', 'function', 'cognition'], ['ward', 'home']),
		elsewhere(
			'places and things',
			rest(['place', 'thing']),
			['satisfaction', 'falls', 'cost', 'staffTime'],
			['ward', 'icu', 'longterm']
		),
		elsewhere(
			'other medicines',
			rest(['medicine', 'group']),
			['pain', 'stay', 'mortality', 'sleep'],
			['ward', 'home', 'icu']
		),
		elsewhere(
			'other people and methods',
			rest(['person', 'method']),
			['qol', 'satisfaction', 'cost', 'mood'],
			['home', 'ward']
		)
	].filter((one) => one.actions.length > 0);
	return [
		...written,
		...others,
		...systems,
		...bedside,
		{
			name: 'people and methods',
			actions: people,
			outcomes: outcomes('satisfaction', 'qol', 'cost', 'mood'),
			settings: settings('home', 'ward', 'staff'),
			share: 40
		}
	];
}
