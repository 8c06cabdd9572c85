import { sayings } from '../refusal';

/** What is refused here, by its code. */
export const catalog = {
	'amount-to-bill-cannot-be-below': () => 'An amount to bill cannot be below zero.',
	'at-most-can-be-billed': (p: { most: string }) => `At most ${p.most} can be billed.`,
	'line-at-most-can-be-billed': (p: { text: string; line: string }) => `“${p.text}”: at most ${p.line} can be billed.`,
	'at-most-can-be-credited': (p: { text: string; left: string }) => `“${p.text}”: at most ${p.left} can be credited.`,
	'at-most-held': (p: { held: string }) => `At most ${p.held} is held.`,
	'at-most-left-to-bill': (p: { name: string; left: string }) => `“${p.name}”: at most ${p.left} is left to bill.`,
	'billed-already-which-more-than': (p: { billed: string }) => `${p.billed} is billed already, which is more than that.`,
	'deposit-can-be-at-most': (p: { total: string }) => `A deposit can be at most ${p.total}.`,
	'deposit-must-be-more-than-0': () => 'A deposit must be more than 0.',
	'give-every-step-name': () => 'Give every step a name.',
	'has-to-bring-above': (p: { name: string; before: number }) => `“${p.name}” has to bring it above ${p.before} %.`,
	'last-step-bills-whole': () => 'The last step bills the whole: 100 %.',
	'line-of-credit-not-on-invoice': () => 'A line of this credit is not on the invoice.',
	'line-work-and-stored-materials-must': (p: { place: number }) =>
		`Line ${p.place}: work and stored materials must lie between 0 and the scheduled value.`,
	'nothing-to-take-deposit-on': () => 'There is nothing to take a deposit on.',
	'percent-to-date-between-0-and': () => 'A percent to date is between 0 and 100 %.',
	'period-asks-for': (p: { most: string }) => `This period asks for ${p.most}.`,
	'plan-has-at-least-one-step': () => 'A plan has at least one step.',
	'say-how-much-of-which-line': () => 'Say how much of which line is credited.',
	'say-which-phase-waits-for': (p: { name: string }) => `Say which phase “${p.name}” waits for.`
};
export const say = sayings('rules.billing', catalog);
