import { say } from '../../contract/refusals/receivables';
import { eq } from 'drizzle-orm';
import { parseCents } from '../../core/money';
import { Refusal } from '../../core/refusal';
import type { App } from '../app';
import { readField, type Actor } from '../commands';
import { charges } from '../billing/schema';
import { log } from '../log';
import { answerCharge, askCharge } from './commands';

interface Card {
	amount: string;
	number: string;
	expiry: string;
	code: string;
	key: string;
}

/** Takes a card payment: asks once, waits for the processor, and settles by its answers however they come. The card's number is never kept. */
export async function payByCard(
	app: App,
	actor: Extract<Actor, { type: 'link' }>,
	card: Card
): Promise<{ state: string; message: string }> {
	const digits = card.number.replace(/\D/g, '');
	if (digits.length < 12 || digits.length > 19) throw new Refusal(say('type-whole-number-of-card'), 'number');
	if (!/^\d{2}\s*\/\s*\d{2}$/.test(card.expiry.trim())) throw new Refusal(say('type-expiry-like-09-29'), 'expiry');
	if (!/^\d{3,4}$/.test(card.code.trim())) throw new Refusal(say('type-three-or-four-digits-of'), 'code');
	// Two posts of one form are one payment: without the form’s own key they could not be told from two.
	if (card.key === '') throw new Refusal(say('nothing-paid'), 'amount');
	const before = app.db.orm.select({ id: charges.id }).from(charges).where(eq(charges.invoiceId, actor.subjectId)).all().length;
	const { chargeId, amount } = app.run(
		askCharge,
		{ amount: readField('amount', () => parseCents(card.amount)), last4: digits.slice(-4) },
		actor,
		card.key
	);
	// The key of a second click gives back the first charge: the processor is asked once.
	const again = app.db.orm.select({ id: charges.id }).from(charges).where(eq(charges.invoiceId, actor.subjectId)).all().length === before;
	if (!again) {
		try {
			await app.cards.charge({ chargeId, amount, number: digits, expiry: card.expiry, code: card.code }, (answer) =>
				app.run(answerCharge, answer, { type: 'system' })
			);
		} catch (e) {
			log.error({ error: (e as Error).message }, 'card processor');
			app.run(
				answerCharge,
				{ chargeId, processorId: '', state: 'unknown', message: 'The processor could not be reached.' },
				{ type: 'system' }
			);
		}
	}
	const now = app.db.orm.select().from(charges).where(eq(charges.id, chargeId)).get();
	return {
		state: now?.state ?? 'unknown',
		message:
			now?.state === 'paid'
				? ''
				: now?.state === 'declined'
					? now.message
					: 'The payment is on its way, but we have no answer yet. Please do not pay again: this page says so as soon as we know.'
	};
}
