import { cents, formatCents, formatUnitPrice, unitPrice } from '../money';
import { longDay, type Day } from '../time';

/** How parameters of events are said: they are kept as plain numbers and days. */
export const money = (n: number): string => formatCents(cents(n));
export const price = (n: number): string => formatUnitPrice(unitPrice(n));
export const lines = (n: number): string => `${n} line${n === 1 ? '' : 's'}`;

/** Time worked, as its event keeps it: the day, and the clock from and to; `to` null while it runs. */
export interface Span {
	day: Day;
	from: string;
	to: string | null;
}
export const span = (s: Span): string => `${longDay(s.day)}, ${s.from}–${s.to ?? 'now'}`;
