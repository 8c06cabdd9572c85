import { sayings } from '../../core/refusal';

/** What is refused here, by its code. */
export const catalog = {
	'not-any-more': () => 'This is not there any more. Look again.',
	'nothing-to-explain-here': () => 'There is nothing to explain here.',
	'you-may-not-see-how-came': () => 'You may not see how this came about.'
};
export const say = sayings('screens', catalog);
