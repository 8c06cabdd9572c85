import { beforeAll, describe, expect, it } from 'vitest';
import { computeBudget, type YearlyBudget } from '$lib/core/pricing';
import type { App } from '$lib/server/app';
import { Stale } from '$lib/server/commands';
import { loadEstimate } from '$lib/server/estimates/load';
import { laborSheetPage, laborSheetsOn, peopleOfSheets } from '$lib/server/rates/queries';
import { actualOf, budgetPage, soldByMonth, typicalJobs } from '$lib/server/screens/budget';
import { rateOn } from '$lib/server/rates/load';
import type { Yard } from '../../src/demo/yard';
import { count, freshYard, value, wonJob } from './yard';

let yard: Yard;
let app: App;
beforeAll(async () => {
	({ yard, app } = await freshYard());
});
const sheetOf = (id: string) => laborSheetPage(app, id, null)!;
const save = (id: string, from: string, change: Record<string, unknown>, more: Record<string, unknown> = {}) =>
	yard.call('imogen', 'rates.save', {
		sheetId: id,
		name: sheetOf(id).head.name,
		from,
		branchId: 'quay',
		sheet: { ...sheetOf(id).shown.sheet, ...change },
		...more
	});

describe('a labor rate sheet', () => {
	it('has versions by day: what was priced before keeps its rate, what comes after takes the new one', () => {
		const job = yard.job('Early', yard.customer('E', 'person', '', '', ''), '', [0, 0]);
		const estimateId = yard.estimate(job);
		const scope = yard.scope(estimateId, 'S', [], []);
		yard.call('bastian', 'estimates.add-line', { scopeId: scope, sheetId: 'steep', quantity: 80_000 });
		save('steep', '2027-05-01', { target: { margin: 2000 } });
		// Not yet: today the first version still holds.
		yard.call('bastian', 'estimates.add-line', { scopeId: scope, sheetId: 'steep', quantity: 80_000 });
		yard.at('2027-05-03');
		yard.call('bastian', 'estimates.add-line', { scopeId: scope, sheetId: 'steep', quantity: 80_000 });
		yard.at('2027-04-14', '09:30');
		expect(loadEstimate(app.db.orm, estimateId)!.scopes[0]!.lines.map((l) => l.unitPrice)).toEqual([602_600, 602_600, 662_900]);
		expect([rateOn(app.db.orm, 'steep', '2027-04-30')?.price, rateOn(app.db.orm, 'steep', '2027-05-01')?.price]).toEqual([
			602_600, 662_900
		]);
		// Before the first version there is only the first.
		expect(rateOn(app.db.orm, 'steep', '1999-01-01')?.price).toBe(602_600);
		expect(laborSheetsOn(app).find((s) => s.id === 'steep')).toMatchObject({ from: '2024-01-01', ahead: 1 });
		const by = app.db.sqlite.prepare("select name from people where sheet_id = 'steep' and active = 1 order by name").pluck().all();
		expect(by.length).toBeGreaterThan(1);
		expect(
			peopleOfSheets(app)
				.get('steep')
				?.map((p) => p.name)
		).toEqual(by);
		expect(sheetOf('steep').versions.map((v) => v.from)).toEqual(['2027-05-01', '2024-01-01']);
	});
	it('costs hours by the version of their day', () => {
		const { jobId } = wonJob(yard, 'Hours by day');
		save('low', '2027-04-10', { members: [{ label: 'All', wage: 400_000, count: 1 }] });
		yard.time('suki', jobId, '2027-04-09', '7:00', '8:00', 0);
		yard.time('suki', jobId, '2027-04-13', '7:00', '8:00', 0);
		const [before, after] = app.db.sqlite
			.prepare("select unit_cost from cost_entries where job_id = ? and kind = 'labor' order by day")
			.all(jobId) as { unit_cost: number }[];
		expect(before?.unit_cost).toBe(rateOn(app.db.orm, 'low', '2027-04-09')?.loadedCost);
		expect(after?.unit_cost).toBe(rateOn(app.db.orm, 'low', '2027-04-13')?.loadedCost);
		expect(after!.unit_cost).toBeGreaterThan(before!.unit_cost);
	});
	it('bills by its own step and minimum where it has them', () => {
		const leak = yard.job('Leak', yard.customer('L', 'person', '', '', ''), '', [0, 0]);
		yard.call('petra', 'jobs.win', { jobId: leak });
		save('gutter', '2024-01-01', { billing: { step: 60, minimum: 120 } });
		yard.time('noor', leak, '2027-04-13', '7:00', '7:20', 0);
		yard.time('noor', leak, '2027-04-13', '9:00', '11:10', 0);
		const price = rateOn(app.db.orm, 'gutter', '2027-04-13')!.price;
		const charges = (
			app.db.sqlite.prepare('select charge from cost_entries where job_id = ? order by rowid').all(leak) as { charge: number }[]
		).map((c) => c.charge);
		expect(charges).toEqual([Math.round((price * 2) / 100), Math.round((price * 3) / 100)]);
	});
	it('built from parts of the day keeps them and their share', () => {
		save('upper', '2024-01-01', {
			parts: [
				{ name: 'Loading', minutes: 36 },
				{ name: 'Driving', minutes: 36, driving: true }
			],
			dayMinutes: 480
		});
		expect(sheetOf('upper').shown.sheet).toMatchObject({ nonBillable: 1500, parts: [{ name: 'Loading' }, { driving: true }] });
	});
	it.each([
		[{ members: [] }, 'nobody'],
		[{ paidHours: 0 }, 'more than 0'],
		[{ overtimeHours: 460_000 }, 'Overtime'],
		[{ nonBillable: 10_000 }, 'below 100'],
		[{ target: { margin: 10_000 } }, 'below 100'],
		[{ target: { price: 0 } }, 'more than 0'],
		[{ target: { price: 600_050 } }, 'whole cents'],
		[{ parts: [{ name: 'Talk', minutes: 480 }], dayMinutes: 480 }, 'whole paid day']
	])('refuses %j and keeps what was there', (change, words) => {
		const before = JSON.stringify(app.db.sqlite.prepare('select * from labor_rates').all());
		expect(() => save('steep', '2027-06-01', change)).toThrow(words);
		expect(JSON.stringify(app.db.sqlite.prepare('select * from labor_rates').all())).toBe(before);
	});
	it('asks when somebody else saved it meanwhile, and stays while assemblies use it', () => {
		const { version } = sheetOf('steep').head;
		save('steep', '2024-01-01', {}, { version });
		expect(() => save('steep', '2024-01-01', {}, { version })).toThrow(Stale);
		expect(() => yard.call('imogen', 'rates.set-aside', { sheetId: 'steep' })).toThrow('Assemblies');
	});
});

describe('equipment', () => {
	const lift = {
		name: 'Boom lift',
		place: 'job cost' as const,
		purchase: 620_000_000,
		resale: 140_000_000,
		lifeHours: 60_000_000,
		fixedPerYear: 42_000_000,
		hoursPerYear: 9_000_000,
		fuelPerHour: 95_000,
		upkeepPerHour: 32_500,
		hoursPerDay: 80_000
	};
	it('gives the worked example, sold by the day from the exact hourly cost', () => {
		const { id, itemId } = yard.given('imogen', 'rates.save-equipment', lift);
		expect(value(app, 'select hourly_cost from equipment_sheets where id = ?', id)).toBe(254_167);
		// 8 × 25.41666…, not 8 × 25.4167.
		expect(app.db.sqlite.prepare('select code, unit, kind, cost from items where id = ?').get(itemId)).toEqual({
			code: 'EQ-BOOM-LIFT',
			unit: 'day',
			kind: 'equipment',
			cost: 2_033_333
		});
		yard.given('imogen', 'rates.save-equipment', { ...lift, sheetId: id, fuelPerHour: 105_000 });
		expect(value(app, 'select cost from items where id = ?', itemId)).toBe(2_113_333);
		expect(count(app, 'select count(*) from item_costs where item_id = ?', itemId)).toBe(2);
	});
	it('is refused twice, in another sheet or in the overhead', () => {
		expect(() => yard.call('imogen', 'rates.save-equipment', { ...lift, name: 'boom-lift', place: 'overhead' })).toThrow(
			'One machine has one sheet'
		);
		expect(() => saveBudget({ overhead: [line('Boom Lift', 12_000)] })).toThrow('paid twice');
		saveBudget({ overhead: [line('Office', 100_000), line('Dump truck', 20_000)] });
		expect(() => yard.given('imogen', 'rates.save-equipment', { ...lift, name: 'Dump truck' })).toThrow(
			'Dump truck stands in the overhead'
		);
		yard.call('imogen', 'rates.save-equipment', { ...lift, name: 'Dump truck', place: 'overhead' });
	});
	it.each([
		['lifeHours', 0, 'lifeHours'],
		['hoursPerYear', 0, 'hoursPerYear'],
		['purchase', -10_000, 'purchase'],
		['fuelPerHour', 'a little', 'fuelPerHour']
	])('refuses %s of %s beside the field', (field, v, at) => {
		try {
			yard.given('imogen', 'rates.save-equipment', { ...lift, name: 'Other', [field]: v });
			expect.unreachable();
		} catch (e) {
			expect((e as { field?: string }).field).toBe(at);
		}
	});
});

const line = (name: string, dollars: number) => ({ name, lastYear: 0, amount: dollars * 100 });
const saveBudget = (more: Record<string, unknown>) =>
	yard.call('imogen', 'budget.save', {
		year: 2027,
		sales: [line('Re-roof', 2_000_000)],
		crews: [{ name: 'Slate', sheetId: 'steep', heads: 4, paidHours: 1880, nonBillable: 0, loadedCost: 0 }],
		direct: [{ ...line('Materials', 900_000), kind: 'material' }],
		overhead: [line('Office', 100_000)],
		method: 'hours',
		onHours: 7000,
		...more
	});

describe('the budget', () => {
	it('takes loaded cost and non-billable time from the rate sheets', () => {
		saveBudget({});
		const { budget } = budgetPage(app, 2027);
		expect(budget.crews[0]).toMatchObject({ loadedCost: 388_320, nonBillable: 150_000 });
		expect(computeBudget(budget).billableHours).toBe(6392);
	});
	it('puts its overhead on every sheet from a day on, and the margin stays', () => {
		saveBudget({ method: 'split', onHours: 8000, overhead: [line('Office', 113_458)] });
		yard.call('imogen', 'budget.take-overhead', { year: 2027, from: '2027-08-01' });
		const rate = rateOn(app.db.orm, 'steep', '2027-08-01')!;
		// 80 % of 113,458 over 6,392 hours is the 14.20 of the worked rate sheet.
		expect(rate.overheadPerHour).toBe(142_000);
		expect(rate.sheet.target).toEqual({ margin: 2000 });
		expect(rateOn(app.db.orm, 'steep', '2027-04-14')?.overheadPerHour).toBe(142_000);
		expect(rateOn(app.db.orm, 'low', '2027-08-01')?.overheadPerHour).toBe(142_000);
		const settings = JSON.parse(value<string>(app, 'select settings from company')) as { overheadPercent: Record<string, number> };
		expect(settings.overheadPercent.material).toBe(Math.round((113_458 * 0.2 * 1_000_000) / 900_000));
		expect(settings.overheadPercent.labor).toBeUndefined();
	});
	it('stands beside what was sold and billed, to the cent', () => {
		const { jobId } = wonJob(yard, 'In the year');
		const invoice = yard.bill('invoices.contract', { jobId, percent: 10_000 }, '');
		const months = soldByMonth(app, 2027);
		expect(months).toHaveLength(4);
		const sold = count(app, 'select sum(b.cost) from budget_rows b join jobs j on j.id = b.job_id');
		expect(months.reduce((a, m) => a + m.labor + m.other, 0)).toBe(sold);
		expect(actualOf(app, 2027).sales['re-roof']).toBe(value(app, 'select net from invoices where id = ?', invoice));
		expect(actualOf(app, 2026).sales).toEqual({});
		expect(typicalJobs(app)[0]?.hours).toBeGreaterThan(0);
	});
	it('begins a new year from the one before, whose amounts become last year’s', () => {
		const next = budgetPage(app, 2028);
		expect(next.saved).toBe(false);
		expect(next.budget.overhead[0]).toMatchObject({ name: 'Office', lastYear: 11_345_800 });
	});
	it('keeps scenarios by name, once', () => {
		const keep = (hours: number) =>
			yard.call('imogen', 'budget.save-scenario', {
				year: 2027,
				name: 'Wet spring',
				whatIf: { hours, wages: 10_000, overhead: 10_000, sales: 10_000, other: 10_000 }
			});
		keep(9000);
		keep(8500);
		const { scenarios } = budgetPage(app, 2027);
		expect(scenarios.map((s) => [s.name, s.whatIf.hours])).toEqual([['Wet spring', 8500]]);
		yard.call('imogen', 'budget.drop-scenario', { scenarioId: scenarios[0]!.id });
		expect(budgetPage(app, 2027).scenarios).toEqual([]);
	});
	it.each<[Partial<YearlyBudget> | Record<string, unknown>, string]>([
		[{ crews: [] }, 'no billable hours'],
		[{ crews: [], direct: [], method: 'dollars' }, 'no direct cost'],
		[{ crews: [{ name: 'Ghosts', sheetId: 'nobody', heads: 1, paidHours: 100, nonBillable: 0, loadedCost: 0 }] }, 'Ghosts'],
		[{ onHours: 12_000 }, ''],
		[{ overhead: [{ name: 'Minus', lastYear: 0, amount: -1 }] }, '']
	])('refuses %j', (more, words) => {
		const before = JSON.stringify(app.db.sqlite.prepare('select * from budgets').all());
		expect(() => saveBudget(more)).toThrow(words === '' ? Error : words);
		expect(JSON.stringify(app.db.sqlite.prepare('select * from budgets').all())).toBe(before);
	});
	it('is the owner’s to change, and not the office’s to see', () => {
		expect(() => yard.given('petra', 'budget.save', {})).toThrow('may not');
		expect(() => yard.given('bastian', 'rates.save', {})).toThrow('may not');
	});
});
