import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { Id, CentsIn, Text, DayText, strict, Nothing } from '../inputs';

/** Money that came in by check, cash or transfer. */
export const recordPayment = command('payments.record', {
	right: 'payments.record',
	input: Type.Object(
		{
			invoiceId: Id,
			amount: CentsIn,
			method: Type.Union([Type.Literal('check'), Type.Literal('cash'), Type.Literal('transfer')]),
			reference: Text(200),
			day: DayText
		},
		strict
	),
	output: Type.Object({ credit: Type.Integer() }, strict)
});

/** A customer asks to pay by card. One charge at a time: while an answer is awaited, a second click asks nothing. */
export const askCharge = command('charges.ask', {
	right: 'invoice link',
	input: Type.Object({ amount: CentsIn, last4: Type.String({ pattern: '^\\d{0,4}$' }) }, strict),
	output: Type.Object({ chargeId: Type.String(), amount: Type.Integer() }, strict)
});

/** The processor's answer. It may come late, twice or out of order: a charge that is paid stays paid, and is taken once. */
export const answerCharge = command('charges.answer', {
	right: 'system',
	input: Type.Object(
		{
			chargeId: Id,
			processorId: Text(100),
			state: Type.Union([Type.Literal('paid'), Type.Literal('declined'), Type.Literal('unknown')]),
			message: Text(300),
			/** The customer is told by mail: they do not look at the page any more. */
			tell: Type.Optional(Type.Boolean())
		},
		strict
	),
	output: Nothing
});

/** The office settles an attempt whose answer never came, as the processor’s own statement says: so that the invoice can be paid again. */
export const settleCharge = command('charges.settle', {
	right: 'payments.record',
	input: Type.Object(
		{
			chargeId: Id,
			state: Type.Union([Type.Literal('paid'), Type.Literal('declined')]),
			/** The processor's own number of it, where there is one: the same money is never taken twice. */
			reference: Text(100)
		},
		strict
	),
	output: Nothing
});
