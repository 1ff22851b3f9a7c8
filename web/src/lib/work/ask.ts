/** A question to the server, answered with what it says or with a sentence for the searcher. */
export type Answer<Value> =
	{ readonly ok: true; readonly value: Value } | { readonly ok: false; readonly fault: string };

/** Where there is nothing to read (204), the value is an empty object. @param body a file is sent as it is, anything else as JSON */
export async function askServer<Value>(
	path: string,
	method: 'GET' | 'POST' | 'PUT' | 'DELETE' = 'GET',
	body?: object
): Promise<Answer<Value>> {
	try {
		const response = await fetch(path, {
			method,
			...(body instanceof Blob
				? // A type is always said: the server takes a body of no type for none.
					{ headers: { 'content-type': 'application/octet-stream' }, body }
				: body
					? { headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) }
					: {})
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
