/** Server-sent events as an answer. */

/** Milliseconds between two beats, which keep the connection open. */
const BEAT = 20_000;

/**
 * @param open is given what sends an event, and what ends the stream; its result is called when the reader leaves
 * @param beat is asked at every beat; false ends the stream
 */
export function eventStream(
	open: (send: (event: string, data: unknown) => void, close: () => void) => () => void,
	beat: () => Promise<boolean>
): Response {
	let stop: () => void = () => undefined;
	let timer: ReturnType<typeof setInterval> | undefined;
	// What is told after the reader has left would be thrown at a closed stream.
	let closed = false;
	const end = () => {
		closed = true;
		clearInterval(timer);
		stop();
	};
	const stream = new ReadableStream<string>({
		start(controller) {
			const write = (text: string) => {
				if (!closed) controller.enqueue(text);
			};
			write('retry: 2000\n\n');
			const close = () => {
				if (closed) return;
				end();
				controller.close();
			};
			stop = open((event, data) => {
				write(`event: ${event}\ndata: ${JSON.stringify(data)}\n\n`);
			}, close);
			timer = setInterval(() => {
				void beat().then(
					(goesOn) => {
						if (goesOn) write(': beat\n\n');
						else close();
					},
					() => undefined
				);
			}, BEAT);
		},
		cancel: end
	});
	return new Response(stream.pipeThrough(new TextEncoderStream()), {
		headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-store', 'x-accel-buffering': 'no' }
	});
}
