import { sayings } from '../refusal';

/** What is refused here, by its code. */
export const catalog = {
	'end-must-be-after-start': () => 'The end must be after the start.',
	'give-both-start-and-end-or': () => 'Give both a start and an end, or neither for the whole day.',
	'shift-may-end-at-most-12': () => 'A shift may end at most 12 hours into the next day.',
	'start-must-be-within-day': () => 'The start must be within the day.'
};
export const say = sayings('rules.planning', catalog);
