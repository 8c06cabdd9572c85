/** Work on very many rows that may rest in between, so that whoever runs it can let others have their turn. It ends with its result. */
export type Restful<T> = Generator<undefined, T, void>;

/** Rows that are worked on between two rests: a millisecond or two. */
const BETWEEN = 256;

/** Whether work rests before the row of this number, counted from 0. @example rests(256) → true */
export const rests = (row: number): boolean => row > 0 && row % BETWEEN === 0;

/** Does all of the work at once, without a rest. @throws what the work throws */
export function toTheEnd<T>(work: Restful<T>): T {
	for (;;) {
		const step = work.next();
		if (step.done) return step.value;
	}
}
