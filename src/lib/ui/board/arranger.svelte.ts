import { SvelteMap } from 'svelte/reactivity';
import { ask } from '$lib/client/ask';
import { command, type Outcome } from '$lib/client/command';
import { told } from '$lib/client/told';
import type { Input, Output } from '$lib/contract';
import { inSight, type Ahead, type Place } from './ahead';
import type { Bar } from './layout';

export type Change = Input<'plan.arrange'>['changes'][number];
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

	/** Where shifts are going that are on their way: they are shown there at once, and the next step begins there. */
	#ahead = new SvelteMap<string, Ahead>();
	/** How often each shift was changed, as far as this board has heard: a step may begin before the page shows the one before it. */
	#versions: Record<string, number> = {};
	#steps = 0;
	/** The last step that had begun when one was refused. */
	#refused = 0;

	/** Shifts as they will stand once everything that is on its way is done. */
	shown<S extends Shown>(shifts: readonly S[]): readonly S[] {
		return inSight(shifts, this.#ahead);
	}

	/** @param draftId the draft in which it is done; undefined: on the plan itself */
	constructor(readonly draftId: () => string | undefined = () => undefined) {}

	/** One thing after the other: who undoes at once undoes what is still on its way. */
	#turn: Promise<unknown> = Promise.resolve();
	#inTurn<T>(work: () => Promise<T>): Promise<T> {
		const mine = this.#turn.then(work, work);
		this.#turn = mine;
		return mine;
	}

	/** Carries changes out; with something against them, they wait as a doubt. */
	do(changes: Change[], words: string, despite = false): Promise<boolean> {
		if (changes.length === 0) return Promise.resolve(false);
		const step = ++this.#steps;
		for (const c of changes) this.#ahead.set(c.id, { step, to: c.to });
		return this.#inTurn(async () => {
			// What began where a step before it should have led is not meant any more when that was refused.
			if (step <= this.#refused) return false;
			const done = await this.#do(changes, words, despite);
			if (!done) this.#refused = this.#steps;
			return done;
		}).finally(() => {
			for (const c of changes) if (this.#ahead.get(c.id)?.step === step) this.#ahead.delete(c.id);
		});
	}
	undo(): Promise<void> {
		return this.#inTurn(() => this.#undo());
	}
	redo(): Promise<void> {
		return this.#inTurn(() => this.#redo());
	}

	async #do(changes: Change[], words: string, despite: boolean): Promise<boolean> {
		this.problem = '';
		const r = await this.#send(changes, despite);
		if (r.ok) {
			this.doubt = null;
			this.note(words, this.#backBy(r.result.undo));
			return true;
		}
		if (r.field === 'despite' && !despite) {
			const asked = await ask('plan.check-arrange', { changes: this.#latest(changes), ...this.where() });
			this.doubt = { changes, words, against: asked.ok ? asked.result.against : [r.message] };
			this.said = `${words} ${this.doubt.against[0] ?? ''}`;
		} else this.problem = this.said = r.message;
		return false;
	}

	/** Changes on top of what this board itself has done since they were thought of. */
	#latest(changes: readonly Change[]): Change[] {
		return changes.map((c) => (c.version === null ? c : { ...c, version: Math.max(c.version, this.#versions[c.id] ?? 0) }));
	}
	/** What says where this board works, with a command or a question. */
	where(): { draftId?: string } {
		const draftId = this.draftId();
		return draftId === undefined ? {} : { draftId };
	}
	/** Plans people for a stretch of days, where this board works. */
	async add(plan: Input<'plan.add'>, words: (shifts: number) => string): Promise<Outcome<Output<'plan.add'>>> {
		const r = await command('plan.add', { ...plan, ...this.where() });
		if (r.ok) this.note(words(r.result.shiftIds.length), this.backOf(r.result.shiftIds));
		return r;
	}
	async #send(changes: readonly Change[], despite: boolean) {
		const r = await command('plan.arrange', { changes: this.#latest(changes), despite, ...this.where() });
		if (r.ok) for (const u of r.result.undo) this.#versions[u.id] = u.version ?? u.as ?? 0;
		return r;
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
			const r = await this.#send(changes, true);
			return r.ok ? { ok: true, again: this.#backBy(r.result.undo) } : { ok: false, message: r.message };
		};
	}

	/** What takes shifts off that were just planned. */
	backOf(shiftIds: readonly string[]): Step['back'] {
		return this.#backBy(shiftIds.map((id) => ({ id, version: 1, to: null })));
	}
}
