import { sayings } from '../../core/refusal';

/** What is refused here, by its code. */
export const catalog = {
	'clock-still-running': () => 'This clock is still running.',
	'each-one-begins-later-than-one': () => 'Each one begins later than the one before.',
	'end-must-be-after-start': () => 'The end must be after the start.',
	'entries-overlap-another': (p: { wrong: number }) =>
		`${p.wrong === 1 ? 'One entry overlaps' : `${p.wrong} entries overlap`} another: put that right first.`,
	'hours-go-on-task': () => 'Hours on this job go to a task: choose which.',
	'no-clock-running': () => 'No clock is running.',
	'no-rate-sheet-for-person': () => 'There is no rate sheet for this person. Ask the office.',
	'only-office-adds-time-for-others': () => 'Only the office adds time for others.',
	'overlaps-time-booked-already': () => 'This overlaps time that is booked already.',
	'payroll-week-does-not-begin-on': () => 'A payroll week does not begin on this day.',
	'still-on-clock': (p: { name: string }) => `${p.name} is still on the clock.`,
	'still-overlaps-put-one-right-first': (p: { hit: string }) =>
		`This still overlaps ${p.hit}. Put that one right first, or choose another time.`,
	'task-of-another-job': () => 'This task belongs to another job.',
	'time-billed': () => 'This time is billed: take it off the invoice first.',
	'time-cannot-be-booked-ahead': () => 'Time cannot be booked ahead.',
	'week-from-approved': (p: { week: string }) => `The week from ${p.week} is approved: it has to be opened again first.`,
	'week-has-not-begun-yet': () => 'This week has not begun yet.',
	'week-not-approved': () => 'This week is not approved.',
	'week-not-over-yet': () => 'This week is not over yet.'
};
export const say = sayings('time', catalog);
