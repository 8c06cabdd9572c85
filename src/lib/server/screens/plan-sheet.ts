import { grouped } from '../../core/lists';
import { formatMinutes } from '../../core/money';
import { isDay, longDay, mondayOf, type Day } from '../../core/time';
import type { App } from '../app';
import { GREY, hair, latin, letterheadOf, render } from '../documents';
import { stopsOf } from '../rounds';
import { board } from './board';

const clock = (n: number): string => `${Math.floor(n / 60) % 24}:${String(n % 60).padStart(2, '0')}`;

/** A stop on a sheet: where, and when one gets in if not at any time. */
const stopWords = (s: { address: string; openFrom: number | null; openTo: number | null }): string =>
	s.openFrom === null ? s.address : `${s.address} (${clock(s.openFrom)}–${clock(s.openTo ?? 0)})`;

/** What hangs in the shed: who is where on which day, of some weeks, all crews or one. */
export function planSheets(app: App, from: Day, weeks: number, crewId: string) {
	const b = board(app, from, weeks);
	return {
		...{ from, weeks, days: b.days, timeOff: b.timeOff, holidays: b.holidays, rounds: b.rounds },
		/** The stops of each round in the order they are driven, for the crews that are shown. */
		stops: b.rounds
			.filter((r) => r.crewId !== null && (crewId === '' || r.crewId === crewId))
			.sort((x, y) => x.day.localeCompare(y.day))
			.map((r) => ({ crewId: r.crewId, day: r.day, at: stopsOf(app, r.crewId, r.day).map(stopWords) })),
		staff: b.staff.filter((p) => crewId === '' || p.crewId === crewId).map(({ id, name, crew, crewId }) => ({ id, name, crew, crewId })),
		shifts: b.shifts.map(({ id, personId, day, from, to, job, phase, note }) => ({ id, personId, day, from, to, job, phase, note }))
	};
}

/** Which sheets an address asks for: from the Monday of a day, some weeks, one crew or all. */
export function sheetsAsked(q: URLSearchParams, today: Day): { from: Day; weeks: number; crew: string } {
	const from = q.get('from') ?? '';
	return {
		from: mondayOf(isDay(from) ? from : today),
		weeks: [1, 2, 4].find((n) => String(n) === q.get('weeks')) ?? 1,
		crew: q.get('crew') ?? ''
	};
}

type Sheets = ReturnType<typeof planSheets>;
const shortDay = (day: Day): string =>
	new Date(`${day}T12:00Z`).toLocaleDateString('en-US', { weekday: 'short', month: 'short', day: 'numeric', timeZone: 'UTC' });

/** What somebody has on a day, a line for each. */
function linesOf(s: Sheets, p: Sheets['staff'][number], day: Day): string[] {
	const off = s.timeOff.some((t) => t.personId === p.id && t.from <= day && day <= t.to);
	const round = s.rounds.find((r) => r.crewId === p.crewId && r.day === day);
	return [
		...(off ? ['off'] : []),
		...s.shifts
			.filter((x) => x.personId === p.id && x.day === day)
			.map((x) => {
				const at = x.from === null || x.to === null ? '' : `${clock(x.from)}–${clock(x.to)} `;
				return [`${at}${x.job}${x.phase ? `, ${x.phase}` : ''}`, x.note].filter(Boolean).join('\n');
			}),
		...(round ? [`Round: ${round.stops} stops, ${formatMinutes(round.minutes)}`] : [])
	];
}

/** The rounds of a crew in a week, a paragraph for each with its stops in order. */
const roundsOf = (s: Sheets, crewId: string | null, days: readonly Day[]) =>
	s.stops
		.filter((r) => r.crewId === crewId && days.includes(r.day))
		.map((r) => ({
			text: [
				{ text: latin(`Round ${shortDay(r.day)}: `), bold: true },
				latin(r.at.map((address, n) => `${n + 1}. ${address.split(',')[0] ?? ''}`).join('   '))
			],
			fontSize: 9,
			margin: [0, 8, 0, 0]
		}));

/** The sheets as a PDF, a page for each crew and week. */
export async function planSheetPaper(app: App, from: Day, weeks: number, crewId: string): Promise<{ name: string; bytes: Buffer } | null> {
	const s = planSheets(app, from, weeks, crewId);
	if (s.staff.length === 0) return null;
	const pages = [...grouped(s.staff, (p) => p.crew)].flatMap(([crew, own]) =>
		[...grouped(s.days, mondayOf)].map(([monday, days]) => ({ crew, own, monday, days }))
	);
	const bytes = await render(
		letterheadOf(app),
		latin(`Plan from ${longDay(from)}`),
		pages.map(({ crew, own, monday, days }, n) => ({
			stack: [
				{ text: latin(crew), fontSize: 16, bold: true },
				{ text: `Week of ${latin(longDay(monday))}`, color: GREY, margin: [0, 0, 0, 10] },
				{
					table: {
						headerRows: 1,
						widths: [70, ...days.map(() => '*')],
						body: [
							['', ...days.map((d) => ({ text: `${shortDay(d)}${s.holidays.includes(d) ? ', holiday' : ''}`, color: GREY }))],
							...own.map((p) => [
								{ text: latin(p.name), bold: true },
								...days.map((d) => ({ stack: linesOf(s, p, d).map((t) => ({ text: latin(t), fontSize: 8, margin: [0, 0, 0, 3] })) }))
							])
						]
					},
					layout: hair
				},
				...roundsOf(s, own[0]?.crewId ?? null, days)
			],
			...(n > 0 ? { pageBreak: 'before' } : {})
		}))
	);
	return { name: `Plan-${from}.pdf`, bytes };
}
