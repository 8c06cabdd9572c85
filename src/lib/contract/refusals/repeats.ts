import { sayings } from '../../core/refusal';

/** What is refused here, by its code. */
export const catalog = {
	'occurrence-is-made-already': () => 'This one is made already: move its job on the plan.',
	'occurrence-is-over': () => 'This one is over.',
	'rule-has-no-such-day': () => 'The rule has nothing on that day.',
	'day-is-over': () => 'This day is over.',
	'moved-too-far': () => 'That is more than a year later: leave it out, and make another.',
	'rule-not-there': () => 'This rule is not there any more.',
	'say-price-to-invoice': () => 'Say for how much: a draft of nothing is none.',
	'only-job-won-makes-others-like': () => 'Only a job that is won makes others like it.',
	'reminded-before-made': () => 'A customer is reminded of what is made: at most as many days before as it is made ahead.',
	'say-which-crew-gets-them': () => 'Say which crew gets them.'
};
export const say = sayings('repeats', catalog);
