/**
 * Other forms of an English word: singular and plural, British and American spelling, hyphened, open
 * and closed. They are proposals to be counted and looked at, never added by themselves. The spelling
 * rules are common practice; tests hold them against two dictionaries and a published list.
 */
import pluralize from 'pluralize';

/** Plurals of learned words that general rules do not know. */
const LEARNED: readonly (readonly [RegExp, string])[] = [
	[/([^aeiou])is$/, '$1es'],
	[/ma$/, 'mata'],
	[/on$/, 'a'],
	[/um$/, 'a'],
	[/us$/, 'i'],
	[/ex$|ix$/, 'ices']
];
const LEARNED_WORDS =
	/^(?:[a-z]*(?:sis|xis)|(?:carcino|stoma|haemato|hemato|trauma|schema|[a-z]*oma|[a-z]*stigma)|criterion|phenomenon|ganglion|spermatozoon|bacterium|medium|datum|atrium|septum|ovum|cerebellum|stratum|symposium|curriculum|bacillus|stimulus|nucleus|fungus|thrombus|embolus|coccus|[a-z]*coccus|appendix|index|matrix|cortex|apex|vertex|cervix)$/;

/** The singular of a plural, the plural of a singular, learned ones too; folded words of letters only. */
export function numberForms(word: string): readonly string[] {
	if (!/^[a-z]{3,}$/.test(word)) return [];
	const forms = new Set<string>();
	if (LEARNED_WORDS.test(word))
		for (const [from, to] of LEARNED) if (from.test(word)) forms.add(word.replace(from, to));
	if (pluralize.isSingular(word)) forms.add(pluralize.plural(word));
	if (pluralize.isPlural(word)) forms.add(pluralize.singular(word));
	forms.delete(word);
	return [...forms];
}

/** What stands before `our` in British words and before `or` in American ones. */
const OUR =
	'arb|ard|arm|behavi|cand|clam|col|demean|endeav|enam|fav|ferv|flav|glam|harb|hon|hum|lab|neighb|od|parl|ranc|rig|rum|sav|savi|splend|succ|tum|val|vap|vig';

/** Verbs whose `l` is doubled in British endings only. */
const DOUBLED =
	'beve|cance|canne|channe|counse|cudge|dia|due|ename|equa|fue|funne|grove|initia|jewe|labe|leve|libe|marve|mode|pane|parce|penci|quarre|reve|riva|sepa|signa|spira|squirre|tota|trave|tunne|unrave|vitrio';

/** From British to American; a rule is turned round where that is safe. */
const TO_AMERICAN: readonly (readonly [RegExp, string])[] = [
	[new RegExp(`^((?:[a-z]*[^aeiou])?(?:${OUR}))our([a-z]*)$`), '$1or$2'],
	[/^(.+[^aeiou])ise(s|d|r|rs)?$/, '$1ize$2'],
	[/^(.+[^aeiou])is(ing|ation|ations|able)$/, '$1iz$2'],
	[/^(.+)yse(s|d|r|rs)?$/, '$1yze$2'],
	[/^(.+)ysing$/, '$1yzing'],
	[/^(.*[bt])re(s)?$/, '$1er$2'],
	[/^(.*)ogue(s)?$/, '$1og$2'],
	[new RegExp(`^(${DOUBLED})ll(ed|ing|er|ers)$`), '$1l$2'],
	[/^programme(s)?$/, 'program$1'],
	[/^(.*)grey(s|ish)?$/, '$1gray$2'],
	[/^(.*)sulph(.*)$/, '$1sulf$2'],
	[/^(.*)haem(.*)$/, '$1hem$2'],
	[/^(.*[^h]|)aem(ia|ias|ic)$/, '$1em$2'],
	[/^(.*)paed(.*)$/, '$1ped$2'],
	[/^(.*)an?aesth(.*)$/, '$1anesth$2'],
	[/^(.*)gynaec(.*)$/, '$1gynec$2'],
	[/^(.*)aetiolog(.*)$/, '$1etiolog$2'],
	[/^(.*)caec(.*)$/, '$1cec$2'],
	[/^(.*)oedem(.*)$/, '$1edem$2'],
	[/^(.*)oesoph(.*)$/, '$1esoph$2'],
	[/^(.*)oestr(.*)$/, '$1estr$2'],
	[/^(.*)foet(.*)$/, '$1fet$2'],
	[/^(.*)diarrhoea(.*)$/, '$1diarrhea$2'],
	[/^(.*rrh)oea(s)?$/, '$1ea$2'],
	[/^(.*pn)oea(s|ic)?$/, '$1ea$2'],
	[/^manoeuvr(e|es|ed)$/, 'maneuver$1'],
	[/^(.*)tumour(.*)$/, '$1tumor$2'],
	[/^(.*)leucocyt(.*)$/, '$1leukocyt$2'],
	[/^(de|of|pret)fence(s)?$/, '$1fense$2'],
	[/^(.*)orthopaedic(.*)$/, '$1orthopedic$2'],
	[/^(.*)mould(.*)$/, '$1mold$2'],
	[/^(.*)plough(.*)$/, '$1plow$2'],
	[/^moult(s|ed|ing)?$/, 'molt$1'],
	[/^aeroplane(s)?$/, 'airplane$1'],
	[/^practis(e|es|ed|ing)$/, 'practic$1'],
	[/^(kin|)aesth(etic.*)$/, '$1esth$2'],
	[/^(enrol|fulfil|instil|distil)(s|ment|ments)?$/, '$1l$2'],
	[/^(.*)ageing$/, '$1aging'],
	[/^(.*)acknowledgement(s)?$/, '$1acknowledgment$2'],
	[/^(.*)judgement(s)?$/, '$1judgment$2'],
	[/^tyre(s)?$/, 'tire$1'],
	[/^(.*)cheque(s)?$/, '$1check$2'],
	[/^(.*)aluminium(.*)$/, '$1aluminum$2']
];

/** From American to British: what the rules above would turn into the word again. */
const TO_BRITISH: readonly (readonly [RegExp, string])[] = [
	[
		new RegExp(
			`^((?:un|dis|mis|water|re|de)?(?:${OUR}))or((?:s|ed|eds|ing|ings|al|ally|able|ably|ableness|less|lessness|ful|fully|hood|hoods|ist|ists|ite|ites|itism|er|ers|y|ly|liness|i[sz](?:e|es|ed|ing|ation)|ation|blind|blindness|ee|ees)?)$`
		),
		'$1our$2'
	],
	[/^(.+[^aeiou])ize(s|d|r|rs)?$/, '$1ise$2'],
	[/^(.+[^aeiou])iz(ing|ation|ations|able)$/, '$1is$2'],
	[/^(.*(?:al|ol|ral|tal))yze(s|d|r|rs)?$/, '$1yse$2'],
	[/^(.*(?:al|ol))yzing$/, '$1ysing'],
	[/^(cent|fib|lit|met|theat|calib|lust|meag|sab|spect|millimet|centimet|kilomet)er(s)?$/, '$1re$2'],
	[/^(anal|catal|dial|epil|monol|prol)og(s)?$/, '$1ogue$2'],
	[new RegExp(`^(${DOUBLED})l(ed|ing|er|ers)$`), '$1ll$2'],
	[/^program(s)?$/, 'programme$1'],
	[/^(.*)gray(s|ish)?$/, '$1grey$2'],
	[/^(.*)sulf(.*)$/, '$1sulph$2'],
	[/^hem(at|o|a|or)(.*)$/, 'haem$1$2'],
	[/^(.*(?:an|leuk|ur|glyc|ox|tox|septic|bacter|vir|isch|hyper|kal|natr|calc|lipid))em(ia|ias|ic)$/, '$1aem$2'],
	[/^(ortho)?ped(iatr.*)$/, '$1paed$2'],
	[/^orthoped(.*)$/, 'orthopaed$1'],
	[/^(.*)anesth(.*)$/, '$1anaesth$2'],
	[/^gynec(.*)$/, 'gynaec$1'],
	[/^etiolog(.*)$/, 'aetiolog$1'],
	[/^cec(um|al|a)$/, 'caec$1'],
	[/^(.*)edem(a|as|atous)$/, '$1oedem$2'],
	[/^(.*)esoph(ag.*)$/, '$1oesoph$2'],
	[/^estr(ogen.*|adiol.*|ous|us|one|iol)$/, 'oestr$1'],
	[/^fet(us|uses|al)$/, 'foet$1'],
	[/^(.*rrh)ea(s|l)?$/, '$1oea$2'],
	[/^(apn|dyspn|tachypn|hypopn|orthopn|bradypn)ea(s|ic)?$/, '$1oea$2'],
	[/^maneuver(e?s|ed)?$/, 'manoeuvre$1'],
	[/^(.*)leukocyt(.*)$/, '$1leucocyt$2'],
	[/^(de|of)fense(s)?$/, '$1fence$2'],
	[/^(re)?mold(s|y|ed|er|ers|ering|ered|ing|ings|able)?$/, '$1mould$2'],
	[/^molt(s|ed|ing)?$/, 'moult$1'],
	[/^airplane(s)?$/, 'aeroplane$1'],
	[/^practic(e|es|ed|ing)$/, 'practis$1'],
	[/^(kin|)esth(etic.*)$/, '$1aesth$2'],
	[/^(enrol|fulfil|instil|distil)l(s|ment|ments)?$/, '$1$2'],
	[/^aging$/, 'ageing'],
	[/^judgment(s)?$/, 'judgement$1'],
	[/^tire(s)$/, 'tyre$1'],
	[/^aluminum$/, 'aluminium']
];

/** Words that end like a changing one and do not change. */
const UNCHANGED =
	/^(?:four|hour|our|your|pour|tour|flour|sour|scour|devour|contour|detour|velour|paramour|troubadour|exercise|advise|revise|supervise|surprise|promise|premise|precise|concise|otherwise|likewise|rise|arise|wise|noise|raise|praise|advertise|compromise|comprise|disguise|despise|devise|enterprise|excise|expertise|franchise|improvise|merchandise|televise|treatise|demise|incise|circumcise|disease|tourist|advisable|prise|size|prize|seize|capsize|maize|assize|poster|enter|filter|winter|letter|matter|better|after|number|member|september|october|november|december|fiber)(?:s|d|r|rs|ed|ing)?$/;

/** The other spelling of a folded word; none where the two do not differ. */
export function otherSpellings(word: string): readonly string[] {
	if (!/^[a-z]{4,}$/.test(word) || (UNCHANGED.test(word) && word !== 'fiber' && word !== 'fibers')) return [];
	const forms = new Set<string>();
	for (const rules of [TO_AMERICAN, TO_BRITISH]) {
		// Some words differ in several places: `anaesthetised` and `anesthetized`.
		let all = word;
		for (const [from, to] of rules) {
			all = all.replace(from, to);
			if (from.test(word)) forms.add(word.replace(from, to));
		}
		forms.add(all);
	}
	forms.delete(word);
	return [...forms];
}

/** `day-light` as one word and as two; the open form of a closed word where both halves are words. */
export function joinedForms(words: readonly string[]): readonly string[] {
	return words.length === 2 && words.every((word) => /^\p{L}{2,}$/u.test(word)) ? [words.join('')] : [];
}

/** Places where a closed word may be cut in two words of three letters or more. */
export function openForms(word: string, isWord: (word: string) => boolean): readonly (readonly [string, string])[] {
	const forms: [string, string][] = [];
	if (/^\p{L}{6,}$/u.test(word))
		for (let at = 3; at <= word.length - 3; at++)
			if (isWord(word.slice(0, at)) && isWord(word.slice(at))) forms.push([word.slice(0, at), word.slice(at)]);
	return forms;
}

/** The first letters of three words or more, small words left out: `intensive care unit` is `icu`. */
export function initials(words: readonly string[], isSmall: (word: string) => boolean): string | null {
	const weighty = words.filter((word) => !isSmall(word));
	if (weighty.length < 3 || weighty.length > 6 || !weighty.every((word) => /^\p{L}/u.test(word))) return null;
	return weighty.map((word) => [...word][0] ?? '').join('');
}
