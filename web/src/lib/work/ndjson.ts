/** Answers that the server tells as they come, line by line. */

/** Longest line that is taken: no message here is nearly that long. */
const LONGEST = 50_000_000;

/**
 * Calls back with every message in its order, and ends when the last one has come.
 * @returns '' where all was heard, else a sentence for the searcher
 */
export async function readNdjson<Said extends object>(
	path: string,
	body: object,
	hear: (said: Said) => void,
	signal: AbortSignal,
	longest = LONGEST
): Promise<string> {
	try {
		const response = await fetch(path, {
			method: 'POST',
			headers: { 'content-type': 'application/json' },
			body: JSON.stringify(body),
			signal
		});
		if (!response.ok || !response.body) {
			const answer = (await response.json()) as { message?: string };
			return answer.message ?? 'The server did not answer as expected.';
		}
		let rest = '';
		const reader = response.body.pipeThrough(new TextDecoderStream()).getReader();
		for (let next = await reader.read(); !next.done; next = await reader.read()) {
			rest += next.value;
			const lines = rest.split('\n');
			rest = lines.pop() ?? '';
			if (rest.length > longest) {
				await reader.cancel();
				return 'The answer of the server was too long to be read.';
			}
			for (const line of lines) hear(JSON.parse(line) as Said);
		}
		return rest === '' ? '' : 'The answer of the server broke off; what was heard is shown.';
	} catch {
		return signal.aborted ? 'Cancelled; what is shown is older.' : 'The server cannot be reached; nothing was changed.';
	}
}
