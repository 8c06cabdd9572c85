import { sayings } from '../../core/refusal';

/** What is refused here, by its code. */
export const catalog = {
	'discount-within-how-many-days': () => 'Say within how many days the discount holds.',
	'firm-of-name-already': () => 'There is a firm of this name already.',
	'say-whether-works-for-us-sells': () => 'Say whether it works for us, sells to us, or both.'
};
export const say = sayings('firms', catalog);
