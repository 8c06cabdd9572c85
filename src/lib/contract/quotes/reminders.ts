import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { strict, Id, Nothing } from '../inputs';

/**
 * Sends the reminders that are due, in one transaction with the note that they went out: however often it runs, and whenever it is
 * stopped, each goes out once. Nothing in the quiet hours; what is due then goes out after them.
 */
export const remindDue = command('quotes.remind-due', {
	right: 'system',
	input: Type.Object({}, strict),
	output: Type.Object({ sent: Type.Integer() }, strict)
});

/** Switches reminders off or on for one quote. */
export const quietQuote = command('quotes.quiet', {
	right: 'quotes.issue',
	input: Type.Object({ revisionId: Id, quiet: Type.Boolean() }, strict),
	output: Nothing
});

export const Days = (most: number) => Type.Array(Type.Integer({ minimum: 1, maximum: most }), { maxItems: 6, uniqueItems: true });

/** The company's rules for reminders. */
export const setReminders = command('company.reminders', {
	right: 'company.change',
	input: Type.Object(
		{
			on: Type.Boolean(),
			afterIssue: Days(180),
			beforeExpiry: Days(60),
			quietFrom: Type.Integer({ minimum: 0, maximum: 23 }),
			quietTo: Type.Integer({ minimum: 0, maximum: 23 })
		},
		strict
	),
	output: Nothing
});
