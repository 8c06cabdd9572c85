import { app } from '$lib/server/app';
import { live } from '$lib/server/live';
import { viewerIn } from '$lib/server/viewer';
import type { RequestHandler } from './$types';

/** Where a browser that was here before left off: what it says itself when it comes back, or the page that opens the stream. */
const numberIn = (request: Request, url: URL): number | null => {
	const said = request.headers.get('last-event-id') ?? url.searchParams.get('since') ?? '';
	return /^\d{1,16}$/.test(said) ? Number(said) : null;
};
const message = (event: string, n: number, data: unknown) => `id: ${n}\nevent: ${event}\ndata: ${JSON.stringify(data)}\n\n`;

/**
 * Says what changed, as server-sent events, so that open screens ask for what became different. Topics only: no data leaves this way. Each message
 * bears a number that only grows; who comes back names the last one it heard and is told what it missed, or that it must read `anew`.
 */
export const GET: RequestHandler = ({ request, locals, url }) => {
	const viewer = viewerIn(locals);
	const who = locals.signed?.actor;
	const house = app();
	const of = { personId: locals.signed?.personId ?? '', sessionId: locals.signed?.sessionId ?? '' };
	const sees = (topic: string) => who === undefined || house.hears(who, topic);
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
			const unsubscribe = live.subscribe(viewer, (topics, n) => controller.enqueue(message('change', n, topics)), sees);
			// As a message of its own, not a comment: a browser that hears none for long knows that its line is dead.
			const beat = setInterval(() => controller.enqueue(message('beat', live.number, [])), 25_000);
			const forget = live.onClose(of, end);
			stop = () => {
				unsubscribe();
				clearInterval(beat);
				forget();
			};
			request.signal.addEventListener('abort', end);
			controller.enqueue('retry: 2000\n\n');
			const from = numberIn(request, url);
			const missed = from === null ? [] : live.missedSince(from, viewer, sees);
			if (missed === null) controller.enqueue(message('anew', live.number, []));
			else controller.enqueue(message(missed.length ? 'change' : 'beat', live.number, missed));
		},
		cancel: () => stop()
	});
	return new Response(stream.pipeThrough(new TextEncoderStream()), {
		headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-store' }
	});
};
