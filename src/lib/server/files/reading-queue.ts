import { say } from '../../contract/refusals/files';
import { TooMany } from '../commands';

/** More than this do not wait: they are asked to come back. */
const MOST_WAITING = 20;

interface Waiting {
	ticket: string;
	start: () => void;
}

/** Strangers' files are read one at a time; who waits can ask for their place by the ticket they came with. */
class ReadingQueue {
	#busy = false;
	readonly #waiting: Waiting[] = [];

	/** How many are before a ticket: 0 when it is its turn, null when it is not (or no longer) here. */
	placeOf(ticket: string): number | null {
		const at = this.#waiting.findIndex((w) => w.ticket === ticket);
		return at < 0 ? null : at + 1;
	}

	/**
	 * Runs work when those who came before are done.
	 * @throws TooMany when too many wait already; what the work throws
	 */
	async run<T>(ticket: string, work: () => Promise<T>, signal?: AbortSignal): Promise<T> {
		if (this.#busy) {
			if (this.#waiting.length >= MOST_WAITING) throw new TooMany(say('many-files-wait-to-be-read'));
			await this.#turn(ticket, signal);
		}
		this.#busy = true;
		try {
			return await work();
		} finally {
			this.#busy = false;
			this.#waiting.shift()?.start();
		}
	}

	#turn(ticket: string, signal?: AbortSignal): Promise<void> {
		return new Promise((start, failed) => {
			const own = { ticket, start: () => ((this.#busy = true), start()) };
			this.#waiting.push(own);
			signal?.addEventListener('abort', () => {
				const at = this.#waiting.indexOf(own);
				if (at < 0) return;
				this.#waiting.splice(at, 1);
				failed(new Error('Nobody waits for it any more.'));
			});
		});
	}
}

export const readingQueue = new ReadingQueue();
