import { sayings } from '../../core/refusal';

/** What is refused here, by its code. */
export const catalog = {
	'cost-billed-already': () => 'This cost is billed already.',
	'cost-must-be-more-than-0': () => 'The cost must be more than 0.',
	'phase-another-jobs': () => 'The phase is another job’s.',
	'type-how-much-used-more-than': () => 'Type how much was used, more than 0.',
	'visit-billed-already': () => 'This visit is billed already.'
};
export const say = sayings('costs', catalog);
