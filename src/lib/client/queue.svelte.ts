import type { Input, OfflineName } from '$lib/contract';
import { fieldWords, type FieldWords } from '$lib/core/words';
import { KeptStore, type Kept } from './kept-store';
import { refresh } from './refresh';
import { toldSaved } from './saved';

/** A picture that was taken on the device; what names it, names the id it was given here. */
interface Picture {
	id: string;
	file: Blob;
}
/** What became of something that was just done: saved, waiting for reception, or refused at a field. */
export type Settled = { state: 'saved' } | { state: 'waiting' } | { state: 'refused'; message: string; field: string };
type Answer = { state: 'saved' } | { state: 'away' } | { state: 'signed out' } | { state: 'refused'; message: string; field: string };

const RETRY = 3000;
/** A line that takes longer than this is as good as none: it is sent again with its key. */
const HANGS = { command: 20_000, picture: 180_000 };

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
		const rows: Omit<Kept, 'seq'>[] = [
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
	async #sendUnkept(rows: readonly Omit<Kept, 'seq'>[]): Promise<Settled> {
		for (const row of rows) {
			const answer = await post(row, this.#words().unanswered);
			if (answer.state === 'refused') return answer;
			if (answer.state !== 'saved') return { state: 'refused', field: '', message: this.#words().unkept };
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
			for (const next of left) {
				if (refused.includes(next.group)) continue;
				const answer = await post(next, this.#words().unanswered);
				[this.lost, this.signedOut] = [answer.state === 'away', answer.state === 'signed out'];
				if (answer.state === 'away' || answer.state === 'signed out') {
					for (const key of Object.keys(this.#waiting)) this.#answer(key, { state: 'waiting' });
					return sent;
				}
				if (answer.state === 'saved') {
					await this.#store.settle([next], true);
					sent = true;
					this.items = this.items.filter((i) => i.seq !== next.seq);
					this.#answer(next.key, { state: 'saved' });
				} else {
					refused.push(next.group);
					// Whoever just did it is told in the form, where what was typed still stands.
					const told = this.#answer(next.group, answer);
					await this.#settle(next.group, told ? 'gone' : { refused: answer.message });
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

/** Sends one thing. What the server does not answer itself may have been done or not: it is sent again with its key. */
async function post(k: Omit<Kept, 'seq'>, unanswered: string): Promise<Answer> {
	const sentAt = Date.now();
	try {
		const response =
			k.name === 'picture' && k.picture
				? await fetch('/api/pictures', { method: 'POST', body: pictureForm(k.key, k.picture), signal: AbortSignal.timeout(HANGS.picture) })
				: await fetch(`/api/commands/${k.name}`, {
						method: 'POST',
						headers: { 'content-type': 'application/json' },
						signal: AbortSignal.timeout(HANGS.command),
						body: JSON.stringify({ input: k.input, key: k.key, as: k.person, occurredAt: k.occurredAt, sentAt })
					});
		if (response.ok) return { state: 'saved' };
		if (response.status === 401) return { state: 'signed out' };
		// What fails here by itself is told and stands aside: it must not keep all that comes after it.
		if (response.status >= 502 || response.status === 429) return { state: 'away' };
		const body = (await response.json().catch(() => ({}))) as { message?: string; field?: string };
		return { state: 'refused', message: body.message ?? unanswered, field: body.field ?? '' };
	} catch {
		return { state: 'away' };
	}
}

function pictureForm(id: string, file: Blob): FormData {
	const form = new FormData();
	form.set('picture', file);
	form.set('id', id);
	form.set('key', id);
	return form;
}

/** The queue of this device. */
export const queue = new Queue();
