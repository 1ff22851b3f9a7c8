/** Server-sent events: edits of other windows as they are saved, and the counts that this one has looked for. */
import { roleIn } from '$lib/server/enquiries';
import { openWindow } from '$lib/server/looks';
import { arrive } from '$lib/server/presence';
import { listen } from '$lib/server/streams';
import { actor } from '$lib/server/asked';

export const GET = ({ params, locals, url }) => {
	const client = (url.searchParams.get('client') ?? '').slice(0, 100);
	const { id: person, name } = actor(locals);
	let stops: (() => void)[] = [];
	// What is told after the window has gone would be thrown at a closed stream.
	let closed = false;
	const stop = () => {
		closed = true;
		for (const one of stops.splice(0)) one();
	};
	let beat: ReturnType<typeof setInterval>;
	const stream = new ReadableStream<string>({
		start(controller) {
			const send = (text: string) => {
				if (!closed) controller.enqueue(text);
			};
			send('retry: 2000\n\n');
			stops = [
				listen(params.enquiry, (news) => {
					send(`data: ${JSON.stringify(news)}\n\n`);
				})
			];
			if (client !== '')
				stops.push(
					arrive(params.enquiry, client, { id: person, name }, (present) => {
						send(`event: people\ndata: ${JSON.stringify(present)}\n\n`);
					}),
					openWindow(params.enquiry, client, person, (news) => {
						send(`event: counts\ndata: ${JSON.stringify(news)}\n\n`);
					})
				);
			// A beat keeps the line open and finds out when somebody lost the right to listen.
			beat = setInterval(() => {
				void roleIn(params.enquiry, person).then(
					(role) => {
						if (role) send(': beat\n\n');
						else {
							clearInterval(beat);
							stop();
							controller.close();
						}
					},
					() => undefined
				);
			}, 20_000);
		},
		cancel() {
			clearInterval(beat);
			stop();
		}
	});
	return new Response(stream.pipeThrough(new TextEncoderStream()), {
		headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-store', 'x-accel-buffering': 'no' }
	});
};
