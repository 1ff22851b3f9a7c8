/** All migrations in order. A migration that has run anywhere is never changed. */
import type { Knex } from 'knex';
import * as first from './001-first';
import * as second from './002-marks-and-addresses';
import * as third from './003-when-loaded';
import * as fourth from './004-mappings';
import * as fifth from './005-editions';
import * as sixth from './006-steps-and-versions';
import * as seventh from './007-parts';
import * as eighth from './008-profile-versions';
import * as ninth from './009-shipped-collections';
import * as tenth from './010-recognised-lines';
import * as eleventh from './011-numbered-commands';
import * as twelfth from './012-notices';
import * as thirteenth from './013-change-notices';
import * as fourteenth from './014-facts';
import * as fifteenth from './015-summaries';
import * as sixteenth from './016-jobs';
import * as seventeenth from './017-tries';
import * as eighteenth from './018-sign-offs';
import * as nineteenth from './019-shared-works';
import * as twentieth from './020-benchmark-of-comparisons';
import * as twentyFirst from './021-between-processes';
import * as twentySecond from './022-archived';
import * as twentyThird from './023-batches';
import * as twentyFourth from './024-duplicates';
import * as twentyFifth from './025-recipes';
import * as twentySixth from './026-chosen-files';
import * as twentySeventh from './027-readings';
import * as twentyEighth from './028-changes';
import * as twentyNinth from './029-gleanings';
import * as thirtieth from './030-made-of';

export interface Migration {
	readonly name: string;
	up(knex: Knex): Promise<void>;
	down(knex: Knex): Promise<void>;
}

export const migrations: Migration[] = [
	{ name: '001-first', ...first },
	{ name: '002-marks-and-addresses', ...second },
	{ name: '003-when-loaded', ...third },
	{ name: '004-mappings', ...fourth },
	{ name: '005-editions', ...fifth },
	{ name: '006-steps-and-versions', ...sixth },
	{ name: '007-parts', ...seventh },
	{ name: '008-profile-versions', ...eighth },
	{ name: '009-shipped-collections', ...ninth },
	{ name: '010-recognised-lines', ...tenth },
	{ name: '011-numbered-commands', ...eleventh },
	{ name: '012-notices', ...twelfth },
	{ name: '013-change-notices', ...thirteenth },
	{ name: '014-facts', ...fourteenth },
	{ name: '015-summaries', ...fifteenth },
	{ name: '016-jobs', ...sixteenth },
	{ name: '017-tries', ...seventeenth },
	{ name: '018-sign-offs', ...eighteenth },
	{ name: '019-shared-works', ...nineteenth },
	{ name: '020-benchmark-of-comparisons', ...twentieth },
	{ name: '021-between-processes', ...twentyFirst },
	{ name: '022-archived', ...twentySecond },
	{ name: '023-batches', ...twentyThird },
	{ name: '024-duplicates', ...twentyFourth },
	{ name: '025-recipes', ...twentyFifth },
	{ name: '026-chosen-files', ...twentySixth },
	{ name: '027-readings', ...twentySeventh },
	{ name: '028-changes', ...twentyEighth },
	{ name: '029-gleanings', ...twentyNinth },
	{ name: '030-made-of', ...thirtieth }
];
