import { sayings } from '../../core/refusal';

/** What is refused here, by its code. */
export const catalog = {
	'only-won-job-is-mended': () => 'Only a job that is won can be mended.'
};
export const say = sayings('jobs', catalog);
