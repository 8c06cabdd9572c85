import { sayings } from '../../core/refusal';

/** What is refused here, by its code. */
export const say = sayings('repeats', {
	'only-job-won-makes-others-like': () => 'Only a job that is won makes others like it.',
	'say-which-crew-gets-them': () => 'Say which crew gets them.'
});
