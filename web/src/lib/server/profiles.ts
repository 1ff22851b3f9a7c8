/** Platform profiles of the installation. */
import { profileSchema, type Profile } from '@wide-lantern/core';
import { database } from './database';
import { door, faultOf } from './doors';

const check = door<Profile>(profileSchema);

/** A sentence where it is no profile; else null and it is kept. */
export async function saveProfile(data: unknown): Promise<string | null> {
	if (!check(data)) return `This is no profile: ${faultOf(check.errors)}.`;
	await database('profiles')
		.insert({ id: data.id, data: JSON.stringify(data) })
		.onConflict('id')
		.merge();
	return null;
}

/** False where there was none. */
export async function removeProfile(id: string): Promise<boolean> {
	return (await database('profiles').where({ id }).delete()) > 0;
}

export async function listProfiles(): Promise<Profile[]> {
	const rows = await database('profiles').orderBy('id').select<{ id: string; data: unknown }[]>('id', 'data');
	return rows.map((row) => {
		if (!check(row.data)) throw new Error(`The profile ${row.id} is damaged in the database: ${faultOf(check.errors)}`);
		return row.data;
	});
}
