/** Of what a record is a report: a paper, or something about one. Read from its title and its publication types. */
import type { BibliographicRecord } from '../record.ts';

export type ReportKind =
	| 'paper'
	| 'preprint'
	| 'abstract'
	| 'protocol'
	| 'registration'
	| 'correction'
	| 'retraction notice'
	| 'concern'
	| 'comment';

/** Beginnings of titles (common practice of publishers). “Correction of hyponatraemia” and “Withdrawal of sedation” are papers. */
const BEGINNINGS: readonly (readonly [ReportKind, RegExp])[] = [
	[
		'correction',
		/^\W*(?:(?:author|publisher)(?:['’]s)? )?(?:correction|corrigend(?:um|a)|errat(?:um|a))(?: (?:to|in)\b:?|\s*[:.–—-])\W*/i
	],
	[
		'retraction notice',
		/^\W*(?:notice of (?:retraction|withdrawal)\b(?: of\b)?|(?:retraction|withdrawal) (?:note|notice)\b(?: (?:to|of|for)\b)?|(?:retraction|withdrawal)(?: of)?\s*[:–—])\W*/i
	],
	['concern', /^\W*(?:editorial )?expression of concern\b(?: (?:to|on|about|regarding)\b)?\W*/i],
	[
		'comment',
		/^\W*(?:comments? (?:on|to)|(?:authors?['’]? )?(?:reply|response)(?: to)?|in reply(?: to)?|re)\s*[:"“'‘]\W*/i
	]
];
/** The paper itself, marked by its publisher. */
const RETRACTED = /^\W*(?:retracted|withdrawn)(?: (?:article|paper|chapter))?\s*[:.–—\])-]\W*/i;
const PROTOCOL = /\b(?:(?:study|trial|review) protocol|(?:a )?protocol (?:for|of) an?|: (?:a )?protocol$)/i;
/** What a protocol adds behind the title that its results will have. */
const PROTOCOL_BEHIND = /\s*[:.–—-]\s*(?:(?:an? )?(?:study|trial|review) protocol|(?:a )?protocol)\b.*$/i;
const TYPES: readonly (readonly [ReportKind, RegExp])[] = [
	['correction', /\b(?:errat|corrig|correction)/i],
	['retraction notice', /\bretraction (?:notice|of)|^retraction$/i],
	['concern', /\bexpression of concern\b/i],
	['preprint', /\bpreprint\b|^posted-content$/i],
	['registration', /\b(?:trial|study) regist/i],
	['abstract', /\b(?:conference|meeting) abstract\b|^(?:ABST|abstract)$/i],
	['protocol', /\bprotocol\b/i]
];

export function kindOf({ titles: [title = ''], types, journal }: BibliographicRecord): {
	readonly kind: ReportKind;
	readonly retracted: boolean;
	/** The title without what its publisher put before it. */
	readonly title: string;
} {
	for (const [kind, beginning] of BEGINNINGS) {
		const found = beginning.exec(title)?.[0];
		if (found !== undefined) return { kind, retracted: false, title: title.slice(found.length) };
	}
	const mark = RETRACTED.exec(title)?.[0];
	const bare = mark === undefined ? title : title.slice(mark.length);
	const retracted = mark !== undefined || types.some((one) => /^retracted\b/i.test(one));
	const typed = TYPES.find(([, pattern]) => types.some((one) => pattern.test(one)))?.[0];
	const kind = typed ?? (/\bpreprints?\b/i.test(journal) ? 'preprint' : PROTOCOL.test(bare) ? 'protocol' : 'paper');
	return { kind, retracted, title: kind === 'protocol' ? bare.replace(PROTOCOL_BEHIND, '') : bare };
}
