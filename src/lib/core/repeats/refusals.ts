import { sayings } from '../refusal';

/** What is refused here, by its code. */
export const catalog = {
	'at-least-once': () => 'At least once.',
	'choose-at-least-one-weekday': () => 'Choose at least one weekday.',
	'every-how-many-at-least-1': () => 'Every how many? At least 1.',
	'last-day-before-first': () => 'The last day is before the first.',
	'month-has-days-1-to-31': () => 'A month has days 1 to 31.',
	'no-such-day': () => 'There is no such day.',
	'nothing-comes-of-rule': () => 'Nothing comes of this rule.',
	'say-from-which-day-on': () => 'Say from which day on.',
	'say-last-day-or-number-of': () => 'Say a last day or a number of times, not both.'
};
export const say = sayings('rules.repeats', catalog);
