/** Tells open screens what changed. Topics are record paths like job:ID, or places like plan, leads, outbox. */
class Live {
	readonly #listeners = new Set<(topics: readonly string[]) => void>();
	readonly #closers = new Set<() => void>();

	publish(topics: readonly string[]): void {
		if (topics.length === 0) return;
		for (const listener of [...this.#listeners]) {
			try {
				listener(topics);
			} catch {
				// A screen that is gone must not keep the news from the others, nor fail the command that made it.
				this.#listeners.delete(listener);
			}
		}
	}

	subscribe(listener: (topics: readonly string[]) => void): () => void {
		this.#listeners.add(listener);
		return () => this.#listeners.delete(listener);
	}

	/** Open streams are ended by us at shutdown, or it would hang until its time-out. */
	onClose(close: () => void): () => void {
		this.#closers.add(close);
		return () => this.#closers.delete(close);
	}

	closeAll(): void {
		for (const close of this.#closers) close();
		this.#closers.clear();
	}
}

export const live = new Live();
