import { sayings } from '../refusal';

/** What is refused here, by its code. */
export const catalog = {
	'type-number': () => 'Type a number.',
	'more-than-can-be-kept': () => 'This comes to more than can be kept exactly: check what was typed.',
	'number-missing': (p: { what: string }) => `${p.what} is empty.`,
	'has-more-than-59-minutes-beside': (p: { what: string }) => `${p.what} has more than 59 minutes beside the hours.`,
	'has-more-than-decimals': (p: { what: string; decimals: number }) => `${p.what} has more than ${p.decimals} decimals.`,
	'line-has-tax-code-does-not': () => 'A line has a tax code that does not exist.',
	'lines-cancel-each-other-out-so': () => 'The lines cancel each other out, so the amount cannot be spread over them.',
	'no-rate-of-valid-on': (p: { name: string; day: string }) => `No rate of “${p.name}” is valid on ${p.day}.`,
	'not-length-of-time': (p: { what: string; text: string }) =>
		`${p.what} is not a length of time: “${p.text}”. Type it like 2h 15 or 45 min.`,
	'not-number': (p: { what: string; text: string }) => `${p.what} is not a number: “${p.text}”.`,
	'nothing-to-spread-amount-over': () => 'There is nothing to spread the amount over.',
	'too-large': (p: { what: string }) => `${p.what} is too large.`,
	'too-large-at-most': (p: { what: string; most: string }) => `${p.what} is too large: at most ${p.most}.`,
	'weights-must-be-whole-numbers': () => 'Weights must be whole numbers.'
};
export const say = sayings('rules.money', catalog);
