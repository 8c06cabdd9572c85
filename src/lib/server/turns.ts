import type { Said } from '../core/refusal';
import { FairQueue } from '../core/lists';
import { turnOf } from './asking';
import { TooMany } from './commands';

interface Waiting {
	start: () => void;
}
interface Bounds {
	/** How much is done at the same time. */
	atOnce: number;
	/** More than this do not wait: they are asked to come back. */
	most: number;
	/** Of one person, or of all customers together: whoever asks for much must not shut out the others. */
	mostOfOne: number;
	/** What those are told who are asked to come back. */
	full: Said;
}

/** Long work of which only so much is done at once. People take turns; who waits can ask for their place by the ticket they came with. */
export class Turns {
	#busy = 0;
	readonly #waiting = new FairQueue<Waiting>();
	readonly #byTicket = new Map<string, Waiting>();
	constructor(private readonly bounds: Bounds) {}

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
		if (this.#busy < this.bounds.atOnce) this.#busy += 1;
		else {
			const asker = turnOf();
			if (this.#waiting.size >= this.bounds.most || this.#waiting.countOf(asker) >= this.bounds.mostOfOne)
				throw new TooMany(this.bounds.full);
			await this.#turn(ticket, asker, signal);
		}
		try {
			return await work();
		} finally {
			// The place goes to whoever is next; without anybody it is free.
			const next = this.#waiting.take();
			if (next) next.start();
			else this.#busy -= 1;
		}
	}

	#turn(ticket: string, asker: string, signal?: AbortSignal): Promise<void> {
		return new Promise((start, failed) => {
			const own = {
				start: () => {
					this.#byTicket.delete(ticket);
					start();
				}
			};
			if (ticket !== '') this.#byTicket.set(ticket, own);
			this.#waiting.put(asker, own);
			signal?.addEventListener('abort', () => {
				if (!this.#waiting.drop(own)) return;
				this.#byTicket.delete(ticket);
				failed(new Error('Nobody waits for it any more.'));
			});
		});
	}
}
