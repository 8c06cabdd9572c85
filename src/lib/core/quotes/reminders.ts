import { addDays, type Day } from '../time';

/** When the program reminds of a quote by itself; days are counted in the company's zone. */
export interface ReminderRules {
	on: boolean;
	/** Days after issue. */
	afterIssue: number[];
	/** Days before it expires. */
	beforeExpiry: number[];
	/** No mail from this hour on… */
	quietFrom: number;
	/** …until this one; equal: never quiet. */
	quietTo: number;
}
export const NO_REMINDERS: ReminderRules = { on: false, afterIssue: [3, 10], beforeExpiry: [2], quietFrom: 18, quietTo: 8 };

export interface RemindedQuote {
	issuedOn: Day;
	validUntil: Day;
	/** Rules that were answered already, by their key. */
	done: readonly string[];
}

/** Whether an hour of the day lies in the quiet time, which may run over midnight. */
export const isQuiet = (hour: number, { quietFrom, quietTo }: ReminderRules): boolean =>
	quietFrom === quietTo ? false : quietFrom < quietTo ? hour >= quietFrom && hour < quietTo : hour >= quietFrom || hour < quietTo;

/**
 * The rules of a quote that are due today and not done yet, the latest last: one letter answers them all, so that a server that
 * was down does not send three at once. None once the quote has expired, or on the day it went out.
 */
export function dueReminders(q: RemindedQuote, rules: ReminderRules, today: Day): string[] {
	if (!rules.on || today > q.validUntil || today <= q.issuedOn) return [];
	const all = [
		...rules.afterIssue.map((n) => ({ key: `issued+${n}`, day: addDays(q.issuedOn, n) })),
		...rules.beforeExpiry.map((n) => ({ key: `expires-${n}`, day: addDays(q.validUntil, -n) }))
	];
	return all
		.filter((r) => r.day > q.issuedOn && r.day <= today && !q.done.includes(r.key))
		.sort((a, b) => a.day.localeCompare(b.day))
		.map((r) => r.key);
}
