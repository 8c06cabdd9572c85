import { sayings } from '../../core/refusal';

/** What is refused here, by its code. */
export const catalog = {
	'all-of-given-to-tasks-already': () => 'All of this is given to tasks already.',
	'job-has-phase-of-name': () => 'The job has a phase of this name.',
	'last-day-before-first': () => 'The last day is before the first.',
	'material-belongs-to-another-job': () => 'This material belongs to another job.',
	'comment-of-somebody-else': () => 'Only who said it can change it.',
	'file-of-another-job': () => 'This file belongs to another job.',
	'finding-is-priced': (p: { change: number }) => `It is change order ${p.change} already.`,
	'granted-on-day': () => 'Say on which day.',
	'log-of-day-to-come': () => 'This day is still to come.',
	'permit-is-granted': () => 'A permit is granted; an inspection passes or fails.',
	'phase-belongs-to-another-job': () => 'This phase belongs to another job.',
	'say-whom-it-goes-to': () => 'Say whom it goes to.',
	'phases-of-two-jobs': () => 'Both phases belong to one job.',
	'say-both-days-or-neither': () => 'Say both days, or neither.',
	'say-why-let-be': () => 'Say why it is let be.',
	'task-belongs-to-another-job': () => 'This task belongs to another job.'
};
export const say = sayings('work', catalog);
