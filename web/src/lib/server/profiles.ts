/** Platform profiles of the installation. */
import { profileSchema, type Profile } from '@wide-lantern/core';
import { database } from './database';
import { door, faultOf } from './doors';

const check = door<Profile>(profileSchema);

export async function saveProfile(data: unknown): Promise<void> {
	if (!check(data)) throw new Error(`This is no profile: ${faultOf(check.errors)}`);
	await database('profiles')
		.insert({ id: data.id, data: JSON.stringify(data) })
		.onConflict('id')
		.merge();
}

export async function listProfiles(): Promise<Profile[]> {
	const rows = await database('profiles').orderBy('id').select<{ id: string; data: unknown }[]>('id', 'data');
	return rows.map((row) => {
		if (!check(row.data)) throw new Error(`The profile ${row.id} is damaged in the database: ${faultOf(check.errors)}`);
		return row.data;
	});
}
