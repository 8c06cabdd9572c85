import { sayings } from '../refusal';

/** What is refused here, by its code. */
export const catalog = {
	'day-such-as-2027-05-31': (p: { label: string }) => `“${p.label}” is a day, such as 2027-05-31.`,
	'give-every-field-name': () => 'Give every field a name.',
	'has-at-most-500-characters': (p: { label: string }) => `“${p.label}” has at most 500 characters.`,
	'leave-at-least-one': () => 'Leave at least one.',
	'needs-at-least-two-choices-each': (p: { label: string }) => `“${p.label}” needs at least two choices, each once.`,
	'no-such-field-any-more': () => 'There is no such field any more.',
	'number-such-as-12-5': (p: { label: string }) => `“${p.label}” is a number, such as 12.5.`,
	'one-of': (p: { label: string; choices: string }) => `“${p.label}” is one of: ${p.choices}.`,
	'two-fields-on': (p: { label: string; of: string }) => `There are two fields “${p.label}” on a ${p.of}.`
};
export const say = sayings('rules.sales', catalog);
