let asking = 0;
const waiting: (() => void)[] = [];

/** Counts what this page asked to be done and is not answered yet: its answer brings what changed, so that nothing need be asked because of it. */
export async function whileAsking<T>(work: Promise<T>): Promise<T> {
	asking++;
	try {
		return await work;
	} finally {
		asking--;
		if (asking === 0) for (const go of waiting.splice(0)) go();
	}
}

/** When all that was asked is answered. */
export const allAnswered = (): Promise<void> => (asking === 0 ? Promise.resolve() : new Promise((go) => waiting.push(go)));
