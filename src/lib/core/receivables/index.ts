import { cents, mulDiv, sum, type Cents, type Percent } from '../money';
import { daysBetween, type Day } from '../time';

export interface OpenInvoice {
	id: string;
	number: number;
	jobId: string;
	due: Day;
	open: Cents;
}
export interface Allocation {
	invoiceId: string;
	amount: Cents;
}

/**
 * What a payment settles: the invoices it names, then the same job's, then the customer's, by due day and number.
 * The rest is credit.
 */
export function allocate(
	amount: Cents,
	invoices: readonly OpenInvoice[],
	named: readonly string[] = [],
	jobId: string | null = null
): { allocations: Allocation[]; credit: Cents } {
	const rank = (i: OpenInvoice): number => (named.includes(i.id) ? 0 : jobId !== null && i.jobId === jobId ? 1 : 2);
	const order = invoices.filter((i) => i.open > 0).sort((a, b) => rank(a) - rank(b) || a.due.localeCompare(b.due) || a.number - b.number);
	const allocations: Allocation[] = [];
	let left = amount;
	for (const i of order) {
		if (left <= 0) break;
		const part = cents(Math.min(left, i.open));
		allocations.push({ invoiceId: i.id, amount: part });
		left = cents(left - part);
	}
	return { allocations, credit: left };
}

export type InvoiceState = 'draft' | 'issued' | 'part paid' | 'paid' | 'void';

/** The state follows from the numbers. An invoice issued for 0.00 is paid at once. */
export function invoiceState(i: { issued: boolean; voided: boolean; total: Cents; paid: Cents }): InvoiceState {
	if (i.voided) return 'void';
	if (!i.issued) return 'draft';
	if (i.paid >= i.total) return 'paid';
	return i.paid > 0 ? 'part paid' : 'issued';
}

export const AGES = ['not due', '1–30', '31–60', '61–90', 'over 90'] as const;
export type Age = (typeof AGES)[number];

/** How late a due day is on a day. */
export function ageOf(due: Day, today: Day): Age {
	const late = daysBetween(due, today);
	return late <= 0 ? 'not due' : late <= 30 ? '1–30' : late <= 60 ? '31–60' : late <= 90 ? '61–90' : 'over 90';
}

/** Open amounts by age; credit stands in its own column and is never netted. */
export function aging(
	invoices: readonly { due: Day; open: Cents }[],
	credit: Cents,
	today: Day
): Record<Age, Cents> & { credit: Cents; open: Cents } {
	const byAge = Object.fromEntries(
		AGES.map((a) => [a, sum(invoices.filter((i) => ageOf(i.due, today) === a).map((i) => i.open))])
	) as Record<Age, Cents>;
	return { ...byAge, credit, open: sum(invoices.map((i) => i.open)) };
}

/**
 * Late charge of an invoice: yearly rate ÷ 365 per day after the grace time on the open amount at the end of each day,
 * rounded once. Grace days are never charged later.
 * @param openByDay the end-of-day open amount of each day since the due day
 */
export function lateCharge(openByDay: readonly Cents[], graceDays: number, yearly: Percent): Cents {
	return cents(
		mulDiv(
			openByDay.slice(graceDays).reduce((a, b) => a + b, 0),
			yearly,
			3_650_000
		)
	);
}

export * from './bank-match';
export * from './cash-ahead';
export * from './instalments';
export * from './reminders';
