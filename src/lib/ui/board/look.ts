import { formatMinutes } from '$lib/core/money';
import type { Conflict } from '$lib/core/planning';
import { shortDay } from '../shell/dates';
import type { Bar } from './layout';
import type { Lane } from './rows';
import { jobTone } from './tones';

/** A bar as it is drawn: plain words and places, so that drawing it computes nothing. */
export interface Look {
	key: string;
	bar: Bar;
	first: number;
	last: number;
	class: string;
	style: string;
	/** The two lines on it. */
	head: string;
	foot: string;
	/** What the pointer is told, and the ear. */
	title: string;
	label: string;
}

const WRONG: Record<Conflict['kind'], string> = {
	...{ overlap: 'booked twice', taken: 'taken elsewhere', holiday: 'holiday', 'time off': 'time off', skill: 'lacks a skill' },
	...{ 'outside working hours': 'outside hours', clock: 'clocks change' }
};
/** Half a day is from here on the second half of its column. */
const NOON_OR_SO = 660;

/** Where a bar lies in its row, in parts of the days; it may be pulled to another last day. */
export function placeOfBar(b: Bar, days: number, last = b.last): string {
	const part = b.shifts[0]?.from !== null;
	const late = part && (b.shifts[0]?.from ?? 0) > NOON_OR_SO ? 0.5 : 0;
	const wide = last - b.first + (part && b.first === last ? 0.5 : 1);
	const percent = (n: number) => `${((n / days) * 100).toFixed(3)}%`;
	return `--tone:${jobTone(b.shifts[0]?.number ?? null)};left:calc(${percent(b.first + late)} + 2px);width:calc(${percent(wide)} - 5px);top:${b.lane * 38 + 3}px`;
}

/** The first thing that speaks against a bar, in a word: a double booking before all else. */
const wrongWord = (against: readonly Conflict[]): string =>
	WRONG[(against.find((c) => c.kind === 'overlap') ?? against[0])?.kind ?? 'overlap'];

/** The bars of a row as they are drawn. @param whose the name of the row, for the ear */
export function looksOf(lane: Lane, days: readonly string[], whose: string, nobody: boolean, picked: (key: string) => boolean): Look[] {
	return lane.bars.map((b) => {
		const against = b.shifts.flatMap((s) => lane.against[s.id] ?? []);
		const [one] = b.shifts;
		const waits = (one?.waits ?? []).map((w) => `waits for: ${w}`);
		const tried = b.shifts.some((s) => s.tried);
		const bad = against.length > 0;
		const job = one?.job ?? '';
		const work = [one?.phase, formatMinutes(b.shifts.reduce((a, s) => a + s.minutes, 0))].filter(Boolean).join(' · ');
		const head = `${waits.length ? '◆ ' : ''}${bad ? wrongWord(against) : job}`;
		const foot = bad ? job : work;
		const span = shortDay(days[b.first] ?? '') + (b.last > b.first ? ` to ${shortDay(days[b.last] ?? '')}` : '');
		const told = against.map((c) => c.text);
		return {
			...{ key: b.key, bar: b, first: b.first, last: b.last, head, foot },
			class: ['bar', bad && 'bad', nobody && 'nobody', picked(b.key) && 'picked', tried && 'tried'].filter(Boolean).join(' '),
			style: placeOfBar(b, days.length),
			title: [job, one?.phase, one?.note, ...waits, ...told].filter(Boolean).join('\n'),
			label: [`${head} ${foot}`, whose, span, ...(tried ? ['tried in this draft'] : []), ...waits, ...told].join(', ')
		};
	});
}
