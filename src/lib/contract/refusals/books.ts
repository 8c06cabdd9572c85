import { sayings } from '../../core/refusal';

/** What is refused here, by its code. */
export const catalog = {
	'day-ahead-of-today': () => 'The day is ahead of today.',
	'nothing-booked-on': (p: { key: string }) => `Nothing is booked on “${p.key}”.`,
	'only-days-over-can-be-closed': () => 'Only days that are over can be closed.'
};
export const say = sayings('books', catalog);
