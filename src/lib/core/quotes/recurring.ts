import { cents, sum, taxOf, taxTotal, type Cents, type Rate } from '../money';
import type { TaxSetting } from '../estimate';
import type { RepeatRule } from '../repeats';
import type { Day } from '../time';

/** How often something is charged that goes on and on: watching a roof, cleaning its drains. */
export const PERIODS = ['month', 'quarter', 'year'] as const;
export type Period = (typeof PERIODS)[number];

/** So much a period, beside the total of a quote. */
export interface Recurring {
	text: string;
	period: Period;
	/** Net a period. */
	amount: Cents;
	/** What it costs us a period; never shown outside. */
	cost: Cents;
	taxCodeId: string | null;
}

/** What a period comes to: as a customer may read it, without cost. */
export interface RecurringSum {
	period: Period;
	lines: { text: string; amount: Cents }[];
	net: Cents;
	taxes: { name: string; rate: Rate; tax: Cents }[];
	total: Cents;
}

/**
 * What is charged again and again, by period, months first: Σ of the lines, tax once a component on its sum as on any document.
 * It is no part of the total of a quote, nor of what a deposit or a discount is of.
 * @param tax the codes and rates of the day of the quote; each invoice later is taxed by the rates of its own day
 * @returns only periods that have lines
 * @example 85.00 a month at 6.625 % // net 8500, tax 563, total 9063
 */
export function recurringSums(lines: readonly Recurring[], tax: TaxSetting): RecurringSum[] {
	return PERIODS.flatMap((period) => {
		const own = lines.filter((l) => l.period === period);
		if (own.length === 0) return [];
		const net = sum(own.map((l) => l.amount));
		const taxes = taxOf(own, tax.codes, tax.components, tax.day, tax.exemption);
		return [
			{
				period,
				lines: own.map(({ text, amount }) => ({ text, amount })),
				net,
				taxes: taxes.map(({ name, rate, tax: t }) => ({ name, rate, tax: t })),
				total: cents(net + taxTotal(taxes))
			}
		];
	});
}

/**
 * When what was accepted on a day is charged: on the first day of a month, the first time in the month after.
 * @example repeatOf('quarter', '2027-04-14') // every third month from 1 May 2027 on
 */
export function repeatOf(period: Period, acceptedOn: Day): RepeatRule {
	const [year = 0, month = 0] = acceptedOn.split('-').map(Number);
	const [y, m] = month === 12 ? [year + 1, 1] : [year, month + 1];
	const start: Day = `${y}-${String(m).padStart(2, '0')}-01`;
	return period === 'year'
		? { by: 'year', start, every: 1, month: m, day: 1 }
		: { by: 'month day', start, every: period === 'month' ? 1 : 3, day: 1 };
}
