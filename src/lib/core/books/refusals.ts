import { sayings } from '../refusal';

/** What is refused here, by its code. */
export const catalog = {
	'and-should-be-nothing-exported': (p: { what: string; is: string; should: string }) =>
		`${p.what} is ${p.is} and should be ${p.should}. Nothing was exported.`,
	'does-not-balance': (p: { text: string }) => `“${p.text}” does not balance.`,
	'no-account-set-for': (p: { missing: string }) => `No account is set for: ${p.missing}.`
};
export const say = sayings('rules.books', catalog);
