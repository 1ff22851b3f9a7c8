/** Names of a heading as text words, as the server offers them. */
import type { NameForm } from '@wide-lantern/core';

/** Names of a heading as text words for a concept, each form with its records and what it would add. */
export interface NameOffer {
	readonly name: string;
	readonly forms: readonly (NameForm & {
		readonly records: number | null;
		readonly adds: number | null;
		readonly coveredBy: string | null;
		readonly there: boolean;
	})[];
}
