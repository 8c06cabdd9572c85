import { describe, expect, it } from 'vitest';
import { narrowed, narrowedIn, plannedOf, soldOnSite, weekdayWord, type AgreementRow } from './agreement-rows';

const row = (id: string, more: Partial<AgreementRow>): AgreementRow => ({
	...{ id, number: 1, jobId: id, customerId: 'c', customer: 'Fennick', siteId: id, address: `${id} Row`, access: '', district: 'Quayside' },
	...{
		lat: 1,
		lng: 1,
		from: '2027-04-01',
		to: '2027-10-31',
		sold: 14,
		planned: 14,
		done: 0,
		missed: 0,
		hours: 630_000,
		inCharge: '',
		toBill: null,
		price: 1
	},
	...{
		billing: 'visit',
		charged: 0,
		stop: null,
		onDays: null,
		openFrom: null,
		openTo: null,
		branchId: null,
		crew: 'Gutter',
		crewId: 'gutter',
		weekday: 1,
		next: null,
		spent: 0,
		timed: 0
	},
	...{ note: '', version: 1 },
	...more
});
const all = [
	row('a', { planned: 0, crewId: null, weekday: null, lat: null }),
	row('b', { planned: 13, district: 'Weirside' }),
	row('c', { planned: 15, missed: 2 }),
	row('d', { weekday: 4, crewId: 'slate', customer: 'Harbor Homes' })
];
const ids = (q: string) => narrowed(all, narrowedIn(new URLSearchParams(q))).map((a) => a.id);

describe('the list of agreements', () => {
	it('is narrowed by what is planned, where, by whom, on which day, and by words', () => {
		expect(ids('')).toEqual(['a', 'b', 'c', 'd']);
		expect(ids('which=unplanned')).toEqual(['a']);
		expect(ids('which=partly')).toEqual(['b']);
		expect(ids('which=planned')).toEqual(['b', 'c', 'd']);
		expect(ids('which=mismatch')).toEqual(['b', 'c']);
		expect(ids('which=missed')).toEqual(['c']);
		expect(ids('which=nowhere')).toEqual(['a']);
		expect(ids('district=Weirside')).toEqual(['b']);
		expect(ids('crew=slate&weekday=4')).toEqual(['d']);
		expect(ids('weekday=1&which=mismatch')).toEqual(['b', 'c']);
		expect(ids('q=harbor+quayside')).toEqual(['d']);
		expect(ids('which=nonsense')).toHaveLength(4);
	});
	it('says how much is planned, and how long a visit was sold for', () => {
		expect(all.map(plannedOf)).toEqual(['not', 'partly', 'all', 'all']);
		expect([soldOnSite({ hours: 630_000, sold: 14 }, 3), soldOnSite({ hours: 630_000, sold: 14 }, 0)]).toEqual([90, 270]);
		expect([weekdayWord(7), weekdayWord(null)]).toEqual(['Sunday', '']);
	});
});
