import { sayings } from '../../core/refusal';

/** What is refused here, by its code. */
export const catalog = {
	'all-of-given-to-tasks-already': () => 'All of this is given to tasks already.',
	'job-has-phase-of-name': () => 'The job has a phase of this name.',
	'last-day-before-first': () => 'The last day is before the first.',
	'material-belongs-to-another-job': () => 'This material belongs to another job.',
	'say-both-days-or-neither': () => 'Say both days, or neither.'
};
export const say = sayings('work', catalog);
