import { sayings } from '../refusal';

/** What is refused here, by its code. */
export const catalog = {
	'not-mail-address': (p: { a: string }) => `“${p.a}” is not a mail address.`,
	'not-phone-number': (p: { typed: string }) => `“${p.typed}” is not a phone number.`,
	'nothing-to-put-in-for-known': (p: { whole: string; value: string }) =>
		`There is nothing to put in for “${p.whole}”. Known are ${p.value}.`,
	'quote-goes-to-at-most-addresses': (p: { most: number }) => `A quote goes to at most ${p.most} addresses.`,
	'text-goes-to-at-most-5': () => 'A text goes to at most 5 numbers.'
};
export const say = sayings('rules.quotes', catalog);
