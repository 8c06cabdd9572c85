import { sayings } from '../refusal';

/** What is refused here, by its code. */
export const catalog = {
	'not-much-open': () => 'There is not that much open.',
	'plan-has-2-to-60-parts': () => 'A plan has 2 to 60 parts.'
};
export const say = sayings('rules.receivables', catalog);
