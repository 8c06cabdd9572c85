import { sayings } from '../refusal';

/** What is refused here, by its code. */
export const catalog = {
	'lines-and-foot-come-to-than': (p: { sum: string; difference: string; total: number; made2: number }) =>
		`The lines and the foot come to ${p.sum}: ${p.difference} ${p.total > p.made2 ? 'less' : 'more'} than the total.`,
	'pack-holds-more-than-nothing': () => 'A pack holds more than nothing.',
	'what-needed-cannot-be-below-zero': () => 'What is needed cannot be below zero.'
};
export const say = sayings('rules.buying', catalog);
