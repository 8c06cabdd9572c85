import { grouped } from '$lib/core/lists';
import type { Conflict } from '$lib/core/planning';
import { barsOf, lanesOf, type Bar } from './layout';

type Shift = Bar['shifts'][number];

/** What the board is drawn from; the screen of the server fits it. */
export interface BoardData {
	from: string;
	days: string[];
	staff: {
		id: string;
		name: string;
		crew: string;
		crewId: string | null;
		branchId?: string | null;
		role: string;
		skills: string;
		load: { planned: number; paid: number; gaps: { day: string; minutes: number }[] };
	}[];
	shifts: (Shift & { firmId?: string | null })[];
	conflicts: Record<string, Conflict[]>;
	timeOff: readonly { personId: string; from: string; to: string }[];
	/** Days that somebody does not work by their week. */
	free?: readonly { personId: string; days: string[] }[];
	/** What calendars outside have. */
	busy?: readonly { personId: string; day: string; from: number | null; to: number | null; text: string }[];
	holidays: string[];
	rounds: { crewId: string | null; day: string; stops: number; minutes: number }[];
	firms: { id: string; firm: string; day: string; job: string; phase: string | null; number: number | null; state: string | null }[];
	unmanned: {
		jobId: string;
		job: string;
		number: number | null;
		phase: string;
		leftMinutes: number;
		waits: readonly string[];
		/** Where its site lies; '' when that is not said. */
		district: string;
	}[];
}

type Person = BoardData['staff'][number];

/** What is drawn in one row of days: it alone decides how the row looks, so that a row that stays the same is not drawn again. */
export interface Lane {
	bars: Bar[];
	/** How many bars lie below each other. */
	lanes: number;
	/** What speaks against shifts of this row. */
	against: Record<string, Conflict[]>;
	/** Days of time off. */
	off: string[];
	/** Days that are not worked by the week. */
	free: readonly string[];
	/** What calendars outside have. */
	taken: readonly { day: string; text: string }[];
}

export type BoardRow =
	| { kind: 'nobody'; key: string; lane: Lane }
	/** Rounds that are planned and that no crew has yet. */
	| { kind: 'rounds'; key: string }
	| { kind: 'crew'; key: string; crew: string; lead: string; crewId: string | null }
	| { kind: 'person'; key: string; person: Person; lane: Lane }
	| { kind: 'firms'; key: string }
	| { kind: 'firm'; key: string; firm: string; coming: BoardData['firms'] };

/** What one row of days needs, out of the whole board. */
function lanesFor(b: BoardData): (id: string | null) => Lane {
	const byPerson = grouped(b.shifts, (s) => s.personId ?? (s.firmId ? 'firm' : ''));
	const offOf = grouped(b.timeOff, (t) => t.personId);
	const busyOf = grouped(b.busy ?? [], (t) => t.personId);
	const freeOf = new Map((b.free ?? []).map((f) => [f.personId, f.days]));
	return (person) => {
		const id = person ?? '';
		const shifts = byPerson.get(id) ?? [];
		const bars = barsOf(shifts, b.days, (s) => (b.conflicts[s]?.length ?? 0) > 0);
		return {
			bars,
			lanes: lanesOf(bars),
			against: Object.fromEntries(shifts.flatMap((s) => (b.conflicts[s.id]?.length ? [[s.id, b.conflicts[s.id] ?? []]] : []))),
			off: b.days.filter((d) => offOf.get(id)?.some((t) => t.from <= d && d <= t.to)),
			free: freeOf.get(id) ?? [],
			taken: (busyOf.get(id) ?? []).map((t) => ({ day: t.day, text: t.text }))
		};
	};
}

/** The rows of the board from top to bottom: what nobody has, each crew with its people, the subcontractors that come. */
export function boardRows(b: BoardData, folded: ReadonlySet<string> = new Set()): BoardRow[] {
	const lane = lanesFor(b);
	const rows: BoardRow[] = [{ kind: 'nobody', key: 'nobody', lane: lane(null) }];
	if (b.rounds.some((r) => r.crewId === null && b.days.includes(r.day))) rows.push({ kind: 'rounds', key: 'rounds' });
	for (const [crew, staff] of grouped(b.staff, (p) => p.crew)) {
		const lead = staff.find((p) => p.role === 'crew lead')?.name ?? 'nobody';
		rows.push({ kind: 'crew', key: `crew ${crew}`, crew, lead, crewId: staff[0]?.crewId ?? null });
		if (!folded.has(crew)) for (const p of staff) rows.push({ kind: 'person', key: p.id, person: p, lane: lane(p.id) });
	}
	const coming = grouped(
		b.firms.filter((f) => b.days.includes(f.day)),
		(f) => f.firm
	);
	if (coming.size > 0) rows.push({ kind: 'firms', key: 'firms' });
	for (const [firm, own] of coming) rows.push({ kind: 'firm', key: `firm ${firm}`, firm, coming: own });
	return rows;
}

/** Rows that can be planned on: what nobody has, and people. */
const stands = (r: BoardRow | undefined): boolean => r?.kind === 'person' || r?.kind === 'nobody';

/** The next row up or down on which something can be planned; the same one at the end. @example rowBeside(rows, 3, -1) // 1, over a crew's name */
export function rowBeside(rows: readonly BoardRow[], from: number, by: 1 | -1): number {
	for (let n = from + by; n >= 0 && n < rows.length; n += by) if (stands(rows[n])) return n;
	return from;
}

/** How high a row is drawn, in pixels: rows that are not drawn yet hold their place by it. What nobody has is always drawn. */
export const rowHeight = (r: BoardRow): number => {
	if (r.kind === 'crew' || r.kind === 'firms' || r.kind === 'rounds') return 30;
	return r.kind === 'person' ? Math.max(42, r.lane.lanes * 38 + 4) + 1 : 43;
};

/**
 * Rows that stand as they stood are the very same objects again, so that one bar that moves draws one row anew and not two hundred.
 * @returns rows in, the same rows out: each as it was the last time, where nothing in it differs
 */
export function steadyRows(): (rows: readonly BoardRow[]) => BoardRow[] {
	let known: Record<string, { text: string; row: BoardRow }> = {};
	return (rows) => {
		const next: typeof known = {};
		for (const row of rows) {
			const text = JSON.stringify(row);
			const was = known[row.key];
			next[row.key] = was?.text === text ? was : { text, row };
		}
		known = next;
		return rows.map((r) => next[r.key]?.row ?? r);
	};
}
