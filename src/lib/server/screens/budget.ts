import { laborSheetsOn, rateOn, budgetFor } from '../rates';
import { costEntries } from '../costs/schema';
import { isNull, lt, gte, sql, isNotNull, and, asc, desc, eq } from 'drizzle-orm';
import { invoices, invoiceParts } from '../billing/schema';
import { wallTime, instantOf } from '../../core/time';
import { type MonthSold, type Kind, KINDS, type TypicalJob, type YearlyBudget, nonBillableRate } from '../../core/pricing';
import { companyOf, todayOf } from '../company';
import { budgetRows } from '../work/schema';
import { cents, type Cents, percent } from '../../core/money';
import { jobs } from '../sales/schema';
import { budgetScenarios, budgets } from '../rates/schema';
import type { App } from '../app';

/** The budget of a year with what stands beside it: scenarios, typical jobs, what was sold by month, actuals from the books. */
export function budgetPage(app: App, asked: number | null) {
	const today = todayOf(app);
	const year = asked ?? Number(today.slice(0, 4));
	const row = app.db.orm.select().from(budgets).where(eq(budgets.year, year)).get();
	const before = row ? null : budgetFor(app.db.orm, year);
	return {
		year,
		today,
		saved: row !== undefined,
		version: row?.version,
		budget: row?.budget ?? (before ? followOn(before.budget, year) : EMPTY(year)),
		years: app.db.orm
			.select({ year: budgets.year })
			.from(budgets)
			.orderBy(desc(budgets.year))
			.all()
			.map((b) => b.year),
		scenarios: app.db.orm.select().from(budgetScenarios).where(eq(budgetScenarios.year, year)).orderBy(asc(budgetScenarios.name)).all(),
		sheets: laborSheetsOn(app).flatMap((s) => {
			const rate = s.setAside ? null : rateOn(app.db.orm, s.id, today);
			return rate ? [{ id: s.id, name: s.name, loadedCost: rate.loadedCost, nonBillable: nonBillableRate(rate.sheet) }] : [];
		}),
		typical: typicalJobs(app),
		months: soldByMonth(app, year),
		actual: actualOf(app, year)
	};
}

const EMPTY = (year: number): YearlyBudget => ({
	year,
	sales: [],
	crews: [],
	direct: [],
	overhead: [],
	method: 'hours',
	onHours: percent(7000)
});

/** Next year begins from this one: its amounts become last year's. */
function followOn(b: YearlyBudget, year: number): YearlyBudget {
	const aged = <L extends { amount: Cents; lastYear: Cents }>(lines: L[]): L[] => lines.map((l) => ({ ...l, lastYear: l.amount }));
	return { ...b, year, sales: aged(b.sales), direct: aged(b.direct), overhead: aged(b.overhead) };
}

/** Three jobs that stand for what the company does: the newest won ones, each of another kind of work. */
export function typicalJobs(app: App): TypicalJob[] {
	const rows = app.db.orm
		.select({ id: jobs.id, name: jobs.name, kind: jobs.kindOfWork })
		.from(jobs)
		.where(and(isNotNull(jobs.number), sql`${jobs.contractNet} > 0`))
		.orderBy(desc(jobs.number))
		.limit(200)
		.all();
	const picked = [...new Map([...rows].reverse().map((r) => [r.kind, r])).values()].reverse().slice(0, 3);
	return picked.map((j) => {
		const cost = Object.fromEntries(KINDS.map((k) => [k, cents(0)])) as Record<Kind, Cents>;
		let hours = 0;
		for (const b of app.db.orm.select().from(budgetRows).where(eq(budgetRows.jobId, j.id)).all()) {
			cost[b.kind] = cents(cost[b.kind] + b.cost);
			hours += b.hours;
		}
		return { name: j.name, hours, cost };
	});
}

const yearSpan = (app: App, year: number): [number, number] => {
	const { zone } = companyOf(app);
	return [instantOf(`${year}-01-01`, '00:00', zone), instantOf(`${year + 1}-01-01`, '00:00', zone)];
};

/** What was sold in the year, by the month in which the job was won; months that have begun. */
export function soldByMonth(app: App, year: number): MonthSold[] {
	const { zone } = companyOf(app);
	const [from, to] = yearSpan(app, year);
	const rows = app.db.orm
		.select({ wonAt: jobs.wonAt, kind: budgetRows.kind, hours: budgetRows.hours, cost: budgetRows.cost })
		.from(jobs)
		.innerJoin(budgetRows, eq(budgetRows.jobId, jobs.id))
		.where(and(gte(jobs.wonAt, from), lt(jobs.wonAt, to)))
		.all();
	const today = todayOf(app);
	const until = today.startsWith(String(year)) ? Number(today.slice(5, 7)) : today > `${year}` ? 12 : 0;
	return Array.from({ length: until }, (_, n) => {
		const month = `${year}-${String(n + 1).padStart(2, '0')}`;
		const of = rows.filter((r) => r.wonAt && wallTime(r.wonAt, zone).day.startsWith(month));
		const sum = (pick: (r: (typeof rows)[number]) => number) => of.reduce((a, r) => a + pick(r), 0);
		return {
			month,
			hours: sum((r) => r.hours),
			labor: cents(sum((r) => (r.kind === 'labor' ? r.cost : 0))),
			other: cents(sum((r) => (r.kind === 'labor' ? 0 : r.cost)))
		};
	});
}

/** From the books of the program: billed net by kind of work, cost by kind, in the year to date. */
export function actualOf(app: App, year: number) {
	const billed = app.db.orm
		.select({ name: jobs.kindOfWork, amount: sql<number>`sum(${invoiceParts.net} + ${invoiceParts.retained})` })
		.from(invoices)
		.innerJoin(invoiceParts, eq(invoiceParts.invoiceId, invoices.id))
		.innerJoin(jobs, eq(jobs.id, invoiceParts.jobId))
		.where(
			and(
				gte(invoices.day, `${year}-01-01`),
				lt(invoices.day, `${year + 1}-01-01`),
				isNotNull(invoices.issuedAt),
				isNull(invoices.voidedAt)
			)
		)
		.groupBy(jobs.kindOfWork)
		.all();
	const spent = app.db.orm
		.select({ kind: costEntries.kind, amount: sql<number>`sum(${costEntries.cost})` })
		.from(costEntries)
		.where(and(gte(costEntries.day, `${year}-01-01`), lt(costEntries.day, `${year + 1}-01-01`)))
		.groupBy(costEntries.kind)
		.all();
	return {
		sales: Object.fromEntries(billed.map((b) => [b.name.toLowerCase(), b.amount])) as Record<string, number>,
		cost: Object.fromEntries(spent.map((s) => [s.kind, s.amount])) as Partial<Record<Kind, number>>
	};
}
