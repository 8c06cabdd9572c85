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
	'charges.answer': (p: { state: string; amount: number; invoiceId?: string }) =>
		p.state === 'paid' ? `${money(p.amount)} paid by card` : `Card payment ${p.state}`,
	'charges.settle': (p: { amount: number; state: string; invoiceId?: string }) =>
		`Card payment of ${money(p.amount)} settled by hand: ${p.state}`,
	'invoices.billing-day': (p: { made: number; left: number; total: number }) =>
		`Billing day: ${p.made} invoice${p.made === 1 ? '' : 's'} of ${money(p.total)}${p.left ? `, ${p.left} not billed` : ''}`,
	'invoices.issue-many': (p: { issued: number }) => `${p.issued} invoices issued`,
	'invoices.credit': (p: { number: number; invoice: number | null; total: number; reason: string }) =>
		`Credit ${p.number} of ${money(p.total)} on invoice ${p.invoice}: ${p.reason}`,
	'invoices.repeat-accepted': (p: { name: string }) => `Repeat invoice “${p.name}”, as it was accepted`,
	'invoices.save-repeat': (p: { name: string; rule: string }) => `Repeat invoice “${p.name}”: ${p.rule}`,
	'invoices.pause-repeat': (p: { name: string; paused: boolean }) => `Repeat invoice “${p.name}” ${p.paused ? 'paused' : 'goes on'}`,
	'invoices.begin-application': (p: { number: number }) => `Pay application ${p.number} begun`,
	'invoices.save-application': (p: { number: number }) => `Pay application ${p.number} changed`,
	'invoices.discard-application': (p: { number: number }) => `Pay application ${p.number} discarded`,
	'invoices.send-application': (p: { number: number; due: number }) => `Pay application ${p.number} sent: ${money(p.due)} due`,
	'invoices.certify-application': (p: { number: number; due: number }) => `Pay application ${p.number} certified: ${money(p.due)} due`,
	'invoices.void-application': (p: { number: number; reason: string }) => `Pay application ${p.number} voided: ${p.reason}`,
	'invoices.remind-due': (p: { sent: number }) => `${p.sent} reminders of invoices sent`,
	'invoices.reminded': (p: { open: number }) => `Reminder sent: ${money(p.open)} open`,
	'invoices.quiet': (p: { off: boolean }) => (p.off ? 'No reminders for this invoice' : 'Reminders on again'),
	'invoices.note-call': (p: { text: string; promise: string | null }) =>
		`Called about money: ${p.text}${p.promise ? `; promised for ${longDay(p.promise)}` : ''}`,
	'invoices.agree-plan': (p: { parts: number; first: string; open: number }) =>
		`${money(p.open)} in ${p.parts} parts agreed, the first on ${longDay(p.first)}`,
	'invoices.plan-broken': () => 'The instalment plan was not kept: reminders go on',
	'invoices.end-plan': () => 'The instalment plan is ended',
	'invoices.send-statement': (p: { from: string; to: string; balance: number }) =>
		`Statement of account, ${longDay(p.from)} to ${longDay(p.to)}: ${money(p.balance)}`,
	'payments.return': (p: { amount: number; method: string; reason: string }) => `${money(p.amount)} by ${p.method} came back: ${p.reason}`,
	'payments.write-off': (p: { amount: number; as: string; reason: string }) =>
		`${money(p.amount)} ${p.as === 'discount' ? 'given as a discount' : 'written off'}: ${p.reason}`,
	'payments.read-bank': (p: { added: number; known: number }) => `Bank file read: ${p.added} new lines, ${p.known} known`,
	'payments.bank-aside': (p: { aside: boolean }) => (p.aside ? 'A line of the bank set aside' : 'A line of the bank taken back'),
	'books.set-accounts': () => 'Accounts changed',
	'books.close': (p: { through: string }) => (p.through ? `Books closed to ${longDay(p.through)}` : 'Books opened again'),
	'books.export': (p: { through: string; entries: number }) => `${p.entries} entries handed to the bookkeeping, to ${longDay(p.through)}`,
	'payments.record': (p: { amount: number; method: string; credit: number; invoiceId?: string }) =>
		`${money(p.amount)} by ${p.method}${p.credit > 0 ? `, ${money(p.credit)} of it credit` : ''}`
};
