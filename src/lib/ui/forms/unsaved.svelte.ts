import { tick } from 'svelte';
import { SvelteSet } from 'svelte/reactivity';
import { onSaved } from '$lib/client/saved';

/** Forms on the page with something typed that is not saved. */
const open = new SvelteSet<Typing>();
/** Whether leaving the page would lose what somebody typed. */
export const somethingUnsaved = (): boolean => open.size > 0;
/** Somebody chose to leave all of it. */
export const leaveAll = (): void => {
	for (const t of [...open]) t.clean();
};

/**
 * What is being typed into one form: whether any of it is unsaved. Made while a component is made; it forgets itself with it.
 * @param saves whether it is saved by its own submit alone; else by whatever is saved on its page, like a long sheet with one button
 */
export class Typing {
	dirty = $state(false);
	#submitted = false;

	constructor(private readonly saves: 'submit' | 'anything' = 'submit') {
		$effect(() => {
			const stop = onSaved(() => {
				if (this.#submitted || this.saves === 'anything') this.clean();
			});
			return () => {
				stop();
				open.delete(this);
			};
		});
	}

	/** For `oninput` of the form: what is typed while the last save is on its way is not part of it. */
	readonly typed = (e: Event): void => {
		// A field that acts at once, like a search, is nothing that could be lost.
		if ((e.target as HTMLElement).closest('[data-at-once], [type=search]')) return;
		this.#submitted = false;
		this.dirty = true;
		open.add(this);
	};

	/** For the submit of the form. Where it was refused, the first field at fault has the cursor. */
	async submit(form: HTMLElement | undefined, save: () => unknown): Promise<void> {
		this.#submitted = true;
		await save();
		await tick();
		if (!this.dirty) return;
		form?.querySelector('.problem[role=alert]')?.closest('label')?.querySelector<HTMLElement>('input, select, textarea')?.focus();
	}

	clean(): void {
		this.dirty = this.#submitted = false;
		open.delete(this);
	}
}
