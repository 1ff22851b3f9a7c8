/** Titles and abstracts in the manner of clinical reports: varied structure, numbers that fit together. */
import type { Design } from './ideas.ts';
import type { Dice } from './random.ts';

export interface Wording {
	readonly action: string;
	readonly outcome: string;
	readonly setting: string;
	readonly design: Design;
	readonly patients: number;
}

const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

/** `Does light therapy`, `Do dimmed lights at night`: by the noun before the first preposition. */
const asks = (action: string) => {
	const noun = action.split(/ (?:at|by|for|from|in|of|on|to|with|without) /)[0] ?? action;
	return /[^isu]s$/.test(noun) ? 'Do' : 'Does';
};

export function title(dice: Dice, { action, outcome, setting, design }: Wording): string {
	return dice.pick([
		() => `${capital(action)} and ${outcome} ${setting}: ${design.name}`,
		() => `Effect of ${action} on ${outcome} ${setting}`,
		() => `${asks(action)} ${action} change ${outcome} ${setting}? ${capital(design.name)}`,
		() => `${capital(outcome)} ${setting}: the role of ${action}`,
		() => `${capital(action)} ${setting}: ${design.name}`,
		() => `${capital(action)} to improve ${outcome} ${setting}`,
		() => `Association between ${action} and ${outcome} ${setting}`
	])();
}

/** `601 adults in intensive care`, whether the setting names people or a place. */
const peopleIn = (many: number, setting: string) => {
	const persons =
		/^(?:in|among) (.*\b(?:patients|adults|people|infants|children|nurses|staff|residents|inpatients|survivors)\b.*)$/.exec(
			setting
		);
	return persons ? `${many} ${persons[1] ?? ''}` : `${many} people ${setting}`;
};

const NEED = [
	'remains uncertain',
	'has been little studied',
	'is debated',
	'is not well understood',
	'varies widely between units'
];
const CLOSING = [
	'Larger studies should confirm these findings.',
	'The approach is simple, cheap and well accepted by staff.',
	'Routine use cannot be recommended on this basis.',
	'Future work should look at timing and dose.',
	'Local conditions should be weighed before it is adopted.',
	'Adherence was the main obstacle and deserves attention.'
];

function result(dice: Dice, { action, outcome, patients }: Wording): string {
	const half = Math.floor(patients / 2);
	const first = dice.between(Math.floor(half * 0.1), Math.floor(half * 0.45));
	const second = dice.between(Math.floor(half * 0.1), Math.floor(half * 0.5));
	const percent = (part: number) => ((100 * part) / half).toFixed(1);
	const p = dice.pick(['p = 0.03', 'p = 0.41', 'p < 0.001', 'p = 0.08', 'p = 0.62', 'p = 0.02']);
	return dice.pick([
		() =>
			`${capital(outcome)} was recorded in ${first} of ${half} patients (${percent(first)} %) with ${action} and in ${second} of ${patients - half} without (${p}).`,
		() =>
			`With ${action}, ${outcome} changed by ${dice.between(2, 31)} % (95 % confidence interval ${dice.between(1, 9)} to ${dice.between(32, 48)}; ${p}).`,
		() =>
			`There was no clear difference in ${outcome} between the groups (risk ratio ${(0.6 + dice.next() * 0.7).toFixed(2)}, 95 % confidence interval ${(0.3 + dice.next() * 0.3).toFixed(2)} to ${(1.1 + dice.next() * 0.6).toFixed(2)}).`,
		() =>
			`After adjustment for age and severity of illness, ${action} was associated with ${outcome} (odds ratio ${(0.4 + dice.next()).toFixed(2)}; ${p}).`,
		() =>
			`Median ${dice.pick(['stay', 'follow-up', 'time to the first event'])} was ${dice.between(2, 14)} days (interquartile range ${dice.between(1, 3)} to ${dice.between(15, 28)}); ${outcome} favoured ${action} (${p}).`
	])();
}

export function abstract(dice: Dice, wording: Wording, extra: readonly string[]): string {
	const { action, outcome, setting, design, patients } = wording;
	const background = dice.pick([
		`Whether ${action} affects ${outcome} ${setting} ${dice.pick(NEED)}.`,
		`${capital(outcome)} is common and distressing ${setting}, and the place of ${action} ${dice.pick(NEED)}.`,
		`Interest in ${action} has grown, yet evidence on ${outcome} ${setting} is scarce.`,
		`We examined ${action} with regard to ${outcome} ${setting}.`
	]);
	const who = design.type === 'qualitative study' ? dice.between(9, 34) : patients;
	const methods = dice.pick([
		`${dice.pick(design.opening)} ${peopleIn(who, setting)}. The main outcome was ${outcome}, rated ${dice.pick(['twice a day', 'every shift', 'daily', 'weekly', 'at discharge'])} by ${dice.pick(['trained nurses', 'blinded assessors', 'research staff'])}.`,
		`${dice.pick(design.opening)} ${peopleIn(who, setting)} at ${dice.pick(['one hospital', 'two hospitals', 'four centres', 'eleven units'])}. ${capital(outcome)} was assessed with a validated scale.`,
		`This was ${design.name}. ${dice.pick(design.opening)} ${who} patients; ${action} was compared with ${dice.pick(['usual care', 'standard practice', 'no intervention', 'an earlier period'])}.`
	]);
	const results = [result(dice, wording), ...(dice.chance(0.5) ? [result(dice, wording)] : []), ...extra];
	const conclusion = dice.pick([
		`${capital(action)} ${dice.pick(['may reduce', 'did not alter', 'was linked with better', 'had a modest effect on'])} ${outcome} ${setting}.`,
		`Our data ${dice.pick(['support', 'do not support', 'give limited support to'])} ${action} for ${outcome}.`
	]);
	const closing = dice.chance(0.7) ? [dice.pick(CLOSING)] : [];
	if (dice.chance(0.55))
		return [
			`Background: ${background}`,
			`Methods: ${methods}`,
			`Results: ${results.join(' ')}`,
			`Conclusions: ${[conclusion, ...closing].join(' ')}`
		].join(' ');
	return [background, methods, ...results, conclusion, ...closing].join(' ');
}

const AMERICAN: readonly (readonly [RegExp, string])[] = [
	[/anaesth/gi, 'anesth'],
	[/paediatric/gi, 'pediatric'],
	[/randomis/gi, 'randomiz'],
	[/hospitalis/gi, 'hospitaliz'],
	[/mobilisation/gi, 'mobilization'],
	[/programme/gi, 'program'],
	[/behaviour/gi, 'behavior'],
	[/centre/gi, 'center'],
	[/colour/gi, 'color'],
	[/tumour/gi, 'tumor'],
	[/computerised/gi, 'computerized'],
	[/favoured/gi, 'favored'],
	[/haem/gi, 'hem'],
	[/oesoph/gi, 'esoph'],
	[/oestr/gi, 'estr'],
	[/diarrhoe/gi, 'diarrhe']
];

/** American spelling, for journals that use it; a capital stays one. */
export function americanise(text: string): string {
	return AMERICAN.reduce(
		(changed, [british, american]) =>
			changed.replace(british, (word) =>
				word.charAt(0) === word.charAt(0).toLowerCase()
					? american
					: american.charAt(0).toUpperCase() + american.slice(1)
			),
		text
	);
}
