import { sayings } from '../../core/refusal';

/** What is refused here, by its code. */
export const catalog = {
	'only-job-won-makes-others-like': () => 'Only a job that is won makes others like it.',
	'say-which-crew-gets-them': () => 'Say which crew gets them.'
};
export const say = sayings('repeats', catalog);
