import { say } from '../../contract/refusals/files';
import { FairQueue } from '../../core/lists';
import { turnOf } from '../asking';
import { TooMany } from '../commands';

/** More than this do not wait: they are asked to come back. */
const MOST_WAITING = 20;
/** Of one person: whoever sends many files must not shut out the others. */
const MOST_OF_ONE = 5;

interface Waiting {
	start: () => void;
}

/** Strangers' files are read one at a time, and people take turns; who waits can ask for their place by the ticket they came with. */
class ReadingQueue {
	#busy = false;
	readonly #waiting = new FairQueue<Waiting>();
	readonly #byTicket = new Map<string, Waiting>();

	/** How many are before a ticket: 1 when it is next, null when it does not wait (any more). */
	placeOf(ticket: string): number | null {
		const own = this.#byTicket.get(ticket);
		const before = own ? this.#waiting.placeOf(own) : null;
		return before === null ? null : before + 1;
	}

	/**
	 * Runs work when those who came before are done.
	 * @throws TooMany when too many wait already; what the work throws
	 */
	async run<T>(ticket: string, work: () => Promise<T>, signal?: AbortSignal): Promise<T> {
		if (this.#busy) {
			const asker = turnOf();
			if (this.#waiting.size >= MOST_WAITING || this.#waiting.countOf(asker) >= MOST_OF_ONE)
				throw new TooMany(say('many-files-wait-to-be-read'));
			await this.#turn(ticket, asker, signal);
		}
		this.#busy = true;
		try {
			return await work();
		} finally {
			this.#busy = false;
			this.#waiting.take()?.start();
		}
	}

	#turn(ticket: string, asker: string, signal?: AbortSignal): Promise<void> {
		return new Promise((start, failed) => {
			const own = {
				start: () => {
					this.#byTicket.delete(ticket);
					this.#busy = true;
					start();
				}
			};
			this.#byTicket.set(ticket, own);
			this.#waiting.put(asker, own);
			signal?.addEventListener('abort', () => {
				if (!this.#waiting.drop(own)) return;
				this.#byTicket.delete(ticket);
				failed(new Error('Nobody waits for it any more.'));
			});
		});
	}
}

export const readingQueue = new ReadingQueue();
