/** A question to the server, answered with what it says or with a sentence for the searcher. */
export type Answer<Value> =
	{ readonly ok: true; readonly value: Value } | { readonly ok: false; readonly fault: string };

/** Where there is nothing to read (204), the value is an empty object. */
export async function askServer<Value>(
	path: string,
	method: 'GET' | 'POST' | 'PUT' | 'DELETE' = 'GET',
	body?: object
): Promise<Answer<Value>> {
	try {
		const response = await fetch(path, {
			method,
			...(body ? { headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) } : {})
		});
		if (response.status === 204) return { ok: true, value: {} as Value };
		const value = (await response.json()) as Value & { message?: string };
		return response.ok
			? { ok: true, value }
			: { ok: false, fault: value.message ?? 'The server did not answer as expected.' };
	} catch {
		return { ok: false, fault: 'The server cannot be reached; nothing was changed.' };
	}
}
