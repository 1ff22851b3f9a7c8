/**
 * Addresses outside that the installation may ask, kept by the administrator; and the only door
 * through which the server ever asks one.
 */
import { database } from '$lib/server/database';

export interface Address {
	/** Scheme, host and port, as in `https://vocabularies.example`. */
	readonly origin: string;
	readonly note: string;
}

export async function listAddresses(): Promise<Address[]> {
	return database('addresses').orderBy('origin').select<Address[]>('origin', 'note');
}

/** The origin of what was typed; null where it is no web address. */
export function originOf(typed: string): string | null {
	const text = typed.trim();
	if (!URL.canParse(text)) return null;
	const url = new URL(text);
	return (url.protocol === 'https:' || url.protocol === 'http:') && url.username === '' && url.password === ''
		? url.origin
		: null;
}

export async function allowAddress(origin: string, note: string): Promise<void> {
	await database('addresses').insert({ origin, note }).onConflict('origin').merge(['note']);
}

export async function forbidAddress(origin: string): Promise<boolean> {
	return (await database('addresses').where({ origin }).delete()) > 0;
}

export type Reached =
	{ readonly ok: true; readonly body: ReadableStream<Uint8Array> } | { readonly ok: false; readonly message: string };

/** Longest wait for an outside address, in milliseconds. */
const PATIENCE = 30_000;

/** Asks an address, if it is on the list. Redirects are not followed: they could lead off it. */
export async function reach(address: string): Promise<Reached> {
	const origin = originOf(address);
	if (origin === null)
		return { ok: false, message: 'That is not a web address; it should begin with https:// or http://.' };
	const allowed = await database('addresses').where({ origin }).first<Address | undefined>('origin');
	if (!allowed)
		return {
			ok: false,
			message: `${origin} is not among the addresses that may be reached. Add it to the list first.`
		};
	try {
		const response = await fetch(address.trim(), {
			redirect: 'manual',
			signal: AbortSignal.timeout(PATIENCE),
			headers: { accept: '*/*' }
		});
		if (response.status >= 300 && response.status < 400)
			return {
				ok: false,
				message: `${address.trim()} sends on to ${response.headers.get('location') ?? 'elsewhere'}; ask for that address itself.`
			};
		if (!response.ok || !response.body)
			return { ok: false, message: `${address.trim()} answered ${response.status} and gave no file.` };
		return { ok: true, body: response.body };
	} catch (error) {
		const late = error instanceof Error && error.name === 'TimeoutError';
		return {
			ok: false,
			message: late ? `${origin} did not answer within ${PATIENCE / 1000} seconds.` : `${origin} cannot be reached.`
		};
	}
}
