import { openDB, type IDBPDatabase } from 'idb';
import type { OfflineName } from '$lib/contract';

/** What was done on this device and is not known to be saved. */
export interface Kept {
	seq: number;
	/** Who did it: nobody else sees or sends it. */
	person: string;
	key: string;
	/** What was done with one click: a picture and the note that names it stand and fall together. */
	group: string;
	name: OfflineName | 'picture';
	input: unknown;
	picture: Blob | null;
	/** What it is about, so that a page finds its own: “job:ID”. */
	about: string;
	/** For people: “Clock on, Penhallow house”. */
	label: string;
	/** By this device's clock. */
	occurredAt: number;
	/** Why the server did not take it; it stands here until somebody settles it. */
	refused: string | null;
}

const STORE = 'kept';
/** A browser's storage can hang or lose its connection while a page wakes up; after this long it is opened anew. */
const PATIENCE = 5000;

/** What waits, written down in the browser's own database. A connection that was lost or does not answer is opened anew once before it is given up. */
export class KeptStore {
	#db: Promise<IDBPDatabase> | null = null;

	/** Writes down all of one click, or none of it. @throws when this device cannot keep anything */
	add(rows: readonly Omit<Kept, 'seq'>[]): Promise<void> {
		return this.#work(async (db, again) => {
			const t = db.transaction(STORE, 'readwrite');
			// A second try must not write it twice; a first one reads nothing, pictures are heavy.
			const known = new Set(again ? ((await t.store.getAll()) as Kept[]).map((k) => k.key) : []);
			for (const row of rows) if (!known.has(row.key)) await t.store.add(row);
			await t.done;
		});
	}

	/** What this person left here, oldest first. */
	of(person: string): Promise<Kept[]> {
		return this.#work(async (db) => {
			const all = (await db.getAllFromIndex(STORE, 'person', person)) as Kept[];
			return all.sort((a, b) => a.seq - b.seq);
		});
	}

	/** Replaces rows, or takes them away. */
	settle(rows: readonly Kept[], gone: boolean): Promise<void> {
		return this.#work(async (db) => {
			const t = db.transaction(STORE, 'readwrite');
			for (const row of rows)
				if (gone) await t.store.delete(row.seq);
				else await t.store.put(row);
			await t.done;
		});
	}

	close(): void {
		const was = this.#db;
		this.#db = null;
		void was?.then(
			(db) => db.close(),
			() => undefined
		);
	}

	async #work<T>(what: (db: IDBPDatabase, again: boolean) => Promise<T>): Promise<T> {
		try {
			return await soon(this.#opened().then((db) => what(db, false)));
		} catch {
			this.close();
			return soon(this.#opened().then((db) => what(db, true)));
		}
	}

	#opened(): Promise<IDBPDatabase> {
		this.#db ??= openDB('nickel-queue', 1, {
			upgrade: (db) => db.createObjectStore(STORE, { keyPath: 'seq', autoIncrement: true }).createIndex('person', 'person'),
			// The browser closed it by itself.
			terminated: () => (this.#db = null)
		});
		return this.#db;
	}
}

/** The same, or a failure when it takes too long. */
function soon<T>(work: Promise<T>): Promise<T> {
	return new Promise((resolve, reject) => {
		const timer = setTimeout(() => reject(new Error('The device did not answer.')), PATIENCE);
		work.then(resolve, reject).finally(() => clearTimeout(timer));
	});
}
