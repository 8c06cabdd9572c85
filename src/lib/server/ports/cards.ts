import { and, asc, eq, like } from 'drizzle-orm';
import type { Db } from '../db';
import { standInLog } from '../outbox/schema';

export interface CardRequest {
	chargeId: string;
	amount: number;
	number: string;
	expiry: string;
	code: string;
}
export interface CardAnswer {
	chargeId: string;
	processorId: string;
	state: 'paid' | 'declined' | 'unknown';
	message: string;
}

/**
 * Takes money by card. Answers come to `onAnswer`, perhaps late, twice, or after a time-out: whoever listens settles a charge
 * by its id, once. The number of the card goes through and is kept nowhere.
 */
export interface CardPort {
	readonly name: string;
	/**
	 * What became of a charge, asked afterwards: for one whose answer was lost, because the server died or the line did.
	 * @returns null when the processor does not know yet; a charge it never saw is declined, for nothing was taken
	 */
	look(chargeId: string): Promise<CardAnswer | null>;
	charge(request: CardRequest, onAnswer: (answer: CardAnswer) => void): Promise<void>;
}

export const TEST_CARDS = [
	{ number: '4000 0000 0000 0001', what: 'succeeds' },
	{ number: '4000 0000 0000 0002', what: 'is declined' },
	{ number: '4000 0000 0000 0003', what: 'times out, and the money comes later' },
	{ number: '4000 0000 0000 0004', what: 'succeeds and answers twice' }
] as const;

/** The shipped stand-in, driven by test numbers. Any other number is declined. */
export function standInCards(db: Db, now: () => number, laterMs = 1500): CardPort {
	const note = (sent: string, received: string) => db.orm.insert(standInLog).values({ at: now(), port: 'card', sent, received }).run();
	/** What the stand-in once answered: its log is its memory, which outlives the server. */
	const known = (chargeId: string) =>
		db.orm
			.select({ received: standInLog.received })
			.from(standInLog)
			.where(and(eq(standInLog.port, 'card'), like(standInLog.sent, `charge ${chargeId}:%`)))
			.orderBy(asc(standInLog.id))
			.all()
			.map((r) => r.received);
	return {
		name: 'stand-in processor',
		look(chargeId) {
			const said = known(chargeId);
			const processorId = `P-${chargeId}`;
			const answer: CardAnswer = said.some((s) => s.startsWith('paid') || s.startsWith('no answer'))
				? { chargeId, processorId, state: 'paid', message: 'paid' }
				: { chargeId, processorId: '', state: 'declined', message: 'The payment did not go through. Nothing was taken.' };
			note(`what became of charge ${chargeId}`, answer.state);
			return Promise.resolve(answer);
		},
		async charge(r, onAnswer) {
			const last = r.number.replace(/\D/g, '').slice(-4);
			const sent = `charge ${r.chargeId}: ${r.amount} cents, card ending ${last}`;
			const paid: CardAnswer = { chargeId: r.chargeId, processorId: `P-${r.chargeId}`, state: 'paid', message: 'paid' };
			const which = r.number.replace(/\D/g, '').startsWith('400000000000000') ? last : '';
			if (which === '0001') {
				note(sent, 'paid');
				onAnswer(paid);
			} else if (which === '0003') {
				note(sent, 'no answer in time');
				onAnswer({ chargeId: r.chargeId, processorId: '', state: 'unknown', message: 'The processor did not answer in time.' });
				setTimeout(() => {
					note(sent, 'paid (late)');
					onAnswer(paid);
				}, laterMs).unref();
			} else if (which === '0004') {
				note(sent, 'paid, said twice');
				onAnswer(paid);
				onAnswer(paid);
			} else {
				note(sent, 'declined');
				onAnswer({
					chargeId: r.chargeId,
					processorId: '',
					state: 'declined',
					message: 'The card was declined. Nothing was taken: try another card.'
				});
			}
			await Promise.resolve();
		}
	};
}
