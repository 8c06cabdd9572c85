import { and, inArray, lte } from 'drizzle-orm';
import type { App } from '../app';
import { charges } from '../billing/schema';
import { log } from '../log';
import { answerCharge } from './commands';

/** An attempt that is under way in this process answers within this; older ones have lost their answer. */
const LOST_AFTER_MS = 30_000;

/**
 * Asks the processor what became of every card payment whose answer is missing: at the start of the server all of them, for whoever
 * waited for them died with it; afterwards those that have waited too long. One that the processor does not know yet waits on.
 * @returns how many were settled
 */
export async function reconcileCharges(app: App, all = false): Promise<number> {
	const waiting = app.db.orm
		.select({ id: charges.id })
		.from(charges)
		.where(and(inArray(charges.state, ['asked', 'unknown']), lte(charges.at, app.clock.now() - (all ? 0 : LOST_AFTER_MS))))
		.all();
	let settled = 0;
	for (const { id } of waiting) {
		try {
			const answer = await app.cards.look(id);
			if (!answer || answer.state === 'unknown') continue;
			app.run(answerCharge, { ...answer, tell: true }, { type: 'system' });
			settled += 1;
		} catch (e) {
			// The next look asks again.
			log.warn({ error: (e as Error).message }, 'card processor cannot be asked');
		}
	}
	return settled;
}
