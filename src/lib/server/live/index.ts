import { rightOfTopic, type Viewer } from '../../core/access';

/** Whose stream it is. */
export interface StreamOf {
	personId: string;
	sessionId: string;
}

const hears = (viewer: Viewer, topic: string): boolean => {
	const right = rightOfTopic(topic);
	return right !== null && viewer.may(right);
};

/** Tells open screens what changed. Topics are record paths like job:ID, or places like plan, leads, outbox. */
class Live {
	readonly #listeners = new Map<(topics: readonly string[]) => void, { viewer: Viewer; sees: (topic: string) => boolean }>();
	readonly #closers = new Map<() => void, StreamOf>();

	publish(topics: readonly string[]): void {
		if (topics.length === 0) return;
		for (const [listener, { viewer, sees }] of [...this.#listeners]) {
			const heard = topics.filter((t) => hears(viewer, t) && sees(t));
			if (heard.length === 0) continue;
			try {
				listener(heard);
			} catch {
				// A screen that is gone must not keep the news from the others, nor fail the command that made it.
				this.#listeners.delete(listener);
			}
		}
	}

	/**
	 * Hears of what this person may see, and of nothing else: not even that a record of that name is there.
	 * @param sees whether a topic is of something they see, beside their rights
	 */
	subscribe(viewer: Viewer, listener: (topics: readonly string[]) => void, sees: (topic: string) => boolean = () => true): () => void {
		this.#listeners.set(listener, { viewer, sees });
		return () => this.#listeners.delete(listener);
	}

	/** Open streams are ended by us: at shutdown, or it would hang until its time-out, and when the session that opened them ends. */
	onClose(of: StreamOf, close: () => void): () => void {
		this.#closers.set(close, of);
		return () => this.#closers.delete(close);
	}

	/** Ends the streams of some sessions: nobody hears on after their access ended. */
	closeOf(which: (of: StreamOf) => boolean): void {
		for (const [close, of] of [...this.#closers]) if (which(of)) this.#end(close);
	}

	closeAll(): void {
		this.closeOf(() => true);
	}

	#end(close: () => void): void {
		this.#closers.delete(close);
		close();
	}
}

export const live = new Live();

export { presence } from './presence';
