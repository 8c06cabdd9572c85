import { cents, formatCents, formatMinutes, formatUnitPrice, unitPrice } from '../money';
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
/** What was done without reception and came later, in minutes, or by a device whose clock is off, in seconds. */
export interface SentLater {
	late?: number;
	clockOff?: number;
}
/** @example sentLater({ late: 95 }) // “, sent 1 h 35 later” */
export const sentLater = ({ late, clockOff }: SentLater): string =>
	`${late ? `, sent ${formatMinutes(late)} later` : ''}${clockOff ? `; the device’s clock is ${formatMinutes(Math.round(Math.abs(clockOff) / 60))} ${clockOff > 0 ? 'fast' : 'slow'}` : ''}`;

export const span = (s: Span): string => `${longDay(s.day)}, ${s.from}–${s.to ?? 'now'}`;
