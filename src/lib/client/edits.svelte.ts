import type { Input } from '$lib/contract';
import type { Line } from '$lib/core/estimate';
import { command } from './command';
import { refreshWhenReachable } from './refresh';

/** What was typed into a cell of an estimate and is not known to be saved yet. */
export interface Edit {
	key: string;
	lineId: string;
	field: Input<'estimates.change-line'>['field'];
	value: string;
	seen: string;
	/** What it does to the line, so that it is seen at once; null: only the server can tell. */
	patch: Partial<Line> | null;
	/** For messages: “Tear-off: price 45”. */
	label: string;
}
/** `saved`: the version of the estimate that has it; null while it is not saved. */
type Waiting = Edit & { saved: number | null };

/**
 * Cells that were typed: shown at once, sent one after the other, kept on this device while there is no connection and sent when
 * it is back, also after the page was closed. What the server refuses is said and taken off again.
 */
export class Edits {
	waiting: Waiting[] = $state([]);
	/** The connection is gone. */
	lost = $state(false);
	/** What could not be saved later, in words. */
	refused: string[] = $state([]);
	readonly #store: string;
	#answers: Record<string, (wrong: string | null) => void> = {};
	#sending = false;
	/** The version that the page shows. */
	#shown = 0;
	#soon = false;
	readonly #settled: (() => void)[] = [];
	#timer: ReturnType<typeof setTimeout> | undefined;

	/** Kept by estimate and person: on a device that several share nobody sends what another typed. */
	constructor(estimateId: string, personId: string) {
		this.#store = `nickel-edits-${estimateId}-${personId}`;
	}

	/** Takes up what was kept when the page was last open. @returns stop */
	start(): () => void {
		try {
			const kept = JSON.parse(localStorage.getItem(this.#store) ?? '[]') as Edit[];
			this.waiting = kept.map((e) => ({ ...e, saved: null }));
		} catch {
			// What cannot be read cannot be sent.
		}
		const again = () => void this.#send();
		window.addEventListener('online', again);
		if (this.waiting.length) again();
		return () => {
			window.removeEventListener('online', again);
			clearTimeout(this.#timer);
		};
	}

	/** What lies over a page that shows this version of the estimate: all that it does not show yet. */
	patches(version: number): [lineId: string, patch: Partial<Line>][] {
		return this.waiting.flatMap((e) => (e.patch && (e.saved === null || e.saved > version) ? [[e.lineId, e.patch]] : []));
	}

	/** @returns what was wrong with it, or null: saved, or kept for later. */
	put(edit: Omit<Edit, 'key'>): Promise<string | null> {
		const key = crypto.randomUUID();
		this.waiting.push({ ...edit, key, saved: null });
		this.#keep();
		return new Promise((resolve) => {
			this.#answers[key] = resolve;
			this.#sendSoon();
		});
	}

	/** After the screen had its turn: what was typed is seen first. */
	#sendSoon(): void {
		if (this.#soon) return;
		this.#soon = true;
		setTimeout(() => {
			this.#soon = false;
			void this.#send();
		});
	}

	/** When what was typed is saved, or known to wait for the connection: what comes next, Undo too, comes after it. */
	settled(): Promise<void> {
		return this.#sending || this.#soon ? new Promise((go) => this.#settled.push(go)) : Promise.resolve();
	}

	#answer(key: string, wrong: string | null): boolean {
		const { [key]: resolve, ...rest } = this.#answers;
		this.#answers = rest;
		resolve?.(wrong);
		return resolve !== undefined;
	}

	#keep(): void {
		const open = this.waiting.filter((e) => e.saved === null).map(({ saved: _, ...e }) => e);
		try {
			if (open.length) localStorage.setItem(this.#store, JSON.stringify(open));
			else localStorage.removeItem(this.#store);
		} catch {
			// A device without room keeps them as long as the page is open.
		}
	}

	readonly #next = () => this.waiting.find((e) => e.saved === null);

	/** The page shows this version now: what it has needs nothing laid over it any more. */
	arrived(version: number): void {
		this.#shown = version;
		if (this.waiting.some((e) => e.saved !== null && e.saved <= version))
			this.waiting = this.waiting.filter((e) => e.saved === null || e.saved > version);
	}

	async #send(): Promise<void> {
		if (this.#sending) return;
		this.#sending = true;
		clearTimeout(this.#timer);
		for (let next = this.#next(); next; next = this.#next()) {
			const { key, lineId, field, value, seen, label } = next;
			// What the page shows after the last of them comes with its answer.
			const last = this.waiting.filter((e) => e.saved === null).length === 1;
			const r = await command('estimates.change-line', { lineId, field, value, seen }, { refresh: last && 'with the answer', key });
			if (!r.ok && (r.status === 0 || r.status >= 502)) {
				this.lost = true;
				for (const e of this.waiting) this.#answer(e.key, null);
				this.#timer = setTimeout(() => void this.#send(), 3000);
				break;
			}
			this.lost = false;
			if (r.ok) {
				for (const e of this.waiting) if (e.key === key) e.saved = r.result.version;
				// As a rule it came with the answer, and is on the screen by now.
				this.arrived(this.#shown);
				this.#answer(key, null);
			} else {
				this.waiting = this.waiting.filter((e) => e.key !== key);
				// Whoever still stands in the cell is told there; what was kept is told above the scopes.
				if (!this.#answer(key, r.message)) this.refused.push(`${label} was not saved. ${r.message}`);
			}
			this.#keep();
		}
		this.#sending = false;
		if (this.waiting.some((e) => e.saved !== null) && !(await refreshWhenReachable()))
			this.#timer = setTimeout(() => void this.#send(), 3000);
		for (const go of this.#settled.splice(0)) go();
	}
}
