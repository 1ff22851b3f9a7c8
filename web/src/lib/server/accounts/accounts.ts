/** People: signing up, passwords (argon2id), and the sessions that a cookie stands for. */
import { createHash, randomBytes, randomUUID } from 'node:crypto';
import { hash, verify } from '@node-rs/argon2';
import { config } from '$lib/server/process';
import { database, KeptAnswers } from '$lib/server/database';
import type { Actor } from '$lib/server/http';
import { mayTry } from './tries';

export const SESSION_COOKIE = 'lantern-session';
const SESSION_DAYS = 30;
export const PASSWORD_LENGTH = { min: 10, max: 200 } as const;

const PER_PERSON = config.signInsPerMinute;
const PER_ADDRESS = config.signInsPerMinute * 6;

export type Outcome<Value> =
	{ readonly ok: true; readonly value: Value } | { readonly ok: false; readonly message: string };
const failure = (message: string) => ({ ok: false, message }) as const;

interface PersonRow {
	id: string;
	email: string;
	name: string;
	password_hash: string | null;
	administrator: boolean;
	blocked: boolean;
}

const people = () => database<PersonRow>('people');
const normalEmail = (email: string) => email.trim().toLowerCase();
const hashToken = (token: string) => createHash('sha256').update(token).digest('hex');

function passwordFault(password: string): string | null {
	if (password.length < PASSWORD_LENGTH.min)
		return `Passwords must be at least ${PASSWORD_LENGTH.min} characters; a phrase of several words is best.`;
	return password.length > PASSWORD_LENGTH.max ? `Passwords can be at most ${PASSWORD_LENGTH.max} characters.` : null;
}

/** Makes an account. The first one where there is no administrator becomes it. */
export async function signUp(name: string, email: string, password: string, address: string): Promise<Outcome<string>> {
	const mail = normalEmail(email);
	if (name.trim() === '' || name.length > 200) return failure('Enter your name as others should see it.');
	if (!/^[^\s@]{1,100}@[^\s@]{1,200}$/.test(mail))
		return failure('That is not a valid e-mail address. You sign in with it; no mail is sent.');
	const fault = passwordFault(password);
	if (fault) return failure(fault);
	if (!(await mayTry(`up ${address}`, PER_ADDRESS)))
		return failure('Too many attempts from this address. Please wait a minute.');
	const password_hash = await hash(password);
	return database.transaction(async (transaction) => {
		const taken = await transaction<PersonRow>('people').where({ email: mail }).first();
		if (taken)
			return failure('There is an account with this e-mail address already. Sign in, or ask the administrator.');
		const administrator = !(await transaction<PersonRow>('people').where({ administrator: true }).first());
		const id = randomUUID();
		await transaction<PersonRow>('people').insert({
			id,
			email: mail,
			name: name.trim(),
			password_hash,
			administrator,
			blocked: false
		});
		return { ok: true, value: id } as const;
	});
}

const WRONG = 'Wrong e-mail address or password.';
/** Verifying against this takes as long as against a real one, so that accounts cannot be guessed by time. */
const decoy = hash(randomBytes(12).toString('hex'));

export async function checkPassword(email: string, password: string, address: string): Promise<Outcome<string>> {
	const mail = normalEmail(email);
	if (!(await mayTry(`in ${mail}`, PER_PERSON)) || !(await mayTry(`in ${address}`, PER_ADDRESS)))
		return failure('Too many attempts. Please wait a minute; your account is not locked.');
	const person = await people().where({ email: mail }).first();
	const right = await verify(person?.password_hash ?? (await decoy), password.slice(0, PASSWORD_LENGTH.max));
	if (!person?.password_hash || !right) return failure(WRONG);
	return person.blocked
		? failure('This account has been closed. Please ask the administrator.')
		: { ok: true, value: person.id };
}

/** Changes a password and ends all other sessions of the person. */
export async function changePassword(
	actor: Actor,
	old: string,
	fresh: string,
	keepToken: string
): Promise<Outcome<null>> {
	const fault = passwordFault(fresh);
	if (fault) return failure(fault);
	const person = await people().where({ id: actor.id }).first();
	if (!(await mayTry(`change ${actor.id}`, PER_PERSON))) return failure('Too many attempts. Please wait a minute.');
	if (!person?.password_hash) return failure('This account is the demo’s and has no password.');
	if (!(await verify(person.password_hash, old.slice(0, PASSWORD_LENGTH.max))))
		return failure('Your current password is incorrect. Nothing was changed.');
	const password_hash = await hash(fresh);
	await database.transaction(async (transaction) => {
		await transaction<PersonRow>('people').where({ id: actor.id }).update({ password_hash });
		await transaction('sessions')
			.where({ person_id: actor.id })
			.whereNot({ token_hash: hashToken(keepToken) })
			.delete();
	});
	sessions.forgetAll();
	return { ok: true, value: null };
}

/** Opens a session; the token goes into the cookie, only its hash into the database. */
export async function openSession(personId: string): Promise<{ token: string; expires: Date }> {
	const token = randomBytes(32).toString('base64url');
	const expires = new Date(Date.now() + SESSION_DAYS * 86_400_000);
	await database('sessions').where('expires_at', '<', new Date()).delete();
	await database('sessions').insert({ token_hash: hashToken(token), person_id: personId, expires_at: expires });
	return { token, expires };
}

export async function closeSession(token: string): Promise<void> {
	const token_hash = hashToken(token);
	await database('sessions').where({ token_hash }).delete();
	sessions.forget(token_hash);
}

async function actorOfHash(token_hash: string): Promise<Actor | null> {
	const row = await database('sessions')
		.join('people', 'people.id', 'sessions.person_id')
		.where({ token_hash, blocked: false })
		.where('expires_at', '>', new Date())
		.first<Pick<PersonRow, 'id' | 'name' | 'email' | 'administrator'> | undefined>(
			'people.id',
			'people.name',
			'people.email',
			'people.administrator'
		);
	return row ? { id: row.id, name: row.name, email: row.email, administrator: row.administrator } : null;
}
/** By the hash of the token. Tokens that nobody has are not kept, so that guesses do not crowd out sessions. */
const sessions = new KeptAnswers(
	actorOfHash,
	(table, key) => (table === 'sessions' ? key : table === 'people' ? 'all' : null),
	(actor) => actor !== null
);

export async function actorOf(token: string | undefined): Promise<Actor | null> {
	return token ? sessions.get(hashToken(token)) : null;
}

export interface PersonEntry {
	readonly id: string;
	readonly name: string;
	readonly email: string;
	readonly administrator: boolean;
	readonly blocked: boolean;
}

/** Everybody with an account, for the administrator. */
export async function listPeople(): Promise<PersonEntry[]> {
	return people().orderBy('name').select('id', 'name', 'email', 'administrator', 'blocked');
}

/** Opens, closes, or hands on the care of the installation. The last administrator stays one. */
export async function changePerson(
	id: string,
	change: { administrator?: boolean; blocked?: boolean }
): Promise<Outcome<null>> {
	const changed = await database.transaction(async (transaction) => {
		const person = await transaction<PersonRow>('people').where({ id }).forUpdate().first();
		if (!person) return failure('There is no such account.');
		const others = await transaction<PersonRow>('people')
			.where({ administrator: true, blocked: false })
			.whereNot({ id })
			.first();
		if (person.administrator && !others && (change.administrator === false || change.blocked === true))
			return failure('This is the only administrator; make another one first.');
		await transaction<PersonRow>('people').where({ id }).update(change);
		if (change.blocked) await transaction('sessions').where({ person_id: id }).delete();
		return { ok: true, value: null } as const;
	});
	sessions.forgetAll();
	return changed;
}

export async function findPerson(email: string): Promise<PersonEntry | undefined> {
	return people()
		.where({ email: normalEmail(email) })
		.first('id', 'name', 'email', 'administrator', 'blocked');
}
