import fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import type { QueryContract } from '$lib/contract';
import * as contracts from '$lib/contract/all-queries';
import { Refusal } from '$lib/core/refusal';
import { may, ROLES, type Role } from '$lib/core/access';
import type { App } from '$lib/server/app';
import { NotAllowed, type Person } from '$lib/server/commands';
import { answerTo, ask } from '$lib/server/queries';
import { QUERIES } from '$lib/server/screens';
import type { Yard } from '../../src/demo/yard';
import { FromSchema } from './from-schema';
import { freshYard, refused, value, wonJob } from './yard';

/** Who may ask what, written out by hand. O owner · F office · E estimator · L crew lead · C crew · B bookkeeper. */
const ACCESS = `
OFE--B  catalog.inside
OFE--B  catalog.more
OFE---  catalog.paid-before
OFE---  catalog.preview-items
O-----  company.holidays
OFE--B  customers.likely
OFE---  estimates.lacking
OFE---  estimates.preview-reprice
O-E--B  estimates.reprice-plan
OFE--B  explain.record
OFELCB  find.anything
OFE---  find.hours
OFELC-  find.items
OFELC-  find.offers
OFE---  find.to-add
OFE--B  jobs.open-ends
OFE--B  jobs.recent
OF----  plan.check-add
OF----  plan.check-arrange
OF----  plan.check-day
OFE---  plan.check-phase
OF----  plan.coming
OF----  plan.emergency
OF----  plan.free
OFEL--  plan.shift
OFE---  repeats.check-change
OFE--B  repeats.coming
OFE---  rounds.check-renewal
OF----  rounds.moves-to
OF----  rounds.preview
OFE---  rounds.quotes
OF----  rounds.round-moves
OFELCB  work.tasks
`;
const person = (role: Role): Person => ({ type: 'person', id: 'imogen', name: role, role });
const isQuery = (q: unknown): q is QueryContract => typeof q === 'object' && q !== null && 'right' in q && 'output' in q;
const SEED = Number(process.env.FC_SEED ?? 16);

const FITTING: Record<string, object> = {};
let yard: Yard;
let app: App;
beforeAll(async () => {
	({ yard, app } = await freshYard());
	for (const n of [1, 2]) wonJob(yard, `Asked ${n}`);
	const jobId = wonJob(yard, 'Planned').jobId;
	const day = { from: '2027-05-04', to: '2027-05-06', start: null, end: null };
	const { shiftIds } = yard.call('petra', 'plan.add', { ...day, jobId, phase: '', personIds: ['marco'], note: '', despite: true });
	const serviceId = yard.call('petra', 'rounds.save-service', {
		...{ serviceId: null, name: 'Gutter care', wording: '', from: '04-01', to: '10-31', visits: 14 },
		...{ hours: 630_000, price: 300_000, setUp: 20, cadence: { by: 'weeks', every: 2 } }
	}).serviceId;
	const siteId = value<string>(app, 'select site_id from jobs where id = ?', jobId);
	const { agreementId } = yard.call('petra', 'rounds.add-agreement', {
		...{ serviceId, siteId, year: 2027, visits: 14, hours: 630_000, price: 300_000, note: '' }
	});
	// What rarely comes out of a schema by itself.
	FITTING['explain.record'] = { of: `item:${value<string>(app, 'select id from items limit 1')}` };
	const place = { jobId, phase: '', personId: 'marco', day: '2027-05-10', from: null, to: null, note: '' };
	FITTING['plan.check-arrange'] = { changes: [{ id: 'new-shift', version: null, to: place }] };
	const phaseId = value<string>(app, 'select id from phases where job_id = ? limit 1', jobId);
	FITTING['plan.check-phase'] = { phaseId, name: 'Shingles', from: '2027-05-04', to: '2027-05-06' };
	FITTING['plan.shift'] = { shiftId: shiftIds[0] };
	const ruleId = yard.call('petra', 'repeats.save', {
		...{ ruleId: null, jobId, name: 'Again', onHoliday: 'move', way: 'made', crewId: null, from: null, to: null, ahead: 7 },
		rule: { by: 'week', weekdays: [1], every: 1, start: '2027-04-19' }
	}).ruleId;
	FITTING['repeats.coming'] = { ruleId };
	FITTING['repeats.check-change'] = { ruleId, rule: { by: 'day', every: 3, start: '2027-04-19' } };
	FITTING['rounds.check-renewal'] = { agreementIds: [agreementId], year: 2028, way: 'percent', by: 300 };
	FITTING['rounds.preview'] = { agreementIds: [agreementId], crewId: 'gutter', weekday: 4, start: '2027-04-14' };
});

describe('the queries', () => {
	it('list who may ask what, as it is written out in the table', () => {
		const today = [...QUERIES.values()]
			.map((q) => `${ROLES.map((r, n) => (may({ role: r }, q.right) ? 'OFELCB'[n] : '-')).join('')}  ${q.name}`)
			.sort((a, b) => (a.slice(8) < b.slice(8) ? -1 : 1));
		expect(today).toEqual(ACCESS.split('\n').filter(Boolean));
	});
	it('are answered all, and each is declared', () => {
		expect(
			(Object.values(contracts) as unknown[])
				.filter(isQuery)
				.map((q) => q.name)
				.sort()
		).toEqual([...QUERIES.keys()].sort());
	});
	it.each([...QUERIES.keys()])('%s is refused to whom it is not for, before anything is looked at', (name) => {
		const query = QUERIES.get(name)!;
		for (const role of ROLES.filter((r) => !may({ role: r }, query.right)))
			expect(() => ask(app, query, {}, person(role))).toThrow(NotAllowed);
	});
	it('answer whatever fits their schema, or refuse it in words; what they answer is what their contract says', () => {
		const change = () => value<number>(app, 'select total_changes()');
		const before = change();
		const answered = new Map<string, number>();
		for (const query of QUERIES.values()) {
			const inputs = fc.sample(new FromSchema(app, SEED).of(query.input, '', query.name.split('.')[0]!), { numRuns: 60, seed: SEED });
			for (const input of [...inputs, FITTING[query.name] ?? {}])
				try {
					ask(app, query, structuredClone(input), person('owner'));
					answered.set(query.name, (answered.get(query.name) ?? 0) + 1);
				} catch (e) {
					if (!(e instanceof Refusal)) throw new Error(`${query.name} ${JSON.stringify(input).slice(0, 400)}: ${(e as Error).stack}`);
				}
		}
		expect(change()).toBe(before);
		expect([...QUERIES.keys()].filter((name) => !answered.has(name))).toEqual([]);
	});
	it('that answer something else are a fault of ours', () => {
		const lying = answerTo(contracts.findItems, () => [{ id: 'x', code: 'x', name: 'x', unit: 'x', cost: 5 }]);
		expect(() => ask(app, lying, { text: 'x' }, person('owner'))).toThrow('answers what its contract does not say');
	});
	it('say what is wrong with a question beside its field', () => {
		const query = QUERIES.get('rounds.preview')!;
		const asked = { agreementIds: ['x'], crewId: 'x', weekday: 9, start: '2027-04-14' };
		expect(refused(() => ask(app, query, asked, person('owner')))).toEqual(['weekday', 'This must be at most 7.']);
	});
	it('give the crew items without what they cost', () => {
		const found = ask(app, QUERIES.get('find.items')!, { text: 'shingle' }, person('crew')) as object[];
		expect(found.length).toBeGreaterThan(0);
		expect(Object.keys(found[0]!).sort()).toEqual(['code', 'id', 'name', 'unit']);
	});
});
