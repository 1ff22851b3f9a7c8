/** What comparisons that have been made came to says `benchmark` for the known articles, as everything else does. */
import type { Knex } from 'knex';

const rename = (knex: Knex, from: string, to: string) =>
	knex.raw(
		"update jobs set outcome = (outcome - ?) || jsonb_build_object(?::text, outcome -> ?) where kind = 'comparison' and jsonb_exists(outcome, ?)",
		[from, to, from, from]
	);

export const up = async (knex: Knex): Promise<void> => {
	await rename(knex, 'ships', 'benchmark');
};
export const down = async (knex: Knex): Promise<void> => {
	await rename(knex, 'benchmark', 'ships');
};
