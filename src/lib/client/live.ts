import { allAnswered } from './asking';
import { navigating } from '$app/state';
import { refresh, refreshWhenReachable } from './refresh';
import { shownTo, whichPage } from './shown.svelte';

/** Something that happened; without topics: too much was missed, and a page must be read anew. */
interface Message {
	n: number;
	topics: readonly string[] | null;
}
type Word = Message | { ask: number };

const NAME = 'nickel-live';
const MOST_KEPT = 500;
/** The server gives a sign every 25 seconds: a line that is silent for longer than this is dead, or this device slept. */
const SILENT = 35_000;
/** A burst of changes is one refresh; the first one goes at once. */
const BURST = 150;

/**
 * Keeps a page as things are elsewhere. All tabs of a browser hear through one stream: the tab that holds the lock has it open and tells the others;
 * when it goes, another takes over where it left off. A tab that nobody looks at asks for nothing until somebody does.
 */
export class Follower {
	readonly #topics: () => readonly string[];
	#channel: BroadcastChannel | null = null;
	#source: EventSource | null = null;
	#letGo: AbortController | null = null;
	#heard: Message[] = [];
	/** From which number on all messages are among those heard. */
	#from = Infinity;
	/** Asked by a tab before this one knew its own number: told with the first message. */
	#owed = Infinity;
	#lastSign = Date.now();
	#lastRefresh = 0;
	/** What a page without a number of its own was brought up to. */
	#readTo = 0;
	#timer: ReturnType<typeof setTimeout> | undefined;
	#watch: ReturnType<typeof setInterval> | undefined;

	/** @param topics of the page that is open now */
	constructor(topics: () => readonly string[]) {
		this.#topics = topics;
	}

	/** @returns stop */
	start(): () => void {
		const shown = (e: PageTransitionEvent) => {
			if (e.persisted) this.#begin();
		};
		const leave = () => this.#end();
		const seen = () => document.visibilityState === 'visible' && this.#wake();
		window.addEventListener('pagehide', leave);
		window.addEventListener('pageshow', shown);
		window.addEventListener('online', seen);
		document.addEventListener('visibilitychange', seen);
		this.#begin();
		return () => {
			window.removeEventListener('pagehide', leave);
			window.removeEventListener('pageshow', shown);
			window.removeEventListener('online', seen);
			document.removeEventListener('visibilitychange', seen);
			this.#end();
		};
	}

	/** After another page was opened: it may have been loaded before something that was heard since. */
	look(): void {
		if (document.visibilityState === 'hidden' || !this.#channel) return;
		const to = Math.max(shownTo() ?? 0, this.#readTo);
		const wanted = this.#topics();
		if (this.#heard.some((m) => m.n > to && (m.topics === null || m.topics.some((t) => wanted.includes(t))))) this.#refreshSoon();
	}

	#begin(): void {
		this.#channel = new BroadcastChannel(NAME);
		this.#channel.onmessage = ({ data }: MessageEvent<Word>) => ('ask' in data ? this.#tell(data.ask) : this.#take(data));
		this.#lastSign = Date.now();
		this.#letGo = new AbortController();
		// A page that is left closes its stream at once: a browser keeps only a few connections to one host.
		const { signal } = this.#letGo;
		const held = () => new Promise<void>((done) => (signal.addEventListener('abort', () => done()), this.#open()));
		navigator.locks.request(NAME, { signal }, held).catch(() => undefined);
		this.#channel.postMessage({ ask: shownTo() ?? 0 } satisfies Word);
		this.#watch = setInterval(() => this.#source && this.#silent() && this.#open(), 10_000);
	}

	#end(): void {
		clearTimeout(this.#timer);
		clearInterval(this.#watch);
		this.#source?.close();
		this.#source = null;
		this.#letGo?.abort();
		this.#channel?.close();
		this.#channel = null;
	}

	readonly #silent = () => Date.now() - this.#lastSign > SILENT;

	/** Opens the stream where the last one left off, or where the page stands. */
	#open(): void {
		this.#source?.close();
		const last = this.#heard.at(-1)?.n ?? shownTo();
		this.#from = Math.min(this.#from, last ?? Infinity);
		const source = new EventSource(`/api/live${last === null ? '' : `?since=${last}`}`);
		this.#source = source;
		this.#lastSign = Date.now();
		const hear = (kind: 'change' | 'anew' | 'beat') => (e: MessageEvent<string>) => {
			const n = Number(e.lastEventId);
			if (this.#from === Infinity) {
				this.#from = n;
				if (this.#owed < n) this.#channel?.postMessage({ n, topics: null } satisfies Word);
			}
			const message = { n, topics: kind === 'anew' ? null : (JSON.parse(e.data) as string[]) };
			this.#take(message);
			this.#channel?.postMessage(message satisfies Word);
		};
		for (const kind of ['change', 'anew', 'beat'] as const) source.addEventListener(kind, hear(kind));
	}

	/** The tab with the stream tells one that was just opened what happened since it was loaded. */
	#tell(since: number): void {
		if (!this.#source) return;
		if (this.#from === Infinity) return void (this.#owed = Math.min(this.#owed, since));
		const missed: Message[] =
			since >= this.#from
				? this.#heard.filter((m) => m.n > since)
				: [{ n: Math.max(this.#from, this.#heard.at(-1)?.n ?? 0), topics: null }];
		for (const m of missed) this.#channel?.postMessage(m satisfies Word);
	}

	#take(m: Message): void {
		this.#lastSign = Date.now();
		if (m.topics?.length === 0 || this.#heard.some((h) => h.n === m.n && h.topics !== null)) return;
		this.#heard = [...this.#heard, m].slice(-MOST_KEPT);
		if (this.#heard.length === MOST_KEPT) this.#from = Math.max(this.#from, this.#heard[0]?.n ?? 0);
		// What this page does itself brings what changed with its answer.
		void allAnswered().then(() => this.look());
	}

	/** Somebody looks again, after whatever happened to this device meanwhile. */
	#wake(): void {
		if (!this.#channel) return;
		if (!this.#silent()) return this.look();
		this.#lastSign = Date.now();
		if (this.#source) this.#open();
		this.#refreshSoon();
	}

	#refreshSoon(): void {
		clearTimeout(this.#timer);
		this.#timer = setTimeout(() => void this.#refresh(), Math.max(0, this.#lastRefresh + BURST - Date.now()));
	}

	async #refresh(): Promise<void> {
		// A refresh would call off where somebody is going right now: it waits until they are there.
		if (navigating.to) return this.#refreshSoon();
		this.#lastRefresh = Date.now();
		const to = this.#heard.at(-1)?.n ?? 0;
		// A page that asks for what became different waits for the connection by itself.
		if (whichPage()) await refresh();
		else if (await refreshWhenReachable()) this.#readTo = to;
		else if (this.#channel) this.#timer = setTimeout(() => void this.#refresh(), 3000);
	}
}
