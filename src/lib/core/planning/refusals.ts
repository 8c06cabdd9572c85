import { sayings } from '../refusal';

const hours = (minutes: number): string => `${Math.floor(minutes / 60)} h ${String(minutes % 60).padStart(2, '0')}`;

/** What is refused here, by its code. */
export const catalog = {
	'break-outside-day': (p: { day: string }) => `${p.day}: a break lies within the day, and after the one before.`,
	'day-ends-before-it-starts': (p: { day: string }) => `${p.day}: the end must be after the start, at most 12 hours into the next day.`,
	'holiday-never-comes': (p: { name: string }) => `“${p.name}”: there is no such day in that month.`,
	'end-must-be-after-start': () => 'The end must be after the start.',
	'last-day-is-before-first': () => 'The last day is before the first.',
	'no-free-day': () => 'Nobody who could do it has a free day in this time.',
	'nobody-with-skills': (p: { people: number; skills: string }) =>
		p.skills === ''
			? `No crew has ${p.people} people.`
			: `No crew has ${p.people} ${p.people === 1 ? 'person' : 'people'} with ${p.skills}.`,
	'not-enough-free': (p: { most: number; wanted: number; together: boolean }) =>
		`It does not fit${p.together ? ' kept together' : ''}: ${hours(p.wanted)} are wanted, the most free in one crew in this time is ${hours(p.most)}.`,
	'phases-wait-in-circle': () => 'These phases would wait for each other in a circle.',
	'slot-needs-hours': () => 'How many hours does it take?',
	'give-both-start-and-end-or': () => 'Give both a start and an end, or neither for the whole day.',
	'shift-may-end-at-most-12': () => 'A shift may end at most 12 hours into the next day.',
	'start-must-be-within-day': () => 'The start must be within the day.'
};
export const say = sayings('rules.planning', catalog);
