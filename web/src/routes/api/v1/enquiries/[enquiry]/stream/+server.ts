/** Server-sent events: edits of other windows as they are saved. */
import { roleIn } from '$lib/server/enquiries';
import { listen } from '$lib/server/streams';
import { actor } from '$lib/server/asked';

export const GET = ({ params, locals }) => {
	const person = actor(locals).id;
	let stop = () => {};
	let beat: ReturnType<typeof setInterval>;
	const stream = new ReadableStream<string>({
		start(controller) {
			controller.enqueue('retry: 2000\n\n');
			stop = listen(params.enquiry, (news) => {
				controller.enqueue(`data: ${JSON.stringify(news)}\n\n`);
			});
			// A beat keeps the line open and finds out when somebody lost the right to listen.
			beat = setInterval(() => {
				void roleIn(params.enquiry, person).then(
					(role) => {
						if (role) controller.enqueue(': beat\n\n');
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
