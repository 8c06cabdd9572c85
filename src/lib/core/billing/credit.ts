import { say } from './refusals';
import { cents, formatCents, sum, type Cents } from '../money';
import { BillingError } from './bill';

/** A line of an issued invoice and what was credited of it before. */
export interface Creditable {
	id: string;
	text: string;
	amount: Cents;
	credited: Cents;
}

/**
 * What is taken back of an invoice, line by line: each between nothing and what is left of the line, on its side.
 * @param wanted cents by line, as a positive part of a positive line
 * @throws BillingError with the most that can be credited, or when it comes to nothing or less
 */
export function checkCredit(lines: readonly Creditable[], wanted: ReadonlyMap<string, Cents>): Cents {
	for (const id of wanted.keys())
		if (!lines.some((l) => l.id === id)) throw new BillingError(say('line-of-credit-not-on-invoice'), 'lines');
	for (const l of lines) {
		const left = l.amount - l.credited;
		const now = wanted.get(l.id) ?? 0;
		if ((left >= 0 && (now < 0 || now > left)) || (left < 0 && (now > 0 || now < left)))
			throw new BillingError(say('at-most-can-be-credited', { text: l.text, left: formatCents(cents(left)) }), 'lines');
	}
	const net = sum([...wanted.values()]);
	if (net <= 0) throw new BillingError(say('say-how-much-of-which-line'), 'lines');
	return net;
}

/**
 * A part of what is left of a charge.
 * @throws BillingError with the most that is left
 */
export function partOfCharge(charge: { name: string; charge: Cents; billed: Cents }, wanted: Cents): Cents {
	const left = charge.charge - charge.billed;
	const within = left >= 0 ? wanted > 0 && wanted <= left : wanted < 0 && wanted >= left;
	if (!within) throw new BillingError(say('at-most-left-to-bill', { name: charge.name, left: formatCents(cents(left)) }), 'costs');
	return wanted;
}

/** How hours and materials are read on an invoice. */
export type Grouping = 'each' | 'day' | 'one';
export interface GroupedLine {
	text: string;
	day: string | null;
	quantity: number | null;
	unit: string;
	amount: Cents;
}

/**
 * Hours and materials as their customer reads them. Grouping never changes the sum; a group of one keeps its quantity.
 * @param dayText how a day is written
 */
export function groupLines(
	lines: readonly GroupedLine[],
	grouping: Grouping,
	title: string,
	dayText: (day: string) => string
): GroupedLine[] {
	if (grouping === 'each') return [...lines];
	const groups = new Map<string, GroupedLine[]>();
	for (const l of lines) {
		const key = grouping === 'one' ? '' : (l.day ?? '');
		groups.set(key, [...(groups.get(key) ?? []), l]);
	}
	return [...groups].map(([day, list]) => ({
		text: grouping === 'one' ? title : day === '' ? title : `${dayText(day)}: ${[...new Set(list.map((l) => l.text))].join(', ')}`,
		day: day || null,
		quantity: null,
		unit: '',
		amount: sum(list.map((l) => l.amount))
	}));
}
