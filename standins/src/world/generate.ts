/**
 * The world of records: invented works, and how Skerry Health Abstracts holds them. Seeded, so
 * that every fact stated in standins/README.md can be tested on what comes out.
 */
import type { BibliographicRecord, Vocabulary } from '@wide-lantern/core';
import { ACTIONS, DESIGNS, OUTCOMES, SETTINGS, TOPICS, type Action, type Design, type Idea, type Outcome, type Setting } from './ideas.ts';
import { INITIALS, JOURNALS, PLACES, SURNAMES } from './names.ts';
import { abstract, americanise, title, type Wording } from './prose.ts';
import { Dice } from './random.ts';

export interface World {
	readonly records: readonly BibliographicRecord[];
	/** Identifiers of the works that truly answer the demo question. */
	readonly relevant: readonly string[];
	/** Those of them that the team knew beforehand, fourteen. */
	readonly known: readonly string[];
}

const LIGHT_ACTIONS: readonly Action[] = ['bright', 'dynamic', 'daylightRoom', 'blue', 'dawn', 'dimNight', 'oddLight'];
const ICU_SETTINGS: readonly Setting[] = ['icu', 'icuMed', 'icuSurg', 'ventilated', 'cardiac'];
const RELEVANT_WORKS = 60;
/** From this day on nothing is indexed yet. */
const INDEXED_UNTIL = '2026-07-15';
const NEWEST = '2026-11-15';

interface Work {
	readonly action: Action;
	readonly outcome: Outcome;
	readonly setting: Setting;
	readonly design: Design;
	readonly relevant: boolean;
}

/** Makes the start-up world, or a larger one. */
export function makeWorld(vocabulary: Vocabulary, size = 5_000, seed = 20_261): World {
	const dice = new Dice(seed);
	const works: Work[] = [];
	for (let number = 0; number < RELEVANT_WORKS; number++)
		works.push({
			action: LIGHT_ACTIONS[number % LIGHT_ACTIONS.length] ?? 'bright',
			outcome: number % 9 === 4 ? 'oddDelirium' : 'deliriumIcu',
			setting: dice.pick(ICU_SETTINGS),
			design: weighted(dice, DESIGNS),
			relevant: true
		});
	while (works.length < size) {
		const topic = weighted(dice, TOPICS);
		const work = { action: dice.pick(topic.actions), outcome: dice.pick(topic.outcomes), setting: dice.pick(topic.settings), design: weighted(dice, DESIGNS) };
		works.push({ ...work, relevant: false });
	}
	const order = works.map((work) => ({ work, at: dice.next() })).sort((a, b) => a.at - b.at);
	const relevant: string[] = [];
	const records = order.map(({ work }, number) => {
		const record = makeRecord(dice, work, number, vocabulary);
		if (work.relevant) relevant.push(record.id);
		return record;
	});
	const known = relevant.filter((id) => {
		const record = records.find((one) => one.id === id);
		return record && record.headings.length > 0 && record.abstract !== '' && (record.year ?? 9999) < 2025;
	});
	return { records, relevant, known: known.slice(0, 14) };
}

function weighted<Item extends { readonly share: number }>(dice: Dice, items: readonly Item[]): Item {
	let left = dice.next() * items.reduce((sum, item) => sum + item.share, 0);
	for (const item of items) {
		left -= item.share;
		if (left <= 0) return item;
	}
	return dice.pick(items);
}

function makeRecord(dice: Dice, work: Work, number: number, vocabulary: Vocabulary): BibliographicRecord {
	const year = work.relevant ? dice.between(2006, 2026) : Math.min(2026, 1990 + Math.floor(Math.sqrt(dice.next()) * 37));
	const journal = dice.pick(JOURNALS);
	const spell = journal.american ? americanise : (text: string) => text;
	const action = ACTIONS[work.action];
	const outcome = OUTCOMES[work.outcome];
	const setting = SETTINGS[work.setting];
	// Authors favour the first wordings and sometimes say it otherwise.
	const say = (idea: Idea) => idea.words[Math.min(idea.words.length - 1, Math.floor(Math.abs(dice.next() + dice.next() - 1) * idea.words.length * 1.4))] ?? '';
	const wording: Wording = { action: say(action), outcome: say(outcome), setting: say(setting), design: work.design, patients: dice.between(24, 620) };
	const entered = dateIn(dice, year);
	const abstractless = dice.chance(year < 2000 ? 0.25 : 0.06);
	const text = abstractless ? '' : spell(abstract(dice, wording, dice.chance(0.3) ? [`${dice.between(2, 18)} participants left the study early.`] : []));
	const indexed = entered <= INDEXED_UNTIL && !dice.chance(0.03);
	const keywords = dice.chance(0.72) ? [...new Set([action, outcome, setting].flatMap((idea) => dice.some(idea.keywords ?? [], 2)))].map(spell) : [];
	return {
		id: `SK${String(100_000 + number * 7 + dice.between(0, 6))}`,
		source: 'Skerry Health Abstracts',
		identifiers: dice.chance(0.9) ? [`10.99999/wl.${year}.${String(number).padStart(6, '0')}`] : [],
		titles: [spell(title(dice, wording)), ...(dice.chance(0.03) ? [`Étude sur ${wording.outcome} (traduction)`] : [])],
		abstract: text,
		keywords,
		headings: indexed ? assign(dice, work, year, vocabulary) : [],
		authors: Array.from({ length: dice.between(1, 7) }, () => `${dice.pick(SURNAMES)}, ${dice.some(INITIALS, dice.between(1, 2)).join('')}`),
		journal: journal.name,
		affiliations: [
			`Department of ${dice.pick(['Intensive Care', 'Nursing', 'Anaesthesia', 'Medicine', 'Geriatrics'])}, ${dice.pick(PLACES)} ${dice.pick(['Hospital', 'University', 'Infirmary'])}`
		],
		year,
		entered,
		languages: dice.chance(0.93) ? ['English'] : [dice.pick(['French', 'German', 'Spanish', 'Portuguese'])],
		types: ['journal article', ...(work.design.type ? [work.design.type] : [])],
		ages: agesOf(work.setting, dice)
	};
}

function dateIn(dice: Dice, year: number): string {
	const date = `${year}-${String(dice.between(1, 12)).padStart(2, '0')}-${String(dice.between(1, 28)).padStart(2, '0')}`;
	return date > NEWEST ? `${year}-${String(dice.between(1, 11)).padStart(2, '0')}-${String(dice.between(1, 15)).padStart(2, '0')}` : date;
}

function agesOf(setting: Setting, dice: Dice): string[] {
	if (setting === 'neonatal') return ['newborn'];
	if (setting === 'child') return ['child'];
	return ['ward', 'hip', 'longterm', 'palliative'].includes(setting)
		? ['aged', ...(dice.chance(0.5) ? ['adult'] : [])]
		: ['adult', ...(dice.chance(0.4) ? ['aged'] : [])];
}

/** The heading if it existed in that year; before that, what stood for it, or the next broader one that did. */
function existing(id: string, year: number, vocabulary: Vocabulary): string[] {
	const heading = vocabulary.get(id);
	if (!heading) throw new Error(`the world uses a heading that Skerry lacks: ${id}`);
	if (heading.since === null || year >= heading.since) return [id];
	const before = heading.before.filter((one) => !one.renamed).map((one) => vocabulary.find(one.label)?.heading.id);
	const instead = before.length > 0 ? before.filter((one) => one !== undefined) : heading.broader;
	return instead.flatMap((one) => existing(one, year, vocabulary));
}

const headingsOf = (idea: Idea, year: number, vocabulary: Vocabulary): string[] => idea.headings.flatMap((id) => existing(id, year, vocabulary));

function assign(dice: Dice, work: Work, year: number, vocabulary: Vocabulary): BibliographicRecord['headings'] {
	const given = new Map<string, { main: boolean; qualifiers: string[] }>();
	const give = (ids: readonly string[], main: number, qualifiers: readonly string[]) => {
		for (const id of ids) {
			if (given.has(id)) continue;
			const allowed = new Set(vocabulary.qualifiersOf(id, false).map((one) => one.name));
			const chosen = dice.some(
				qualifiers.filter((one) => allowed.has(one)),
				dice.chance(0.6) ? 1 : 0
			);
			given.set(id, { main: dice.chance(main), qualifiers: chosen });
		}
	};
	give(headingsOf(OUTCOMES[work.outcome], year, vocabulary), 0.75, ['prevention', 'treatment', 'nursing', 'occurrence']);
	// Indexers differ: now and then the action is given a broader heading, or none.
	const actionHeadings = headingsOf(ACTIONS[work.action], year, vocabulary);
	const blurred = dice.chance(0.12)
		? actionHeadings.flatMap((id) => vocabulary.get(id)?.broader ?? []).flatMap((id) => existing(id, year, vocabulary))
		: actionHeadings;
	if (!dice.chance(0.06)) give(blurred, 0.7, ['methods', 'use', 'harm', 'standards']);
	give(headingsOf(SETTINGS[work.setting], year, vocabulary), 0.2, ['organisation', 'nursing']);
	give(
		work.design.headings.filter((id) => year >= (vocabulary.get(id)?.since ?? 0)),
		0,
		[]
	);
	return [...given].map(([heading, { main, qualifiers }]) => ({ vocabulary: 'skerry', heading, main, qualifiers }));
}
