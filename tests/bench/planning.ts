import { conflictsOf, findSlots, isWorkingDay, type PersonCalendar, type Shift, type SlotCrew } from '../../src/lib/core/planning';
import { grouped } from '../../src/lib/core/lists';
import { addDays } from '../../src/lib/core/time';
import { writeCalendar } from '../../src/lib/server/planning/ics';
import { grew, note, time } from './measure';

const DAY = { from: 420, to: 930, breaks: [{ from: 690, to: 720 }] };
const WEEK = { 1: DAY, 2: DAY, 3: DAY, 4: DAY, 5: DAY };
const START = '2027-04-12';
/** 250 days of 200 people: 50,000 shifts. */
function manyShifts(): Shift[] {
	const shifts: Shift[] = [];
	for (let p = 0; p < 200; p++)
		for (let d = 0; d < 250; d++)
			shifts.push({ id: `${p}-${d}`, personId: `p${p}`, jobId: `j${(p + d) % 60}`, day: addDays(START, d), from: 420, to: 930 });
	return shifts;
}

function slots(people: number): number {
	const crews: SlotCrew[] = Array.from({ length: people / 5 }, (_, c) => ({
		...{ id: `c${c}`, name: `Crew ${c}` },
		people: Array.from({ length: 5 }, (_, n) => ({
			...{ id: `p${c}-${n}`, name: `Person ${c} ${n}`, skills: ['steep'] },
			days: Object.fromEntries(
				Array.from({ length: 84 }, (_, d) => [addDays(START, d), { paid: 480, planned: ((c * 7 + n * 3 + d) % 5) * 120 }])
			)
		}))
	}));
	const wish = { minutes: 60 * 90, people: 3, skills: ['steep'], from: START, to: addDays(START, 83), together: false, least: 60 };
	return time(() => void findSlots(crews, wish, (d) => isWorkingDay(d, WEEK, [])), 20);
}

/** One move held against fifty thousand shifts, slots for two hundred people over sixty working days, a feed of a year for all of them. */
export function planningBench(): void {
	const all = manyShifts();
	const c: PersonCalendar = { hours: WEEK, holidays: [], timeOff: [], zone: 'America/New_York' };
	const byPerson = grouped(all, (s) => s.personId);
	const move: Shift = { id: 'moved', personId: 'p7', jobId: 'j1', day: addDays(START, 120), from: 480, to: 600 };
	const one = time(() => void conflictsOf(move, byPerson.get('p7') ?? [], c), 50);
	note('one move held against its person’s part of the plan', '50,000 shifts', one, '5 ms', 5, 1);
	const found = slots(200);
	note('slots', '200 people × 60 working days', found, '200 ms', 200, 1);
	grew('slots', slots(20), found);
	const days = all.map((s) => ({ ...s, title: `Person: Job ${s.jobId}`, place: '1 Gull Street', note: '', sequence: 0 }));
	const of = { name: 'All', at: 0, instant: (d: string, m: number) => Date.parse(d) + m * 60_000 };
	const feed = time(() => void writeCalendar(days, of), 5);
	note(
		'a feed of a year of 200 people, written',
		'50,000 days',
		feed,
		'the same days as JSON, written and read',
		time(() => void JSON.parse(JSON.stringify(days)), 5),
		4
	);
}
