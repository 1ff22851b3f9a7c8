/** An answer that is told as it comes: lines of JSON, each of them whole. */
import { log } from '$lib/server/process';

/**
 * @param work tells what it has; what it throws is told as a fault, after which nothing comes
 * The signal aborts when whoever asked has gone.
 */
export function ndjsonResponse<Said extends object>(
	request: Request,
	work: (say: (said: Said) => void, signal: AbortSignal) => Promise<void>
): Response {
	const gone = new AbortController();
	request.signal.addEventListener('abort', () => gone.abort(), { once: true });
	const encoder = new TextEncoder();
	const body = new ReadableStream<Uint8Array>({
		async start(controller) {
			const say = (said: object) => {
				if (!gone.signal.aborted) controller.enqueue(encoder.encode(`${JSON.stringify(said)}\n`));
			};
			try {
				await work(say, gone.signal);
			} catch (error) {
				if (!gone.signal.aborted) {
					log('error', 'telling-failed', { message: error instanceof Error ? error.message : String(error) });
					say({ fault: 'Something went wrong on the server; nothing was changed. It has been noted.' });
				}
			}
			if (!gone.signal.aborted) controller.close();
		},
		cancel: () => gone.abort()
	});
	return new Response(body, {
		headers: { 'content-type': 'application/x-ndjson; charset=utf-8', 'cache-control': 'no-store' }
	});
}
