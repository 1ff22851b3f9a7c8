/** What the administration screen asks of the server: taking files in and taking things away. */
export type Kind = 'vocabularies' | 'collections' | 'profiles';
/** Vocabularies come in otherwise: work/intake.ts. */
export type Taking = Exclude<Kind, 'vocabularies'>;

export interface Answer {
	readonly ok: boolean;
	readonly message: string;
	readonly faults: readonly string[];
	/** True where the same can be asked again with the person's confirmation. */
	readonly confirm: boolean;
	readonly records?: number;
	/** Of the job that does it, where it takes longer than the request. */
	readonly id?: string;
}

async function ask(address: string, init: RequestInit): Promise<Answer> {
	try {
		const response = await fetch(address, init);
		const body = (await response.json()) as Partial<Answer>;
		return { message: '', faults: [], confirm: false, ...body, ok: response.ok };
	} catch {
		return { ok: false, message: 'The server cannot be reached. Nothing was changed.', faults: [], confirm: false };
	}
}

/** @param from a chosen file, or an address that the server is to read */
export function take(
	kind: Taking,
	id: string,
	from: File | string,
	options: Readonly<Record<string, string>> = {}
): Promise<Answer> {
	const query = new URLSearchParams(options);
	if (typeof from === 'string') query.set('from', from);
	return ask(`/api/v1/${kind}/${encodeURIComponent(id)}?${query}`, {
		method: 'PUT',
		// A type is always said: the server takes a body of no type for none.
		...(typeof from === 'string' ? {} : { body: from, headers: { 'content-type': 'application/octet-stream' } })
	});
}

export const remove = (kind: Kind, id: string, confirmed: boolean): Promise<Answer> =>
	ask(`/api/v1/${kind}/${encodeURIComponent(id)}${confirmed ? '?confirm=true' : ''}`, { method: 'DELETE' });

export const changeAddress = (method: 'PUT' | 'DELETE', address: string, note = ''): Promise<Answer> =>
	ask('/api/v1/addresses', {
		method,
		headers: { 'content-type': 'application/json' },
		body: JSON.stringify(method === 'PUT' ? { address, note } : { address })
	});

/** A short name made of a file's or address's own: lower-case letters, digits, hyphens. */
export function shortName(name: string): string {
	const base =
		name
			.split(/[?#]/)[0]
			?.split('/')
			.findLast((part) => part !== '') ?? '';
	return base
		.replace(/\.[^.]*$/, '')
		.toLowerCase()
		.replace(/[^a-z0-9]+/g, '-')
		.replace(/^[^a-z]+|-+$/g, '')
		.slice(0, 60);
}
