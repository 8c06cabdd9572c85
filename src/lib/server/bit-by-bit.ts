import type { Restful } from '../core/lists';

/** How long work holds the server's one thread before everybody else gets their turn, in milliseconds. */
const AT_ONCE = 12;
/** And then rests for as long: a question that needs several turns is answered whole in between. */
const REST = 8;

/** Does long work a few milliseconds at a time; whoever else asks is answered in between. @throws what the work throws */
export async function bitByBit<T>(work: Restful<T>): Promise<T> {
	for (;;) {
		const until = performance.now() + AT_ONCE;
		do {
			const step = work.next();
			if (step.done) return step.value;
		} while (performance.now() < until);
		await new Promise((next) => setTimeout(next, REST));
	}
}
