/** Both spellings of a word have one key; other words keep apart (pairs: common practice). */
import { describe, expect, it } from 'vitest';
import { begunKeys, spellingKey } from './index.ts';

describe('the key of a spelling', () => {
	it.each([
		['anaesthesia', 'anesthesia'],
		['haemorrhage', 'hemorrhage'],
		['ischaemia', 'ischemia'],
		['paediatric', 'pediatric'],
		['oedema', 'edema'],
		['oesophagus', 'esophagus'],
		['behaviour', 'behavior'],
		['tumours', 'tumors'],
		['randomised', 'randomized'],
		['hospitalisation', 'hospitalization'],
		['analyse', 'analyze'],
		['centre', 'center'],
		['fibres', 'fibers'],
		['programme', 'program'],
		['labelled', 'labeled'],
		['sulphur', 'sulfur']
	])('is one for %s and %s', (british, american) => {
		expect(spellingKey(british)).toBe(spellingKey(american));
	});
	it.each([
		['our', 'or'],
		['light', 'lite'],
		['aged', 'edge'],
		['disease', 'decease']
	])('is not one for %s and %s', (one, other) => {
		expect(spellingKey(one)).not.toBe(spellingKey(other));
	});
	it.each([
		['randomis', 'randomized'],
		['randomisat', 'randomization'],
		['colou', 'color'],
		['behaviou', 'behavior'],
		['centr', 'center'],
		['programm', 'program'],
		['analys', 'analyze'],
		['haemor', 'hemorrhage']
	])('begins as %s does, broken off, for %s', (begun, whole) => {
		expect(begunKeys(begun).some((key) => spellingKey(whole).startsWith(key))).toBe(true);
	});
});
