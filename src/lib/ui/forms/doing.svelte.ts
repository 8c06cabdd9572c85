import { command, type Outcome } from '$lib/client/command';
import type { CommandName, Input, Output } from '$lib/contract';

/**
 * What somebody is doing on a page: which dialog stands open, what was refused in it, and whether its answer is awaited. An answer
 * belongs to what it was asked from: one that comes late neither closes nor blames the dialog that was opened meanwhile.
 * @example const doing = new Doing<'send' | 'withdraw'>(); doing.start('send'); await doing.run('orders.send', () => ({ … }));
 */
export class Doing<D extends string> {
	open: D | null = $state(null);
	/** What was refused, in the dialog that stands open, or else on the page. */
	problem = $state('');
	field = $state('');
	/** The answer to what was asked from here is awaited. */
	busy = $state(false);
	/** A refusal that came when something else had been begun: said on the page. */
	late = $state('');
	/** Counts what was begun. */
	#round = 0;
	#before: Promise<unknown> = Promise.resolve();

	start(what: D): void {
		this.#begin(what);
	}

	close(): void {
		this.#begin(null);
	}

	#begin(what: D | null): void {
		this.#round++;
		this.open = what;
		[this.problem, this.field, this.busy] = ['', '', false];
	}

	/** Says what is wrong with what was typed, before anything is sent. */
	refuse(message: string, field = ''): void {
		[this.problem, this.field] = [message, field];
	}

	/** The message of one field. */
	at(field: string): string {
		return this.field === field ? this.problem : '';
	}

	/** What the page says above everything: what was refused outside a dialog, or too late for one. */
	get onPage(): string {
		return this.late || (this.open === null ? this.problem : '');
	}

	/** For `bind:open` of a dialog: closed by hand it ends what it stands for, and nothing that was begun since. */
	ends(what: D): (open: boolean) => void {
		return (open) => {
			if (!open && this.open === what) this.close();
		};
	}

	/**
	 * Sends a command, after the answer to the one before: its input is made then, so that it carries the version the page has by
	 * that time. Closes what it was asked from when it is done.
	 */
	async run<N extends CommandName>(name: N, input: () => Input<N>): Promise<Outcome<Output<N>>> {
		const round = this.#round;
		this.busy = true;
		this.late = '';
		const asked = this.#before.then(() => command(name, input()));
		this.#before = asked.catch(() => undefined);
		const r = await asked;
		if (round !== this.#round) {
			if (!r.ok) this.late = r.message;
			return r;
		}
		this.busy = false;
		if (r.ok) this.close();
		else this.refuse(r.message, r.field ?? '');
		return r;
	}
}
