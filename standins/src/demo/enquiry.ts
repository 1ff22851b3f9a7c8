/** The demo enquiry: light that follows the day and delirium in intensive care, worked through. */
import {
	assemble,
	namesOf,
	newEnquiry,
	toSource,
	VocabularyLookup,
	type EnquiryDocument,
	type OpenVocabulary,
	type StrategyLine,
	type Vocabulary
} from '@wide-lantern/core';
import type { World } from '../world/generate.ts';

export const DEMO_QUESTION =
	'Does light that follows the day (bright-light therapy, daylight-like lighting) lower the incidence of delirium in adults in intensive care?';

type Words = readonly string[];

/** A concept with its headings (`>` for with narrower; Skerry's unless another vocabulary stands before) and words. */
function concept(id: string, name: string, note: string, headings: Words, words: Words, parked: Words) {
	return {
		id,
		name,
		note,
		strands: [],
		headings: headings.map((one, at) => ({
			id: `${id}-h${at + 1}`,
			vocabulary: one.includes(':') ? (one.split(':')[0] ?? '') : 'skerry',
			heading: one.replace(/ >$/, '').replace(/^\w+:/, ''),
			reach: one.endsWith(' >') ? ('narrower' as const) : ('this' as const),
			main: false,
			strand: null,
			note: ''
		})),
		words: words.map((text, at) => ({
			id: `${id}-w${at + 1}`,
			text,
			strand: null,
			origin: at < 3 ? 'entry term' : 'known articles'
		})),
		parked: parked.map((text, at) => ({ id: `${id}-p${at + 1}`, text }))
	};
}

export function demoEnquiry(vocabulary: Vocabulary, world: World): EnquiryDocument {
	const concepts = [
		concept(
			'demo-a',
			'Delirium',
			'Main outcome. Searched as a concept, since every known article names it in title or abstract.',
			// Acute confusion; Delirious State.
			['delirium >', 'confusion', 'encephsepsis', 'tidewater:t1isrxu4 >', 'corran:cgmzwp4 >'],
			[
				'delir*',
				'"acute confusion*"',
				'"acute brain dysfunction"',
				'ICU WITHIN/2 (psychosis OR syndrome)',
				'"brain failure"',
				'"clouded mind"'
			],
			['agitation: too wide?']
		),
		concept(
			'demo-b',
			'Light that follows the day',
			'Treatment with light and the lighting of rooms; darkness at night belongs to it.',
			// Treatment with light, Lights on the ward, Natural light; Rhythmic Illumination.
			[
				'phototherapy >',
				'lighting >',
				'daylight',
				'windows',
				'chronother >',
				'photoperiod',
				'tidewater:tt7fm1p >',
				'tidewater:t1jul50e >',
				'tidewater:td4ghwh',
				'corran:cm4amqr'
			],
			[
				'phototherap*',
				'"light therap*"',
				'"bright light"',
				'(light* OR illuminat* OR lamp*) WITHIN/3 (dynamic OR circadian OR cycl* OR bright OR blue OR therap* OR exposure OR night*)',
				'daylight',
				'"natural light"',
				'window*',
				'lux',
				'illuminance',
				'(simulated OR artificial) WITHIN/2 dawn',
				'luminous',
				'photic',
				'"darkness at night"'
			],
			['melatonin: a question of its own']
		),
		concept(
			'demo-c',
			'Intensive care',
			'The place, the treatment and the state, which the vocabulary keeps apart.',
			// Intensive care units, Caring for the critically ill; Critical Patient Ward.
			[
				'icu >',
				'critcare >',
				'critillness >',
				'critpatients',
				'tidewater:t1p1pkpu >',
				'tidewater:t2vxdmr',
				'corran:c1psvwep >'
			],
			[
				'"intensive care"',
				'ICU~',
				'"critical* ill*"',
				'"critical care"',
				'"intensive therapy"',
				'ventilated',
				'"mechanical ventilation"',
				'"surgical intensive care"',
				'(cardiac OR "open-heart") WITHIN/2 surgery'
			],
			['recovery rooms?']
		)
	];
	const base = newEnquiry(DEMO_QUESTION, 'PICO', counter('demo-part'));
	const open: OpenVocabulary = { vocabulary, lookup: VocabularyLookup.of(vocabulary) };
	const proposals = assemble(concepts, (id, heading) => {
		const found = id === vocabulary.id ? vocabulary.get(heading) : undefined;
		return found ? { label: found.label, vocabulary: null } : null;
	});
	const stored: StrategyLine[] = proposals.map(({ text: _, ...line }, at) => ({
		...line,
		id: `demo-line-${at + 1}`,
		source: ''
	}));
	stored.push(
		{
			id: 'demo-line-8',
			source: '',
			concept: null,
			strand: null,
			role: 'limit',
			label: 'Years of the review',
			note: 'Cycled lighting has been built into units since about 2006.',
			off: false
		},
		{
			id: 'demo-line-9',
			source: '',
			concept: null,
			strand: null,
			role: 'check',
			label: 'Known articles that are found',
			note: '',
			off: false
		}
	);
	const names = namesOf({ concepts, lines: stored }, [open]);
	const texts = [...proposals.map((one) => one.text), '#7 AND yr:2006-', '#8 AND set:benchmark'];
	return {
		...base,
		title: 'Daylight-like lighting and delirium in intensive care',
		parts: base.parts.map((part, at) => ({
			...part,
			...[
				{ text: 'Adults in intensive care', concept: 'demo-c', leftOut: null },
				{
					text: 'Light that follows the day: bright-light therapy, daylight-like lighting',
					concept: 'demo-b',
					leftOut: null
				},
				{
					text: 'Usual lighting',
					concept: null,
					leftOut: 'Seldom named in titles and abstracts; would lose relevant works.'
				},
				{ text: 'Incidence of delirium', concept: 'demo-a', leftOut: null }
			][at]
		})),
		articles: world.known.map((id, at) => {
			const record = world.records.skerry.find((one) => one.id === id);
			return {
				id: `demo-article-${at + 1}`,
				citation: record
					? `${record.authors[0] ?? ''} et al. ${record.titles[0] ?? ''}. ${record.journal}, ${record.year ?? ''}.`
					: id,
				identifier: id
			};
		}),
		dates: [
			{ id: 'demo-date-1', timeline: 'team', what: 'Protocol registered', due: '2026-10-01', done: true },
			{
				id: 'demo-date-2',
				timeline: 'searcher',
				what: 'Main strategy ready for peer review',
				due: '2026-12-04',
				done: false
			},
			{ id: 'demo-date-3', timeline: 'searcher', what: 'All sources run', due: '2026-12-18', done: false },
			{ id: 'demo-date-4', timeline: 'team', what: 'Screening finished', due: '2027-03-31', done: false }
		],
		sources: [
			{
				id: 'demo-source-1',
				kind: 'database',
				database: 'Skerry Health Abstracts',
				platform: 'Breakwater',
				coverage: '1966 to date',
				reason: 'The widest biomedical source, with headings.',
				profile: 'skerry'
			},
			{
				id: 'demo-source-4',
				kind: 'database',
				database: 'Tidewater Care Record',
				platform: 'Causeway',
				coverage: '1980 to date',
				reason: 'Nursing and allied health, with headings of its own.',
				profile: 'tidewater'
			},
			{
				id: 'demo-source-5',
				kind: 'database',
				database: 'Corran Therapeutics Catalogue',
				platform: 'Millrace',
				coverage: '1974 to date',
				reason: 'Drugs and European journals; names things differently.',
				profile: 'corran'
			},
			{
				id: 'demo-source-2',
				kind: 'database',
				database: 'Wherry Crossroads File',
				platform: 'Wherry (CQL)',
				coverage: '1980 to date',
				reason: 'All fields: building science and lighting design.',
				profile: 'wherry'
			},
			{
				id: 'demo-source-3',
				kind: 'register',
				database: 'Fairway Trials Register',
				platform: 'its own page',
				coverage: '2005 to date',
				reason: 'Trials that are not published yet.',
				profile: 'fairway'
			}
		],
		people: [
			{ id: 'demo-person-1', name: 'Ines Halcroft', does: 'designs and runs the searches', credit: 'author' },
			{ id: 'demo-person-2', name: 'Tomas Fenlund', does: 'leads the review team', credit: 'author' }
		],
		inclusion: [
			{ id: 'demo-in-1', text: 'Adults treated in any kind of intensive care unit.' },
			{ id: 'demo-in-2', text: 'Any change of light or lighting meant to follow or restore the day.' }
		],
		exclusion: [
			{ id: 'demo-ex-1', text: 'Light used on the skin or for newborn jaundice.' },
			{ id: 'demo-ex-2', text: 'Emergence delirium within the first hour after anaesthesia.' }
		],
		journal: [
			{
				id: 'demo-journal-1',
				date: '2026-11-02',
				kind: 'correspondence',
				text: 'Team agrees that darkness at night counts as part of the intervention.',
				hours: null
			},
			{
				id: 'demo-journal-2',
				date: '2026-11-09',
				kind: 'decision',
				text: 'Comparison left out of the search.',
				hours: null
			},
			{
				id: 'demo-journal-3',
				date: '2026-11-16',
				kind: 'work',
				text: 'Headings of Skerry mapped, first strategy tested.',
				hours: 6.5
			}
		],
		collection: 'skerry',
		concepts,
		lines: stored.map((line, at) => ({ ...line, source: toSource(texts[at] ?? '', names) })),
		renderings: [
			{ id: 'demo-rendering-1', profile: 'skerry', first: 1, leftOut: [] },
			{ id: 'demo-rendering-3', profile: 'tidewater', first: 1, leftOut: [] },
			{ id: 'demo-rendering-4', profile: 'corran', first: 1, leftOut: [] },
			{
				id: 'demo-rendering-2',
				profile: 'wherry',
				first: 1,
				leftOut: [
					{
						id: 'demo-left-out-1',
						piece: '{*}',
						why: 'The source has no headings; the text words carry all three concepts.',
						by: 'Ines Halcroft',
						on: '2026-11-18'
					}
				]
			},
			{
				id: 'demo-rendering-5',
				profile: 'fairway',
				first: 1,
				leftOut: [
					{
						id: 'demo-left-out-2',
						piece: '{*}',
						why: 'A register has no headings; the text words carry all three concepts.',
						by: 'Ines Halcroft',
						on: '2026-11-18'
					}
				]
			}
		]
	};
}

function counter(start: string): () => string {
	let number = 0;
	return () => `${start}-${++number}`;
}
