/** Words that end a phrase when phrases are looked for, and words that abstracts have by their structure and not by their subject. */
import { SMALL_WORDS } from '../text/index.ts';

/** English words of grammar (common practice): what stands between two of them may be a phrase. */
export const STOP_WORDS: ReadonlySet<string> = new Set([
	...SMALL_WORDS,
	...'above across again against all almost along already also although always among another any around because been being below beneath beside besides beyond both but cannot could despite did down due each either else ever every few further given gives had hence here however if instead itself just least less like likely many might more most much must near neither no nor not now off often once only onto other others our out over own per quite rather same several shall she should since so some still such than them then thereby therefore through throughout thus together too toward towards under until up upon used uses using very via was way we well whereas whether while whose why without would yet you your his her him he i me my us it its s t'.split(
		' '
	)
]);

/**
 * Words of structured abstracts, British and American (common practice). The searcher changes the list; words that only
 * abstracts hold are found by their behaviour besides.
 */
export const ABSTRACT_WORDS: readonly string[] =
	'aim aims aimed analyses analysis analysed analyzed assess assessed background baseline compare compared comparison conclude concluded conclusion conclusions conducted confidence interval data design determine effect effects evaluate evaluated evaluation evidence examine examined findings included introduction investigate investigated main measure measured measures method methods objective objectives outcome outcomes participants performed purpose reported result results sample setting settings showed significant significantly study studies suggest suggests summary total trial trials'.split(
		' '
	);
