import type { Input, OfflineName } from '$lib/contract';
import { fieldWords, type FieldWords } from '$lib/core/words';
import { KeptStore, type Kept } from './kept-store';
import { bundles, post, type Unsent } from './post';
import { refresh } from './refresh';
import { toldSaved } from './saved';

/** A picture that was taken on the device; what names it, names the id it was given here. */
interface Picture {
	id: string;
	file: Blob;
}
/** What became of something that was just done: saved, waiting for reception, or refused at a field. */
export type Settled = { state: 'saved' } | { state: 'waiting' } | { state: 'refused'; message: string; field: string };

const RETRY = 3000;

/**
 * What is done in the field is written down on the device first, shown as done, and sent in order when there is reception: exactly once, also after
 * the page, the browser or the server was killed in between. One tab sends for all of a device.
 */
export class Queue {
	items: Kept[] = $state.raw([]);
	/** There is no reception. */
	lost = $state(false);
	/** The session is over: what is here waits until this person signs in again. */
	signedOut = $state(false);
	#store = new KeptStore();
	#person = '';
	#words: () => FieldWords['queue'] = () => fieldWords('en').queue;
	#channel: BroadcastChannel | null = null;
	#timer: ReturnType<typeof setTimeout> | undefined;
	#sending = false;
	#again = false;
	/** Who waits on this page for what became of what they just did. */
	#waiting: Record<string, (s: Settled) => void> = {};

	/** Takes up what this person left here. @param words in the language of the page @returns stop */
	start(person: string, words: () => FieldWords['queue']): () => void {
		this.#person = person;
		this.#words = words;
		this.#channel = new BroadcastChannel('nickel-queue');
		this.#channel.onmessage = () => void this.#read().catch(() => undefined);
		const again = () => void this.#send();
		window.addEventListener('online', again);
		// A device that cannot be read now is asked again with the next thing that is done.
		void this.#read().then(again, () => undefined);
		return () => {
			window.removeEventListener('online', again);
			clearTimeout(this.#timer);
			this.#channel?.close();
			this.#store.close();
		};
	}

	/**
	 * Writes down what was done, and sends it if that is possible now.
	 * @param picture goes before it; the input names its id
	 * @returns what became of it, as far as that is known: without reception it waits
	 */
	async put<N extends OfflineName>(
		name: N,
		input: Input<N>,
		{ about, label, picture }: { about: string; label: string; picture?: Picture }
	): Promise<Settled> {
		const key = crypto.randomUUID();
		const common = { person: this.#person, group: key, about, occurredAt: Date.now(), refused: null };
		const rows: Unsent[] = [
			...(picture
				? [{ ...common, key: picture.id, name: 'picture' as const, input: picture.id, picture: picture.file, label: this.#words().picture }]
				: []),
			{ ...common, key, name, input, picture: null, label }
		];
		try {
			await this.#store.add(rows);
		} catch {
			return this.#sendUnkept(rows);
		}
		// Before anything else looks: a sender that is at work already may take it up at once.
		const settled = new Promise<Settled>((resolve) => (this.#waiting[key] = resolve));
		await this.#read().catch(() => undefined);
		void this.#send();
		const became = await settled;
		if (became.state !== 'refused') toldSaved();
		return became;
	}

	/** A device that cannot keep anything: what is done is sent at once, and whoever did it is told when that is not possible. */
	async #sendUnkept(rows: readonly Unsent[]): Promise<Settled> {
		for (const row of rows) {
			const [answer] = await post([row], this.#words().unanswered);
			if (answer?.state === 'refused') return answer;
			if (answer?.state !== 'saved') return { state: 'refused', field: '', message: this.#words().unkept };
		}
		toldSaved();
		await refresh();
		return { state: 'saved' };
	}

	/** Tries what was refused once more. */
	async retry(group: string): Promise<void> {
		await this.#settle(group, null);
		void this.#send();
	}

	/** Gives up on something that was refused. */
	async drop(group: string): Promise<void> {
		await this.#settle(group, 'gone');
	}

	/** All of one click: gone, refused with a reason, or to be sent again. */
	async #settle(group: string, how: 'gone' | { refused: string } | null): Promise<void> {
		const rows = this.items.filter((i) => i.group === group);
		await this.#store.settle(how === 'gone' ? rows : rows.map((k) => ({ ...k, refused: how?.refused ?? null })), how === 'gone');
		await this.#changed();
	}

	async #read(): Promise<void> {
		const all = await this.#store.of(this.#person);
		this.items = all;
		// Another tab sent it.
		for (const key of Object.keys(this.#waiting)) if (!all.some((k) => k.key === key)) this.#answer(key, { state: 'saved' });
	}

	async #changed(): Promise<void> {
		await this.#read();
		this.#channel?.postMessage('changed');
	}

	/** One sender for a device: tabs take turns, and each sends all that waits. */
	async #send(): Promise<void> {
		if (this.#sending) return void (this.#again = true);
		this.#sending = true;
		clearTimeout(this.#timer);
		let sent = false;
		try {
			do {
				this.#again = false;
				sent = (await navigator.locks.request('nickel-queue', () => this.#sendAll())) || sent;
			} while (this.#again);
		} catch {
			// The device cannot be read now: what is kept on it waits, and nobody is left waiting for an answer.
			for (const key of Object.keys(this.#waiting)) this.#answer(key, { state: 'waiting' });
			this.#timer = setTimeout(() => void this.#send(), RETRY);
		} finally {
			// Whatever went wrong with it, the next one sends again.
			this.#sending = false;
		}
		if (this.lost) this.#timer = setTimeout(() => void this.#send(), RETRY);
		if (sent && !this.lost) await refresh();
	}

	/** @returns whether anything was saved */
	async #sendAll(): Promise<boolean> {
		let sent = false;
		// Read anew until nothing is left: more may be done meanwhile, here or in another tab.
		for (let left = await this.#open(); left.length > 0; left = await this.#open()) {
			const refused: string[] = [];
			for (const bundle of bundles(left)) {
				const items = bundle.filter((k) => !refused.includes(k.group));
				const answers = await post(items, this.#words().unanswered);
				const saved = items.filter((_, i) => answers[i]?.state === 'saved');
				if (saved.length > 0) {
					await this.#store.settle(saved, true);
					sent = true;
					this.items = this.items.filter((i) => !saved.some((k) => k.seq === i.seq));
					for (const k of saved) this.#answer(k.key, { state: 'saved' });
				}
				for (const [i, answer] of answers.entries()) {
					const group = items[i]?.group;
					if (answer.state !== 'refused' || group === undefined) continue;
					refused.push(group);
					// Whoever just did it is told in the form, where what was typed still stands.
					const told = this.#answer(group, answer);
					await this.#settle(group, told ? 'gone' : { refused: answer.message });
				}
				const last = answers.at(-1)?.state;
				[this.lost, this.signedOut] = [last === 'away', last === 'signed out'];
				if (this.lost || this.signedOut) {
					for (const key of Object.keys(this.#waiting)) this.#answer(key, { state: 'waiting' });
					return sent;
				}
			}
			this.#channel?.postMessage('changed');
		}
		[this.lost, this.signedOut] = [false, false];
		return sent;
	}

	/** What is to be sent, in order, as it stands on the device now. */
	async #open(): Promise<Kept[]> {
		await this.#read();
		return this.items.filter((i) => i.refused === null);
	}

	#answer(key: string, settled: Settled): boolean {
		const { [key]: resolve, ...rest } = this.#waiting;
		this.#waiting = rest;
		resolve?.(settled);
		return resolve !== undefined;
	}
}

/** The queue of this device. */
export const queue = new Queue();
