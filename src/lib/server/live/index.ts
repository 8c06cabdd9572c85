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

type Listener = (topics: readonly string[], n: number) => void;
interface Hearing {
	viewer: Viewer;
	sees: (topic: string) => boolean;
}
/** As many messages as a busy company makes in an hour: who was away longer reads anew. */
const MOST_KEPT = 2000;

const heardOf = (topics: readonly string[], { viewer, sees }: Hearing): string[] => topics.filter((t) => hears(viewer, t) && sees(t));

/** Tells open screens what changed. Topics are record paths like job:ID, or places like plan, leads, outbox. */
class Live {
	/** Of the last message. Begins with the clock, so that it goes on growing after a restart. */
	#number = Date.now();
	readonly #past: { n: number; topics: readonly string[] }[] = [];
	#pastFrom = this.#number;
	readonly #listeners = new Map<Listener, Hearing>();
	readonly #closers = new Map<() => void, StreamOf>();

	/** Of the last message: it only grows. What was read before a message was told bears a smaller one. */
	get number(): number {
		return this.#number;
	}

	publish(topics: readonly string[]): void {
		if (topics.length === 0) return;
		const n = ++this.#number;
		this.#past.push({ n, topics });
		if (this.#past.length > MOST_KEPT) this.#pastFrom = this.#past.shift()?.n ?? n;
		for (const [listener, hearing] of [...this.#listeners]) {
			const heard = heardOf(topics, hearing);
			if (heard.length === 0) continue;
			try {
				listener(heard, n);
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
	subscribe(viewer: Viewer, listener: Listener, sees: (topic: string) => boolean = () => true): () => void {
		this.#listeners.set(listener, { viewer, sees });
		return () => this.#listeners.delete(listener);
	}

	/** What this person would have heard after a number. @returns null when that is too long ago to say */
	missedSince(n: number, viewer: Viewer, sees: (topic: string) => boolean = () => true): string[] | null {
		if (!(n >= this.#pastFrom && n <= this.#number)) return null;
		const topics = new Set(this.#past.filter((m) => m.n > n).flatMap((m) => m.topics));
		return heardOf([...topics], { viewer, sees });
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
