/** Words that join others in running English and are no search terms by themselves (common practice). */
export const SMALL_WORDS: ReadonlySet<string> = new Set(
	'a about after among an and are as at be before between by can do does during for from had has have how in into is it its may of on or than that the their there these they this to was were what when where which who will with within'.split(
		' '
	)
);
