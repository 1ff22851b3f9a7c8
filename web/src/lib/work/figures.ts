/** Figures that a screen asks the server for and shows when they come: asked again while the server is busy or away. */

interface Asking<Value> {
	readonly told: (value: Value) => void;
	/** Called with a sentence for the searcher; it is followed by another attempt where one makes sense. */
	readonly failed?: (message: string) => void;
	/** Milliseconds to wait before asking: while somebody types, only the last question is asked. */
	readonly after?: number;
}

const UNREACHABLE = 'The server cannot be reached; what is shown is older.';
/** Milliseconds before the next attempts; the last pause is repeated. */
const PAUSES = [1_000, 2_000, 4_000, 8_000] as const;
/** Answers that another attempt may change: too busy, overtaken by another question, restarting. */
const passing = (status: number): boolean => status >= 500 || status === 408 || status === 429;

/** Asks until there is an answer. What it returns stops it: nothing is called after that. */
export function askForFigures<Value>(
	path: string,
	{ told, failed = () => undefined, after = 0 }: Asking<Value>
): () => void {
	const leaving = new AbortController();
	let attempt = 0;
	let timer: ReturnType<typeof setTimeout> | undefined;
	const again = (message: string): void => {
		if (leaving.signal.aborted) return;
		failed(message);
		timer = setTimeout(() => void ask(), PAUSES[Math.min(attempt++, PAUSES.length - 1)]);
	};
	async function ask(): Promise<void> {
		let response: Response;
		let answer: unknown;
		try {
			response = await fetch(path, { signal: leaving.signal });
			answer = await response.json();
		} catch (error) {
			return again(error instanceof SyntaxError ? 'The server did not answer as expected.' : UNREACHABLE);
		}
		if (leaving.signal.aborted) return;
		if (response.ok) return told(answer as Value);
		const message = (answer as { message?: unknown } | null)?.message;
		const sentence = typeof message === 'string' ? message : 'The server did not answer as expected.';
		if (passing(response.status)) again(sentence);
		else failed(sentence);
	}
	if (after > 0) timer = setTimeout(() => void ask(), after);
	else void ask();
	return () => {
		clearTimeout(timer);
		leaving.abort();
	};
}
