import { onSiteOf } from '$lib/core/rounds';

/** An agreement in the list of a service's rounds; the query of the server fits it. */
export interface AgreementRow {
	id: string;
	number: number;
	jobId: string;
	customerId: string;
	customer: string;
	siteId: string;
	address: string;
	access: string;
	district: string;
	lat: number | null;
	lng: number | null;
	from: string;
	to: string;
	sold: number;
	planned: number;
	done: number;
	missed: number;
	hours: number;
	price: number | null;
	inCharge: string;
	/** Charges that are on no bill yet; null for who does not see bills. */
	toBill: number | null;
	billing: 'visit' | 'instalments' | 'completion';
	charged: number;
	stop: number | null;
	/** The weekdays on which one gets in; null: any. */
	onDays: number[] | null;
	/** The hours in which one gets in, minutes from midnight; null: at any time. */
	openFrom: number | null;
	openTo: number | null;
	branchId: string | null;
	crew: string | null;
	crewId: string | null;
	weekday: number | null;
	next: string | null;
	spent: number;
	timed: number;
	note: string;
	version: number;
}

export const WEEKDAYS = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'];
/** @example weekdayWord(1) // 'Monday' */
export const weekdayWord = (n: number | null): string => (n === null ? '' : (WEEKDAYS[n - 1] ?? ''));

/** How much of what was sold is planned. */
export const plannedOf = (a: { planned: number; sold: number }): 'not' | 'partly' | 'all' =>
	a.planned === 0 ? 'not' : a.planned < a.sold ? 'partly' : 'all';

/** Instead of a crew: planned, and nobody has it yet. */
export const NOBODY = 'nobody';
/** Who has what is planned of an agreement. @example crewWords({ crew: null, weekday: 2 }) // 'nobody yet' */
export const crewWords = (a: Pick<AgreementRow, 'crew' | 'weekday'>): string | null => a.crew ?? (a.weekday === null ? null : 'nobody yet');

/** How the list is narrowed, kept in the address. */
export interface Narrowed {
	/** Planned or not: '', 'unplanned', 'partly', 'planned', 'mismatch', 'missed', 'nowhere'. */
	which: string;
	district: string;
	crew: string;
	weekday: string;
	branch: string;
	text: string;
}
export const narrowedIn = (q: URLSearchParams): Narrowed => ({
	...{ which: q.get('which') ?? '', district: q.get('district') ?? '', crew: q.get('crew') ?? '' },
	...{ weekday: q.get('weekday') ?? '', branch: q.get('branch') ?? '', text: q.get('q') ?? '' }
});

const WHICH: Record<string, (a: AgreementRow) => boolean> = {
	unplanned: (a) => a.planned === 0,
	partly: (a) => plannedOf(a) === 'partly',
	planned: (a) => a.planned > 0,
	mismatch: (a) => a.planned > 0 && a.planned !== a.sold,
	missed: (a) => a.missed > 0,
	nowhere: (a) => a.lat === null
};

/** The agreements that are looked at. */
export function narrowed(all: readonly AgreementRow[], n: Narrowed): AgreementRow[] {
	const words = n.text.toLowerCase().split(/\s+/).filter(Boolean);
	const which = WHICH[n.which];
	return all.filter(
		(a) =>
			(which === undefined || which(a)) &&
			(n.district === '' || a.district === n.district) &&
			(n.crew === '' || (n.crew === NOBODY ? a.weekday !== null && a.crewId === null : a.crewId === n.crew)) &&
			(n.branch === '' || a.branchId === n.branch) &&
			(n.weekday === '' || String(a.weekday) === n.weekday) &&
			words.every((w) => `${a.customer} ${a.address} ${a.district} ${a.number}`.toLowerCase().includes(w))
	);
}

/**
 * Minutes on site of a visit as sold, by whoever is sent: labor hours ÷ visits ÷ people.
 * @example soldOnSite({ hours: 630_000, sold: 14 }, 3) // 90
 */
export const soldOnSite = (a: { hours: number; sold: number }, people: number): number =>
	onSiteOf({ hours: a.hours, visits: a.sold, crew: Math.max(1, people), setUp: 0 });
