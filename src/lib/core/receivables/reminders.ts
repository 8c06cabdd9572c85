import { addDays, type Day } from '../time';

/** When customers are reminded of an invoice: days after it was due, rising. */
export interface InvoiceReminderRules {
	on: boolean;
	after: number[];
}
export const NO_INVOICE_REMINDERS: InvoiceReminderRules = { on: false, after: [5, 15, 30] };

/**
 * The steps of an invoice that are due and were not sent: one letter, the latest, answers them all.
 * @param done numbers of the steps that went out, from 0
 * @param quietTo a promise or a kept plan: nobody is reminded before that day is over
 * @returns the steps due, the latest last
 * @example dueSteps({ due: '2027-04-01', done: [0], quietTo: null }, { on: true, after: [5, 10] }, '2027-04-12') // [1]
 */
export function dueSteps(i: { due: Day; done: readonly number[]; quietTo: Day | null }, rules: InvoiceReminderRules, today: Day): number[] {
	if (!rules.on || (i.quietTo !== null && today <= i.quietTo)) return [];
	return [...rules.after]
		.sort((a, b) => a - b)
		.flatMap((days, step) => (addDays(i.due, days) <= today && !i.done.includes(step) ? [step] : []));
}
