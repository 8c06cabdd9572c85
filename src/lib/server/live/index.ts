import { EventEmitter } from 'node:events';

/** Tells open screens what changed. Topics are record paths like job:ID, or places like plan, leads, outbox. */
class Live {
	readonly #emitter = new EventEmitter().setMaxListeners(0);
	readonly #closers = new Set<() => void>();

	publish(topics: readonly string[]): void {
		if (topics.length > 0) this.#emitter.emit('change', topics);
	}

	subscribe(listener: (topics: readonly string[]) => void): () => void {
		this.#emitter.on('change', listener);
		return () => this.#emitter.off('change', listener);
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
