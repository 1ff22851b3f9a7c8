/** All migrations in order. A migration that has run anywhere is never changed. */
import type { Knex } from 'knex';
import * as first from './001-first';
import * as second from './002-marks-and-addresses';

export interface Migration {
	readonly name: string;
	up(knex: Knex): Promise<void>;
	down(knex: Knex): Promise<void>;
}

export const migrations: Migration[] = [
	{ name: '001-first', ...first },
	{ name: '002-marks-and-addresses', ...second }
];
