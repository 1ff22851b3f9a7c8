/** Invented works: what each is about, how its authors word it, and in which way a search can find it. Seeded. */
import type { Cut } from '../vocabularies/cut.ts';
import { ACTIONS, DESIGNS, OUTCOMES, SETTINGS, type Action, type Design, type Idea, type Setting } from './ideas.ts';
import { INITIALS, JOURNALS, PLACES, SURNAMES, type Journal } from './names.ts';
import { abstract, americanise, title, type Wording } from './prose.ts';
import { Dice } from './random.ts';
import { allTopics, type WorkTopic } from './topics.ts';

/** Why a relevant work is hard to find, or easy. */
export type Way = 'plain' | 'headings-only' | 'words-only' | 'unindexed' | 'old-heading' | 'odd-words' | 'one-source';

export interface Work {
	/** The same wherever its records lie: the known truth for duplicates. */
	readonly id: string;
	readonly topic: string;
	readonly action: Idea;
	readonly outcome: Idea;
	readonly setting: Idea;
	readonly settingName: Setting;
	readonly design: Design;
	readonly relevant: boolean;
	readonly way: Way;
	readonly year: number;
	readonly journal: Journal;
	readonly title: string;
	readonly translated: string | null;
	readonly abstract: string;
	readonly keywords: readonly string[];
	readonly authors: readonly { readonly surname: string; readonly initials: readonly string[] }[];
	readonly affiliation: string;
	readonly doi: string;
	readonly language: string;
	/** For what each source makes of it. */
	readonly seed: number;
}

export const RELEVANT_WORKS = 60;
const LIGHT: readonly Action[] = ['bright', 'dynamic', 'daylightRoom', 'blue', 'dawn', 'dimNight', 'oddLight'];
const INTENSIVE: readonly Setting[] = ['icu', 'icuMed', 'icuSurg', 'ventilated', 'cardiac'];
/** How many of the relevant works each way has; the rest are plain. */
const WAYS: readonly (readonly [Way, number])[] = [
	['headings-only', 6],
	['words-only', 6],
	['unindexed', 4],
	['old-heading', 6],
	['odd-words', 5],
	['one-source', 6]
];

/** @param size works; {@link RELEVANT_WORKS} of them answer the demo question */
export function makeWorks(cut: Cut, size: number, seed: number): Work[] {
	const dice = new Dice(seed);
	const topics = allTopics(cut);
	const weights = new Float64Array(topics.length);
	topics.reduce((sum, topic, at) => (weights[at] = sum + topic.share), 0);
	const places = new Set<number>();
	while (places.size < Math.min(size, RELEVANT_WORKS)) places.add(dice.between(0, size - 1));
	const relevantAt = [...places];
	const ways: Way[] = WAYS.flatMap(([way, many]) => Array.from({ length: many }, () => way));
	const rank = new Map(relevantAt.map((place, at) => [place, at]));
	return Array.from({ length: size }, (_, number) => {
		const at = rank.get(number);
		return at === undefined
			? otherWork(dice, topics, weights, number)
			: relevantWork(dice, number, at, ways[at] ?? 'plain');
	});
}

function relevantWork(dice: Dice, number: number, at: number, way: Way): Work {
	const settingName = dice.pick(INTENSIVE);
	const odd = way === 'odd-words';
	return written(dice, number, {
		topic: 'demo',
		// Without words of light in the title or abstract only headings can find it.
		action: odd
			? ACTIONS.oddLight
			: way === 'old-heading'
				? ACTIONS.dynamic
				: ACTIONS[LIGHT[at % (LIGHT.length - 1)] ?? 'bright'],
		outcome: odd ? OUTCOMES.oddDelirium : OUTCOMES.deliriumIcu,
		setting: SETTINGS[settingName],
		settingName,
		design: weighted(dice, DESIGNS),
		relevant: true,
		way,
		year: way === 'old-heading' ? dice.between(2006, 2011) : way === 'unindexed' ? 2026 : dice.between(2008, 2025)
	});
}

function otherWork(dice: Dice, topics: readonly WorkTopic[], weights: Float64Array, number: number): Work {
	const drawn = dice.next() * (weights.at(-1) ?? 0);
	let at = 0;
	while ((weights[at] ?? Infinity) < drawn) at++;
	const topic = topics[at] ?? topics[0];
	if (!topic) throw new Error('there are no topics');
	const [settingName, setting] = dice.pick(topic.settings);
	return written(dice, number, {
		topic: topic.name,
		action: dice.pick(topic.actions),
		outcome: dice.pick(topic.outcomes),
		setting,
		settingName,
		design: weighted(dice, DESIGNS),
		relevant: false,
		way: 'plain',
		year: Math.min(2026, 1990 + Math.floor(Math.sqrt(dice.next()) * 37))
	});
}

type About = Pick<
	Work,
	'topic' | 'action' | 'outcome' | 'setting' | 'settingName' | 'design' | 'relevant' | 'way' | 'year'
>;

function written(dice: Dice, number: number, about: About): Work {
	const { action, outcome, setting, design, year, way } = about;
	const journal = dice.pick(JOURNALS);
	const spell = journal.american ? americanise : (text: string) => text;
	// Authors favour the first wordings and sometimes say it otherwise.
	const say = (idea: Idea) =>
		idea.words[
			Math.min(idea.words.length - 1, Math.floor(Math.abs(dice.next() + dice.next() - 1) * idea.words.length * 1.4))
		] ?? '';
	const veiled = way === 'headings-only';
	const wording: Wording = {
		action: veiled
			? dice.pick(['a change of the surroundings', 'an environmental intervention', 'altered surroundings'])
			: say(action),
		outcome: veiled ? dice.pick(['acute outcomes', 'patient outcomes', 'outcomes of the mind']) : say(outcome),
		setting: say(setting),
		design,
		patients: dice.between(24, 620)
	};
	const abstractless = veiled || (way === 'plain' && !about.relevant && dice.chance(year < 2000 ? 0.25 : 0.06));
	const keywords =
		dice.chance(0.72) && !veiled && way !== 'odd-words'
			? [...new Set([action, outcome, setting].flatMap((idea) => dice.some(idea.keywords ?? [], 2)))].map(spell)
			: [];
	return {
		...about,
		id: `W${String(number + 1).padStart(6, '0')}`,
		journal,
		title: spell(title(dice, wording)),
		translated: dice.chance(0.03) ? `Étude sur ${wording.outcome} (traduction)` : null,
		abstract: abstractless
			? ''
			: spell(
					abstract(dice, wording, dice.chance(0.3) ? [`${dice.between(2, 18)} participants left the study early.`] : [])
				),
		keywords,
		authors: Array.from({ length: dice.between(1, 7) }, () => ({
			surname: dice.pick(SURNAMES),
			initials: dice.some(INITIALS, dice.between(1, 2))
		})),
		affiliation: `Department of ${dice.pick(['Intensive Care', 'Nursing', 'Anaesthesia', 'Medicine', 'Geriatrics', 'Surgery', 'Rehabilitation'])}, ${dice.pick(PLACES)} ${dice.pick(['Hospital', 'University', 'Infirmary'])}`,
		doi: `10.99999/wl.${year}.${String(number).padStart(6, '0')}`,
		language: dice.chance(0.93) ? 'English' : dice.pick(['French', 'German', 'Spanish', 'Portuguese']),
		seed: dice.between(1, 2_000_000_000)
	};
}

export function weighted<Item extends { readonly share: number }>(dice: Dice, items: readonly Item[]): Item {
	let left = dice.next() * items.reduce((sum, item) => sum + item.share, 0);
	for (const item of items) {
		left -= item.share;
		if (left <= 0) return item;
	}
	return dice.pick(items);
}
