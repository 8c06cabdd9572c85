import { beforeEach, describe, expect, it } from 'vitest';
import type { Input } from '$lib/contract';
import { addDays, mondayOf } from '$lib/core/time';
import type { App } from '$lib/server/app';
import { ask } from '$lib/server/queries';
import { roundsFile } from '$lib/server/rounds';
import { agreementList, roundDays, serviceList, stopsOf } from '$lib/server/rounds/queries';
import { board, comingToCustomer } from '$lib/server/screens';
import { QUERIES } from '$lib/server/screens/asked';
import { decisions } from '$lib/server/screens/today';
import { boardRows, type BoardData } from '$lib/ui/board/rows';
import type { Yard } from '../../src/demo/yard';
import { freshYard, OWNER, refused, value } from './yard';

const PETRA = { type: 'person', id: 'petra', name: 'Petra', role: 'office' } as const;
let yard: Yard;
let app: App;
let agreementIds: string[];
beforeEach(async () => {
	({ yard, app } = await freshYard());
	const { serviceId } = yard.call('petra', 'rounds.save-service', {
		...{ serviceId: null, name: 'Gutter care', wording: '', from: '04-01', to: '10-31' },
		...{ visits: 15, hours: 675_000, price: 300_000, setUp: 20, cadence: { by: 'weeks', every: 2 } }
	});
	const customerId = yard.customer('Property care', 'organization', 'p@care.example', '', 'Quay 1');
	agreementIds = [0, 1].map((n) => {
		yard.job(`Bid ${n}`, customerId, `${n + 1} Harbor Row`, [-47 - n / 1000, -131]);
		const siteId = value<string>(app, 'select id from sites where customer_id = ? and address = ?', customerId, `${n + 1} Harbor Row`);
		return yard.call('petra', 'rounds.add-agreement', {
			...{ serviceId, siteId, year: 2027, visits: 15, hours: 675_000, price: 300_000, note: '' }
		}).agreementId;
	});
});
const plan = (crewId: string | null, more = {}) =>
	yard.call('petra', 'rounds.plan', {
		...{ agreementIds, crewId, weekday: 4, start: '2027-04-14', despite: true, reason: 'Agreed' },
		...more
	});
interface Visit {
	id: string;
	day: string;
	crewId: string | null;
	minutes: number;
	version: number;
}
const visits = (): Visit[] =>
	app.db.sqlite.prepare('select id, day, crew_id crewId, minutes, version from visits order by day, id').all() as Visit[];
const moves = (input: { crewId: string | null; weekday: number | null }) =>
	asked<{ changes: Input<'rounds.move-visits'>['changes'] }>('rounds.moves-to', { agreementIds, ...input }).changes;
const asked = <T>(name: string, input: unknown): T => ask(app, QUERIES.get(name)!, input, PETRA) as T;

describe('visits that nobody has yet', () => {
	it('are planned for one person, stand with no crew, and are reckoned anew for the crew that gets them; taken back, as they were', () => {
		const people = value<number>(app, "select count(*) from people where crew_id = 'gutter' and active = 1");
		expect(people).toBeGreaterThan(1);
		const { visits: planned } = plan(null);
		const before = visits();
		expect(before).toHaveLength(planned);
		// 4 h 30 of labor by one, and 20 minutes of set-up.
		expect(new Set(before.map((v) => `${v.crewId} ${v.minutes}`))).toEqual(new Set(['null 290']));
		const { undo } = yard.call('petra', 'rounds.move-visits', { changes: moves({ crewId: 'gutter', weekday: null }) });
		const block = Math.ceil((270 / people + 20) / 5) * 5;
		expect(visits().map((v) => [v.id, v.day, v.crewId, v.minutes])).toEqual(before.map((v) => [v.id, v.day, 'gutter', block]));
		yard.call('petra', 'rounds.move-visits', { changes: undo });
		expect(visits().map(({ version, ...v }) => [v, version > 1])).toEqual(before.map(({ version: _, ...v }) => [v, true]));
	});
	it('keep a block that somebody set, whoever gets them', () => {
		plan(null, { blockOf: { [agreementIds[0]!]: 45 } });
		yard.call('petra', 'rounds.move-visits', { changes: moves({ crewId: 'gutter', weekday: 2 }) });
		const minutes = app.db.sqlite.prepare('select distinct agreement_id a, minutes m from visits').all() as { a: string; m: number }[];
		expect(minutes.find((r) => r.a === agreementIds[0])?.m).toBe(45);
		expect(minutes.find((r) => r.a === agreementIds[1])?.m).not.toBe(290);
		expect(minutes).toHaveLength(2);
	});
	it('stand on the board and on their day as nobody’s, on Today until somebody has them, and move as a round', () => {
		plan(null);
		const day = visits()[0]!.day;
		expect(roundDays(app, day, day)).toEqual([{ crewId: null, day, stops: 2, minutes: 580 }]);
		expect(stopsOf(app, null, day).map((s) => s.address)).toEqual(['1 Harbor Row', '2 Harbor Row']);
		expect(stopsOf(app, 'gutter', day)).toEqual([]);
		const rows = boardRows(board(app, mondayOf(day), 1) as unknown as BoardData);
		expect(rows[1]).toEqual({ kind: 'rounds', key: 'rounds' });
		const said = () => decisions(app, OWNER).find((d) => d.id.startsWith('nobody:'));
		expect(said()).toMatchObject({ title: 'Gutter care: nobody has 2 visits of the next week' });
		const { changes } = asked<{ changes: Input<'rounds.move-visits'>['changes'] }>('rounds.round-moves', {
			...{ crewId: null, day, to: day, toCrewId: 'gutter', onward: true }
		});
		yard.call('petra', 'rounds.move-visits', { changes });
		expect(visits().every((v) => v.crewId === 'gutter')).toBe(true);
		expect(said()).toBeUndefined();
		expect(boardRows(board(app, mondayOf(day), 1) as unknown as BoardData).some((r) => r.kind === 'rounds')).toBe(false);
	});
	it('go back to nobody one by one, and are not on a phone then', () => {
		plan('gutter');
		const [first] = visits();
		yard.call('petra', 'rounds.move-visit', { visitId: first!.id, day: first!.day, crewId: null, version: first!.version });
		expect(visits().filter((v) => v.crewId === null)).toHaveLength(1);
		yard.at(first!.day, '07:00');
		expect(stopsOf(app, 'gutter', first!.day).map((s) => s.id)).not.toContain(first!.id);
		expect(value<number>(app, 'select minutes from visits where id = ?', first!.id)).toBe(290);
	});
	it('are told to no customer and promised on no page while nobody has them', () => {
		plan(null);
		const customerId = value<string>(app, "select id from customers where name = 'Property care'");
		yard.call('imogen', 'company.visit-messages', { dayBefore: true, onOurWay: false, quietFrom: 1200, quietTo: 420 });
		const day = visits()[0]!.day;
		yard.at(addDays(day, -1), '15:00');
		const told = () => yard.given({ type: 'system' }, 'plan.tell-tomorrow', {}).told as number;
		expect([told(), comingToCustomer(app, customerId)?.ahead]).toEqual([0, []]);
		yard.call('petra', 'rounds.move-visits', { changes: moves({ crewId: 'gutter', weekday: null }) });
		expect([told(), comingToCustomer(app, customerId)?.ahead[0]?.day]).toEqual([2, day]);
	});
	it('are moved by rain with everything of the day, and stand in its files', () => {
		plan(null);
		const day = visits()[0]!.day;
		const { moved } = yard.call('petra', 'plan.move-day', { day, room: false, onward: false, crewId: null, outdoor: false, despite: true });
		expect(moved).toBe(2);
		expect(visits().filter((v) => v.day === day)).toEqual([]);
		const service = serviceList(app)[0]!;
		expect(roundsFile(app, service.id, 'csv', OWNER)?.text).toContain('nobody yet');
		expect(roundsFile(app, service.id, 'ics', OWNER)?.text).toContain('Gutter care\\, nobody yet: 2 stops');
	});
});

describe('what was sold of many', () => {
	const rows = () => agreementList(app, serviceList(app)[0]!.id, OWNER);
	const change = (more: Partial<{ visits: number; hours: number; price: number }>) =>
		rows().map((a) => ({ agreementId: a.id, visits: a.sold, hours: a.hours, price: a.price ?? 0, version: a.version, ...more }));
	it('is put right at once, jobs worth what it is, and taken back exactly', () => {
		const before = rows();
		const { undo } = yard.call('petra', 'rounds.change-many', { changes: change({ visits: 14, price: 280_000 }) });
		expect(rows().map((a) => [a.sold, a.price])).toEqual([
			[14, 280_000],
			[14, 280_000]
		]);
		expect(value<number>(app, 'select sum(contract_net) from jobs')).toBe(560_000);
		yard.call('petra', 'rounds.change-many', { changes: undo });
		expect(rows().map(({ version: _, ...a }) => a)).toEqual(before.map(({ version: _, ...a }) => a));
		expect(value<number>(app, 'select sum(contract_net) from jobs')).toBe(600_000);
	});
	it('is all of it or nothing, and says at which site it is not', () => {
		plan('gutter');
		const [first] = visits();
		yard.at(first!.day, '12:00');
		yard.call('petra', 'rounds.do-visit', { visitId: first!.id, done: true, note: '' });
		const [field, words] = refused(() => yard.call('petra', 'rounds.change-many', { changes: change({ price: 1 }) }));
		expect(field).toBe('changes');
		expect(words).toMatch(/^[12] Harbor Row: Shares of this price are charged already/);
		expect(rows().map((a) => a.price)).toEqual([300_000, 300_000]);
		// Hours are nobody’s bill: they may be put right under way.
		yard.call('petra', 'rounds.change-many', { changes: change({ hours: 700_000 }) });
		expect(rows().map((a) => a.hours)).toEqual([700_000, 700_000]);
	});
	it('is refused where somebody changed one of them meanwhile', () => {
		const stale = change({ visits: 12 });
		yard.call('imogen', 'rounds.change-many', { changes: change({ visits: 13 }).slice(0, 1) });
		expect(() => yard.call('petra', 'rounds.change-many', { changes: stale })).toThrow();
		expect(rows().map((a) => a.sold)).toEqual([13, 15]);
	});
});
