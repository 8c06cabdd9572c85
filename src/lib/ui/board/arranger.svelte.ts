import { ask } from '$lib/client/ask';
import { command } from '$lib/client/command';
import { told } from '$lib/client/told';
import type { Input } from '$lib/contract';
import type { Bar } from './layout';

export type Change = Input<'plan.arrange'>['changes'][number];
type Place = NonNullable<Change['to']>;
type Shown = Bar['shifts'][number];

const placeOf = (s: Shown): Place => ({
	...{ jobId: s.jobId, phase: s.phase, personId: s.personId, day: s.day, from: s.from, to: s.to, note: s.note }
});
/** A shift as it stands, but for what is changed. */
export const changed = (s: Shown, more: Partial<Place>): Change => ({ id: s.id, version: s.version, to: { ...placeOf(s), ...more } });
/** Off the plan. */
export const off = (s: Shown): Change => ({ id: s.id, version: s.version, to: null });
/** The same once more, somewhere else. */
export const copied = (s: Shown, more: Partial<Place>): Change => ({
	id: crypto.randomUUID(),
	version: null,
	to: { ...placeOf(s), ...more }
});

interface Step {
	words: string;
	/** What takes it back, exactly. */
	back: () => Promise<{ ok: true; again: Step['back'] } | { ok: false; message: string }>;
}

/** Something that was asked and speaks against something: it is done when it is meant. */
export interface Doubt {
	changes: Change[];
	words: string;
	against: string[];
}

/**
 * What somebody does on the board, one thing after the other, each to be taken back and done again in turn. What speaks against a change is asked
 * before it is saved.
 */
export class Arranger {
	done: Step[] = $state([]);
	undone: Step[] = $state([]);
	/** What was done last, for the ear. */
	said = $state('');
	problem = $state('');
	doubt: Doubt | null = $state(null);

	/** One thing after the other: who undoes at once undoes what is still on its way. */
	#turn: Promise<unknown> = Promise.resolve();
	#inTurn<T>(work: () => Promise<T>): Promise<T> {
		const mine = this.#turn.then(work, work);
		this.#turn = mine;
		return mine;
	}

	/** Carries changes out; with something against them, they wait as a doubt. */
	do(changes: Change[], words: string, despite = false): Promise<boolean> {
		return this.#inTurn(() => this.#do(changes, words, despite));
	}
	undo(): Promise<void> {
		return this.#inTurn(() => this.#undo());
	}
	redo(): Promise<void> {
		return this.#inTurn(() => this.#redo());
	}

	async #do(changes: Change[], words: string, despite: boolean): Promise<boolean> {
		this.problem = '';
		if (changes.length === 0) return false;
		const r = await command('plan.arrange', { changes, despite });
		if (r.ok) {
			this.doubt = null;
			this.note(words, this.#backBy(r.result.undo));
			return true;
		}
		if (r.field === 'despite' && !despite) {
			const asked = await ask('plan.check-arrange', { changes });
			this.doubt = { changes, words, against: asked.ok ? asked.result.against : [r.message] };
			this.said = `${words} ${this.doubt.against[0] ?? ''}`;
		} else this.problem = this.said = r.message;
		return false;
	}

	/** Something that another command did, with what takes it back. */
	note(words: string, back: Step['back']): void {
		this.done = [...this.done.slice(-99), { words, back }];
		this.undone = [];
		this.said = words;
		told(words, async () => {
			await this.undo();
			return this.problem || null;
		});
	}

	async #undo(): Promise<void> {
		const step = this.done.at(-1);
		if (!step) return;
		this.done = this.done.slice(0, -1);
		await this.#back(step, (again) => (this.undone = [...this.undone, again]), 'Taken back');
	}
	async #redo(): Promise<void> {
		const step = this.undone.at(-1);
		if (!step) return;
		this.undone = this.undone.slice(0, -1);
		await this.#back(step, (again) => (this.done = [...this.done, again]), 'Done again');
	}

	async #back(step: Step, keep: (again: Step) => void, word: string): Promise<void> {
		const r = await step.back();
		this.problem = r.ok ? '' : r.message;
		this.said = r.ok ? `${word}: ${step.words}` : r.message;
		if (r.ok) keep({ words: step.words, back: r.again });
	}

	/** Changes taken back are meant, whatever speaks against what stood before. */
	#backBy(changes: Change[]): Step['back'] {
		return async () => {
			const r = await command('plan.arrange', { changes, despite: true });
			return r.ok ? { ok: true, again: this.#backBy(r.result.undo) } : { ok: false, message: r.message };
		};
	}

	/** What takes shifts off that were just planned. */
	backOf(shiftIds: readonly string[]): Step['back'] {
		return this.#backBy(shiftIds.map((id) => ({ id, version: 1, to: null })));
	}
}
