import { sayings } from '../../core/refusal';

/** What is refused here, by its code. */
export const catalog = {
	'all-of-billed': () => 'All of it is billed: it is closed for good.',
	'bill-of-entered-already': (p: { number: string; name: string }) => `Bill ${p.number} of ${p.name} is entered already.`,
	'bill-taken-back': () => 'This bill was taken back.',
	'bookkeeping-has-payment-already': () => 'The bookkeeping has this payment already. It is corrected there.',
	'confirmed-already': (p: { name: string }) => `“${p.name}” is confirmed already.`,
	'confirms-cost-of-one-job-so': (p: { name: string }) => `“${p.name}” confirms a cost of one job, so it is that job’s alone.`,
	'cost-confirms-another-jobs': () => 'The cost it confirms is another job’s.',
	'day-ahead-of-today': () => 'The day is ahead of today.',
	'day-of-bill-ahead-of-today': () => 'The day of the bill is ahead of today.',
	'discount-more-than-bill': () => 'The discount is more than the bill.',
	'due-before-own-day': () => 'It is due before its own day.',
	'has-bill-of-within-week': (p: { name: string; number: string; total: string }) =>
		`${p.name} has bill ${p.number} of ${p.total} within a week. Enter it again if it is another one.`,
	'job-of-line-not-any-more': () => 'A job of this line is not there any more. Load the page again.',
	'line-of-delivery-of-another-order': () => 'A line of this delivery is of another order.',
	'more-tax-would-come-back-than': () => 'More tax would come back than is on it.',
	'more-would-go-back-than-came': (p: { name: string }) => `“${p.name}”: more would go back than came.`,
	'nothing-can-come-of-order-not': () => 'Nothing can come of an order that was not sent.',
	'nothing-on-order-yet': () => 'There is nothing on this order yet.',
	'on-invoice-of-ours-already': (p: { name: string }) => `“${p.name}” is on an invoice of ours already. Void or credit that first.`,
	'only-line-of-order-sent-closed': () => 'Only a line of an order that was sent is closed.',
	'order-another-suppliers': (p: { name: string }) => `“${p.name}”: its order is another supplier’s.`,
	'order-not-sent': (p: { name: string }) => `“${p.name}”: its order was not sent.`,
	'order-over': () => 'This order is over.',
	'order-went-out': () => 'This order went out. What changes is agreed with the supplier; the next order is a new one.',
	paid: () => 'It is paid. Take the payment off first.',
	'paid-already': () => 'It is paid already.',
	'phase-another-jobs': () => 'The phase is another job’s.',
	'say-how-much-needed-more-than': () => 'Say how much is needed, more than 0.',
	'say-what-came': () => 'Say what came.',
	'say-why-so-next-one-who': () => 'Say why, so that the next one who looks understands.',
	'set-aside': (p: { name: string }) => `${p.name} is set aside.`,
	'something-of-came-or-billed': () => 'Something of it came or was billed. Close its lines instead.'
};
export const say = sayings('buying', catalog);
