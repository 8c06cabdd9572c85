import { app } from '$lib/server/app';
import { live } from '$lib/server/live';
import { viewerIn } from '$lib/server/viewer';
import type { RequestHandler } from './$types';

/** Says what changed, as server-sent events, so that open screens refresh. Topics only: no data leaves this way. */
export const GET: RequestHandler = ({ request, locals }) => {
	const viewer = viewerIn(locals);
	const who = locals.signed?.actor;
	const house = app();
	const of = { personId: locals.signed?.personId ?? '', sessionId: locals.signed?.sessionId ?? '' };
	let stop = (): void => undefined;
	const stream = new ReadableStream<string>({
		start(controller) {
			const end = () => {
				stop();
				try {
					controller.close();
				} catch {
					// The browser was quicker.
				}
			};
			const unsubscribe = live.subscribe(
				viewer,
				(topics) => controller.enqueue(`event: change\ndata: ${JSON.stringify(topics)}\n\n`),
				(topic) => who === undefined || house.hears(who, topic)
			);
			const beat = setInterval(() => controller.enqueue(': still here\n\n'), 25_000);
			const forget = live.onClose(of, end);
			stop = () => {
				unsubscribe();
				clearInterval(beat);
				forget();
			};
			request.signal.addEventListener('abort', end);
			controller.enqueue('retry: 2000\n\n');
		},
		cancel: () => stop()
	});
	return new Response(stream.pipeThrough(new TextEncoderStream()), {
		headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-store' }
	});
};
