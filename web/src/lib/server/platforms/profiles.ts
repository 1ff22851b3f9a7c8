/** Platform profiles of the installation: shared by everybody in it, kept in versions, changed by who taught them. */
import { profileProblems, profileSchema, type Profile } from '@wide-lantern/core';
import { database } from '$lib/server/database';
import { type Actor, compileValidator, faultOf } from '$lib/server/http';

const check = compileValidator<Profile>(profileSchema);

/** Versions that are kept beside the newest. */
const KEPT = 50;

/**
 * A sentence where it is no profile or contradicts itself; else null and it is kept, as the next version
 * where something of it has changed.
 * @param actor null for what ships
 */
export async function saveProfile(data: unknown, actor: Actor | null = null): Promise<string | null> {
	if (!check(data)) return `This is not a profile: ${faultOf(check.errors)}.`;
	const problems = profileProblems(data);
	if (problems.length > 0)
		return `This profile contradicts itself. ${problems
			.slice(0, 4)
			.map((one) => `${one.at}: ${one.message}`)
			.join(' ')}${problems.length > 4 ? ` And ${problems.length - 4} more.` : ''}`;
	await database.transaction(async (transaction) => {
		const row = await transaction('profiles')
			.where({ id: data.id })
			.forUpdate()
			.first<{ data: Profile; person_name: string; saved_at: Date } | undefined>('data', 'person_name', 'saved_at');
		const same = row && JSON.stringify({ ...row.data, version: 0 }) === JSON.stringify({ ...data, version: 0 });
		if (row && !same) {
			const { version } = row.data;
			await transaction('profile_versions')
				.insert({
					profile_id: data.id,
					version,
					data: JSON.stringify(row.data),
					person_name: row.person_name,
					saved_at: row.saved_at
				})
				.onConflict(['profile_id', 'version'])
				.merge();
			await transaction('profile_versions')
				.where({ profile_id: data.id })
				.where('version', '<=', version - KEPT)
				.delete();
		}
		const next: Profile = {
			...data,
			version: row ? (same ? row.data.version : Math.max(data.version, row.data.version + 1)) : data.version
		};
		await transaction('profiles')
			.insert({
				id: data.id,
				data: JSON.stringify(next),
				person_id: actor?.id ?? null,
				person_name: actor?.name ?? '',
				saved_at: new Date()
			})
			.onConflict('id')
			.merge(same ? ['data'] : ['data', 'person_name', 'saved_at']);
	});
	return null;
}

/** Whether somebody may change or remove a profile: who taught it, and administrators. One that is not there yet is anybody's. */
export async function mayChange(id: string, actor: Actor): Promise<boolean> {
	if (actor.administrator) return true;
	const row = await database('profiles').where({ id }).first<{ person_id: string | null } | undefined>('person_id');
	return row === undefined || row.person_id === actor.id;
}

/** False where there was none. */
export async function removeProfile(id: string): Promise<boolean> {
	return (await database('profiles').where({ id }).delete()) > 0;
}

export async function listProfiles(): Promise<Profile[]> {
	const rows = await database('profiles').orderBy('id').select<{ id: string; data: unknown }[]>('id', 'data');
	return rows.map((row) => checked(row.id, row.data));
}

function checked(id: string, data: unknown): Profile {
	if (!check(data)) throw new Error(`The profile ${id} is damaged in the database: ${faultOf(check.errors)}`);
	return data;
}

export async function profileOf(id: string): Promise<Profile | null> {
	const row = await database('profiles').where({ id }).first<{ data: unknown } | undefined>('data');
	return row ? checked(id, row.data) : null;
}

export interface ProfileEntry {
	readonly id: string;
	readonly name: string;
	readonly source: string;
	readonly platform: string;
	readonly version: number;
	/** True where its source has an address. */
	readonly connected: boolean;
	readonly by: string;
	readonly on: string;
	readonly mine: boolean;
	readonly versions: readonly { readonly version: number; readonly by: string; readonly on: string }[];
}

/** Every profile with who taught it and its older versions. */
export async function profileEntries(actor: Actor): Promise<ProfileEntry[]> {
	const rows = await database('profiles')
		.orderBy('id')
		.select<{ id: string; data: unknown; person_id: string | null; person_name: string; saved_at: Date }[]>(
			'id',
			'data',
			'person_id',
			'person_name',
			'saved_at'
		);
	const older = await database('profile_versions')
		.orderBy('version', 'desc')
		.select<{ profile_id: string; version: number; person_name: string; saved_at: Date }[]>(
			'profile_id',
			'version',
			'person_name',
			'saved_at'
		);
	return rows.map((row) => {
		const profile = checked(row.id, row.data);
		return {
			id: row.id,
			name: profile.name,
			source: profile.source.name,
			platform: profile.platform.name,
			version: profile.version,
			connected: (profile.source.address ?? '') !== '',
			by: row.person_name,
			on: row.saved_at.toISOString(),
			mine: actor.administrator || row.person_id === actor.id,
			versions: older
				.filter((one) => one.profile_id === row.id)
				.map((one) => ({ version: one.version, by: one.person_name, on: one.saved_at.toISOString() }))
		};
	});
}

/** An older version of a profile, or the newest; null where there is none. */
export async function profileVersion(id: string, version: number): Promise<Profile | null> {
	const newest = await profileOf(id);
	if (newest?.version === version) return newest;
	const row = await database('profile_versions')
		.where({ profile_id: id, version })
		.first<{ data: unknown } | undefined>('data');
	return row ? checked(id, row.data) : null;
}

/** Profiles that were there before versions were remembered as loaded. */
const FIRST = ['skerry', 'wherry'];

/** Loads each version of what ships once: what an administrator has removed stays removed. */
export async function loadShippedProfiles(profiles: readonly unknown[], earlier: boolean): Promise<void> {
	for (const data of profiles) {
		if (!check(data)) throw new Error(`A profile that ships is damaged: ${faultOf(check.errors)}`);
		const what = `profile ${data.id} ${data.version}`;
		if (await database('done_once').where({ what }).first<{ what: string } | undefined>('what')) continue;
		const removed = earlier && FIRST.includes(data.id) && !(await profileOf(data.id));
		const fault = removed ? null : await saveProfile(data);
		if (fault !== null) throw new Error(fault);
		await database('done_once').insert({ what });
	}
}
