import { sayings } from '../../core/refusal';

/** What is refused here, by its code. */
export const catalog = {
	'known-length-more-than-0': () => 'A known length is more than 0.',
	'line-of-pin-not-on-job': () => 'The line of a pin is not on this job any more.',
	'picture-not-any-more': () => 'This picture is not there any more.'
};
export const say = sayings('survey', catalog);
