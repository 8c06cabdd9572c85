import { grouped } from '$lib/core/lists';
import type { Conflict } from '$lib/core/planning';
import type { Bar } from './layout';

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

export type BoardRow =
	| { kind: 'nobody'; key: string; shifts: Shift[] }
	| { kind: 'crew'; key: string; crew: string; lead: string; crewId: string | null }
	| { kind: 'person'; key: string; person: Person; shifts: Shift[] }
	| { kind: 'firms'; key: string }
	| { kind: 'firm'; key: string; firm: string; coming: BoardData['firms'] };

/** The rows of the board from top to bottom: what nobody has, each crew with its people, the subcontractors that come. */
export function boardRows(b: BoardData, folded: ReadonlySet<string> = new Set()): BoardRow[] {
	const byPerson = grouped(b.shifts, (s) => s.personId ?? (s.firmId ? 'firm' : ''));
	const of = (id: string): Shift[] => byPerson.get(id) ?? [];
	const rows: BoardRow[] = [{ kind: 'nobody', key: 'nobody', shifts: of('') }];
	for (const [crew, staff] of grouped(b.staff, (p) => p.crew)) {
		const lead = staff.find((p) => p.role === 'crew lead')?.name ?? 'nobody';
		rows.push({ kind: 'crew', key: `crew ${crew}`, crew, lead, crewId: staff[0]?.crewId ?? null });
		if (!folded.has(crew)) for (const p of staff) rows.push({ kind: 'person', key: p.id, person: p, shifts: of(p.id) });
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
