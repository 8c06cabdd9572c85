/** What is typed when something is planned. */
export interface Plan {
	jobId: string;
	phase: string;
	/** Who comes; nobody among them: the days wait for somebody. */
	personIds: (string | null)[];
	from: string;
	to: string;
	start: string;
	end: string;
	note: string;
}

/** Minutes after midnight of a time as typed; null for none. @example minutesOfClock('7:30') // 450 */
export const minutesOfClock = (t: string): number | null => {
	const m = /^(\d{1,2}):(\d{2})$/.exec(t.trim());
	return m ? Number(m[1]) * 60 + Number(m[2]) : null;
};

/** @example clockText(450) // '7:30' */
export const clockText = (n: number | null): string => (n === null ? '' : `${Math.floor(n / 60)}:${String(n % 60).padStart(2, '0')}`);

/** What is asked to be planned. An end before the start is one of the next day. */
export const toAdd = (p: Plan) => {
	const start = minutesOfClock(p.start);
	const end = minutesOfClock(p.end);
	return {
		...{ jobId: p.jobId, phase: p.phase, personIds: p.personIds, from: p.from, to: p.to, note: p.note },
		...{ start, end: start !== null && end !== null && end <= start && end <= 720 ? end + 1440 : end }
	};
};
