/** Languages as files write them: names, two letters (ISO 639-1) or three (ISO 639-2, in both its forms). */
const FORMS: readonly (readonly [key: string, ...forms: string[]])[] = [
	['en', 'eng', 'english'],
	['fr', 'fre', 'fra', 'french'],
	['de', 'ger', 'deu', 'german'],
	['es', 'spa', 'spanish'],
	['pt', 'por', 'portuguese'],
	['it', 'ita', 'italian'],
	['nl', 'dut', 'nld', 'dutch'],
	['zh', 'chi', 'zho', 'chinese'],
	['ja', 'jpn', 'japanese'],
	['ko', 'kor', 'korean'],
	['ru', 'rus', 'russian'],
	['pl', 'pol', 'polish'],
	['tr', 'tur', 'turkish'],
	['sv', 'swe', 'swedish'],
	['no', 'nor', 'norwegian'],
	['da', 'dan', 'danish'],
	['fi', 'fin', 'finnish'],
	['cs', 'cze', 'ces', 'czech'],
	['hu', 'hun', 'hungarian'],
	['fa', 'per', 'fas', 'persian'],
	['ar', 'ara', 'arabic'],
	['he', 'heb', 'hebrew'],
	['el', 'gre', 'ell', 'greek']
];
const KEYS: ReadonlyMap<string, string> = new Map(
	FORMS.flatMap(([key, ...forms]) => [key, ...forms].map((one) => [one, key]))
);

/** Two letters where the language is known, else its first word in lower case. `en-GB` is English. */
export function languageKey(text: string): string {
	const word = /\p{L}+/u.exec(text.toLowerCase())?.[0] ?? '';
	return KEYS.get(word) ?? word;
}
