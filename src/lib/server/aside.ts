import { Worker } from 'node:worker_threads';

/** What a piece of work in a thread of its own gets: a `require` of the server’s packages, and what it was given. */
export type AsideWork<I, O> = (require: NodeJS.Require, input: I) => O | Promise<O>;

export interface AsideOptions {
	/** Given up after this long. */
	longestMs: number;
	/** Megabytes the thread may use: a file that swells up ends its thread, not the server. */
	memory: number;
	/** Given up when whoever asked is gone. */
	signal?: AbortSignal;
}
/** The work was given up: it took too long, used too much, or nobody waits for it any more. */
export class GivenUp extends Error {}

/**
 * Runs heavy work beside the server’s own thread, once, and ends that thread. The function goes there as text: it knows nothing but
 * its two arguments.
 * @throws GivenUp, or what the work threw, by its message
 */
export function aside<I, O>(work: AsideWork<I, O>, input: I, options: AsideOptions): Promise<O> {
	const thread = new Worker(
		`globalThis.__name = (f) => f;
		const { parentPort, workerData } = require('node:worker_threads');
		Promise.resolve()
			.then(() => (${work.toString()})(require('node:module').createRequire(workerData.from), workerData.input))
			.then((done) => parentPort.postMessage({ done }), (e) => parentPort.postMessage({ problem: String(e?.message ?? e), name: e?.name }));`,
		{ eval: true, workerData: { from: import.meta.url, input }, resourceLimits: { maxOldGenerationSizeMb: options.memory } }
	);
	let over = (): void => undefined;
	return new Promise<O>((done, failed) => {
		const timer = setTimeout(() => failed(new GivenUp('It took too long.')), options.longestMs);
		const gone = () => failed(new GivenUp('Nobody waits for it any more.'));
		over = () => {
			clearTimeout(timer);
			options.signal?.removeEventListener('abort', gone);
			void thread.terminate();
		};
		options.signal?.addEventListener('abort', gone);
		thread.on('message', (m: { done: O } | { problem: string }) => ('done' in m ? done(m.done) : failed(new Error(m.problem))));
		thread.on('error', (e) => failed(/memory/i.test(e.message) ? new GivenUp('It needs too much memory.') : e));
		thread.on('exit', () => failed(new GivenUp('It ended before it was done.')));
		if (options.signal?.aborted) gone();
	}).finally(() => over());
}
