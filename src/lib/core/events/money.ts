import { money } from './say';
import { longDay } from '../time';

/** What happens to invoices and payments: each event's words, made of its parameters when it is read. */
export const MONEY = {
	'invoices.drafted': (p: { title: string; net: number }) => `${p.title}: draft of ${money(p.net)}`,
	'invoices.issued': (p: { number: number; net: number }) => `Invoice ${p.number} issued: ${money(p.net)}`,
	'invoices.discard': () => 'Draft invoice discarded',
	'invoices.void': (p: { number: number | null; reason: string }) => `Invoice ${p.number} voided: ${p.reason}`,
	'invoices.promise': (p: { day: string }) => (p.day ? `Payment promised for ${longDay(p.day)}` : 'Promise taken off'),
	'invoices.save-plan': (p: { names: string[] }) => `Billing plan: ${p.names.join(', ')}`,
	'charges.ask': (p: { amount: number }) => `Card payment of ${money(p.amount)} begun`,
	'charges.answer': (p: { state: string; amount: number }) =>
		p.state === 'paid' ? `${money(p.amount)} paid by card` : `Card payment ${p.state}`,
	'charges.settle': (p: { amount: number; state: string }) => `Card payment of ${money(p.amount)} settled by hand: ${p.state}`,
	'payments.record': (p: { amount: number; method: string; credit: number }) =>
		`${money(p.amount)} by ${p.method}${p.credit > 0 ? `, ${money(p.credit)} of it credit` : ''}`
};
