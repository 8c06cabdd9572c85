import { sayings } from '../../core/refusal';

/** What is refused here, by its code. */
export const catalog = {
	'amount-must-be-more-than-0': () => 'The amount must be more than 0.',
	'bill-bank-says': (p: { number: string; due: string; amount: string }) => `Bill ${p.number} is ${p.due}; the bank says ${p.amount}.`,
	'bill-not-open': () => 'This bill is not open.',
	'came-back-already': () => 'It came back already.',
	'came-back-before-came': () => 'It came back before it came.',
	'card-payment-already': (p: { state: string }) => `This card payment is ${p.state} already.`,
	'company-charges-nothing-for-being-late': () => 'The company charges nothing for being late. Its rate is set under Collecting.',
	'customer-not-any-more': () => 'This customer is not there any more.',
	'day-ahead-of-today': () => 'The day is ahead of today.',
	'day-over': () => 'The day is over.',
	'first-part-due-on-day-over': () => 'The first part is due on a day that is over.',
	'invoice-paid': () => 'This invoice is paid. Thank you!',
	'invoice-withdrawn': () => 'This invoice was withdrawn. Nothing is to be paid on it.',
	'last-day-before-first': () => 'The last day is before the first.',
	'line-set-aside': () => 'This line is set aside.',
	'line-taken-already': () => 'This line is taken already.',
	'money-taken-on-issued-invoice': () => 'Money is taken on an issued invoice.',
	'money-went-out': () => 'This is money that went out.',
	'needs-link-from-mail': () => 'This needs the link from the mail.',
	'nothing-of-invoice-open': () => 'Nothing of this invoice is open.',
	'nothing-paid': () => 'Nothing was paid. Load the page again and send it from there.',
	'nothing-to-charge': () => 'There is nothing to charge: it is not late beyond the grace days, or charged to today already.',
	'only-issued-invoice-can-be': () => 'Only an issued invoice can be.',
	'only-issued-invoice-can-be-late': () => 'Only an issued invoice can be late.',
	'only-left-to-pay': (p: { open: string }) => `Only ${p.open} is left to pay.`,
	'only-open': (p: { open: string }) => `Only ${p.open} is open.`,
	'payment-by-does-not-come-back': (p: { method: string }) => `A payment by ${p.method} does not come back.`,
	'payment-on-way-already': () =>
		'A payment is on its way already. Please wait until we know whether it went through, so that nothing is paid twice.',
	'plan-for-invoice': () => 'There is a plan for this invoice. End it first.',
	'return-already': () => 'This is a return already.',
	'type-expiry-like-09-29': () => 'Type the expiry like 09/29.',
	'type-number-processors-statement-gives': () => 'Type the number that the processor’s statement gives it.',
	'type-three-or-four-digits-of': () => 'Type the three or four digits of the code.',
	'type-whole-number-of-card': () => 'Type the whole number of the card.'
};
export const say = sayings('receivables', catalog);
