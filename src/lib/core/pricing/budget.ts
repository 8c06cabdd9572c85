import { say } from './refusals';
import { exact, mulDiv, roundExact, sumOfProducts } from '../money/exact';
import { ratioOf } from '../money/amount';
import { formatCents, formatPercent, formatQuantity, formatRate, formatShare, formatUnitPrice } from '../money/format';
import { cents, type Cents, type Percent, type Quantity, type Rate, type UnitPrice } from '../money/types';
import { step, type Step } from '../explain';
import { breakEvenSales, recoverByDollars, recoverByHours, recoverSplit, type Recovery } from './overhead';
import { SheetError } from './sheet-error';
import type { Kind } from './price-rule';

/** An amount of the year: what it was last year, what is expected of this one. */
export interface BudgetLine {
	name: string;
	lastYear: Cents;
	amount: Cents;
}
/** People who work on jobs, at the loaded cost of their rate sheet. */
export interface BudgetCrew {
	name: string;
	sheetId: string | null;
	heads: number;
	/** Paid hours of one person in the year, whole hours. */
	paidHours: number;
	/** Ten-thousandths of a percent: what a sheet's parts come to has no end at two decimals. */
	nonBillable: Rate;
	loadedCost: UnitPrice;
}
export const RECOVERY_METHODS = ['hours', 'dollars', 'split'] as const;
export type RecoveryMethod = (typeof RECOVERY_METHODS)[number];
export const OTHER_KINDS = ['material', 'equipment', 'subcontract', 'other'] as const;

export interface YearlyBudget {
	year: number;
	/** Expected sales by kind of work. */
	sales: BudgetLine[];
	crews: BudgetCrew[];
	/** Direct cost besides labor, by kind. */
	direct: (BudgetLine & { kind: (typeof OTHER_KINDS)[number] })[];
	overhead: BudgetLine[];
	method: RecoveryMethod;
	/** The share of the overhead that hours carry when it is split. */
	onHours: Percent;
}

export interface BudgetResult {
	sales: Cents;
	billableHours: number;
	labor: Cents;
	other: Cents;
	direct: Cents;
	overhead: Cents;
	/** The three ways side by side; null where one cannot be computed. */
	ways: Record<RecoveryMethod, Recovery | null>;
	/** The way that was chosen. */
	chosen: Recovery | null;
	/** Null when direct cost eats the sales. */
	breakEvenSales: Cents | null;
	profit: Cents;
	profitShare: Rate | null;
}

const total = (lines: readonly { amount: Cents }[]): Cents => cents(lines.reduce((a, l) => a + l.amount, 0));
const tried = <T>(work: () => T): T | null => {
	try {
		return work();
	} catch (e) {
		if (e instanceof SheetError) return null;
		throw e;
	}
};

/** Billable hours of a crew in the year, exact: head count × paid hours × (1 − non-billable). */
const hoursOf = (c: BudgetCrew) => exact(c.heads * c.paidHours).mul(exact(1_000_000 - c.nonBillable, 1_000_000));

function check(b: YearlyBudget): void {
	for (const c of b.crews) {
		if (c.heads < 0 || c.paidHours < 0) throw new SheetError(say('people-and-hours-cannot-be-negative', { name: c.name }), 'crews');
		if (c.nonBillable < 0 || c.nonBillable >= 1_000_000)
			throw new SheetError(say('non-billable-of-person-below-100', { name: c.name }), 'crews');
		if (c.loadedCost < 0) throw new SheetError(say('wage-of-person-negative', { name: c.name }), 'crews');
	}
	for (const l of [...b.sales, ...b.direct, ...b.overhead])
		if (l.amount < 0 || l.lastYear < 0) throw new SheetError(say('cannot-be-negative', { name: l.name || 'An amount' }), 'lines');
	if (b.onHours < 0 || b.onHours > 10_000) throw new SheetError(say('share-on-hours-between-0-and'), 'onHours');
}

/**
 * What each hour and each dollar must carry, by all three methods, with break-even sales and the profit at expected sales.
 * Hours are exact inside and whole where they are shown; direct labor is billable hours × loaded cost, rounded once per crew.
 * @throws SheetError for negative amounts and shares outside 0–100 %
 */
export function computeBudget(b: YearlyBudget): BudgetResult {
	check(b);
	// Exact inside: whole hours are only what is shown.
	const exactHours = b.crews.reduce((a, c) => a + c.heads * c.paidHours * (1_000_000 - c.nonBillable), 0);
	const billableHours = roundExact(exact(exactHours, 1_000_000));
	const labor = cents(b.crews.reduce((a, c) => a + roundExact(hoursOf(c).mul(exact(c.loadedCost, 100))), 0));
	const other = total(b.direct);
	const direct = cents(labor + other);
	const overhead = total(b.overhead);
	const sales = total(b.sales);
	const ways = {
		hours: tried(() => recoverByHours(overhead, exactHours, 1_000_000)),
		dollars: tried(() => recoverByDollars(overhead, direct)),
		split: tried(() => recoverSplit(overhead, b.onHours, exactHours, other, 1_000_000))
	};
	const profit = cents(sales - direct - overhead);
	return {
		sales,
		billableHours,
		labor,
		other,
		direct,
		overhead,
		ways,
		chosen: ways[b.method],
		breakEvenSales: tried(() => breakEvenSales(overhead, direct, sales)),
		profit,
		profitShare: ratioOf(profit, sales)
	};
}

/** A typical job, for seeing what a method does to it. Hours in ten-thousandths. */
export interface TypicalJob {
	name: string;
	hours: number;
	cost: Record<Kind, Cents>;
}

/** The overhead a job carries by a method: hours × per hour + dollars × per dollar, rounded once. Dollars are all direct cost, or all but labor when split. */
export function carriedBy(job: TypicalJob, method: RecoveryMethod, way: Recovery): Cents {
	const all = Object.values(job.cost).reduce((a, c) => a + c, 0);
	const dollars = method === 'split' ? all - job.cost.labor : all;
	return cents(
		sumOfProducts(
			[
				[job.hours, way.perHour],
				[dollars, way.perDollar]
			],
			1_000_000
		)
	);
}

/** The steps behind what a job carries of the overhead by the method of a budget; null when that method cannot carry it. */
export function explainCarried(job: TypicalJob, b: YearlyBudget, source?: string): Step | null {
	const way = computeBudget(b).ways[b.method];
	if (!way) return null;
	const all = Object.values(job.cost).reduce((a, c) => a + c, 0);
	const dollars = cents(b.method === 'split' ? all - job.cost.labor : all);
	return step(`${job.name}: overhead`, formatCents(carriedBy(job, b.method, way)), {
		formula: [
			way.perHour ? `${formatQuantity(job.hours as Quantity)} h × ${formatUnitPrice(way.perHour)}` : '',
			way.perDollar ? `${formatCents(dollars)} × ${formatRate(way.perDollar, 2)}` : ''
		]
			.filter(Boolean)
			.join(' + '),
		steps: [explainBudget(b, source)]
	});
}

/** What was sold of a month: hours in ten-thousandths, labor at loaded cost, the other direct cost. */
export interface MonthSold {
	month: string;
	hours: number;
	labor: Cents;
	other: Cents;
}
export interface MonthRecovered {
	month: string;
	/** Overhead recovered from January on. */
	recovered: Cents;
	/** The overhead of these months if it falls evenly. */
	due: Cents;
}

/** Recovery to date from the hours and dollars actually sold, beside an even twelfth of the overhead a month. */
export function recoveryToDate(b: YearlyBudget, months: readonly MonthSold[]): MonthRecovered[] {
	const r = computeBudget(b);
	const way = r.chosen ?? { perHour: 0 as UnitPrice, perDollar: 0 as Rate };
	let recovered = 0;
	return months.map((m, n) => {
		const job = {
			name: m.month,
			hours: m.hours,
			cost: { labor: m.labor, material: m.other, equipment: 0, subcontract: 0, other: 0 } as Record<Kind, Cents>
		};
		recovered += carriedBy(job, b.method, way);
		return { month: m.month, recovered: cents(recovered), due: mulDiv(r.overhead, n + 1, 12) as Cents };
	});
}

/** What if: each in hundredths of a percent, 10000 = as budgeted. */
export interface WhatIf {
	hours: number;
	wages: number;
	overhead: number;
	sales: number;
	/** Materials, subcontract and other direct cost. */
	other: number;
}
export const AS_BUDGETED: WhatIf = { hours: 10_000, wages: 10_000, overhead: 10_000, sales: 10_000, other: 10_000 };

/** The budget under other assumptions; nothing is saved by it. */
export function whatIf(b: YearlyBudget, w: WhatIf): YearlyBudget {
	const scale = <L extends { amount: Cents }>(lines: readonly L[], by: number): L[] =>
		lines.map((l) => ({ ...l, amount: mulDiv(l.amount, by, 10_000) as Cents }));
	return {
		...b,
		sales: scale(b.sales, w.sales),
		direct: scale(b.direct, w.other),
		overhead: scale(b.overhead, w.overhead),
		crews: b.crews.map((c) => ({
			...c,
			paidHours: mulDiv(c.paidHours, w.hours, 10_000),
			loadedCost: mulDiv(c.loadedCost, w.wages, 10_000) as UnitPrice
		}))
	};
}

/** The steps behind the overhead to recover, for the chosen method. */
export function explainBudget(b: YearlyBudget, source?: string): Step {
	const r = computeBudget(b);
	const list = (lines: readonly BudgetLine[]) => lines.map((l) => step(l.name, formatCents(l.amount)));
	const hours = step('Billable hours', r.billableHours.toLocaleString('en-US'), {
		steps: b.crews.map((c) =>
			step(c.name, roundExact(hoursOf(c)).toLocaleString('en-US'), {
				formula: `${c.heads} × ${c.paidHours.toLocaleString('en-US')} h × (1 − ${formatShare(c.nonBillable)})`,
				...(c.sheetId ? { source: `/price/rates/${c.sheetId}` } : {})
			})
		)
	});
	const overhead = step('Overhead', formatCents(r.overhead), { steps: list(b.overhead) });
	const direct = step('Direct cost', formatCents(r.direct), {
		formula: `${formatCents(r.labor)} labor + ${formatCents(r.other)} other`,
		steps: [
			step('Labor', formatCents(r.labor), {
				steps: b.crews.map((c) =>
					step(c.name, formatCents(roundExact(hoursOf(c).mul(exact(c.loadedCost, 100)))), {
						formula: `${roundExact(hoursOf(c)).toLocaleString('en-US')} h × ${formatUnitPrice(c.loadedCost)}`
					})
				)
			}),
			...list(b.direct)
		]
	});
	const way = r.chosen;
	const result = way
		? [way.perHour ? `${formatUnitPrice(way.perHour)} an hour` : '', way.perDollar ? `${formatRate(way.perDollar, 2)} of dollars` : '']
		: ['–'];
	const formula = {
		hours: `${formatCents(r.overhead)} ÷ ${r.billableHours.toLocaleString('en-US')} h`,
		dollars: `${formatCents(r.overhead)} ÷ ${formatCents(r.direct)}`,
		split: `${formatPercent(b.onHours)} of ${formatCents(r.overhead)} ÷ ${r.billableHours.toLocaleString('en-US')} h, the rest ÷ ${formatCents(r.other)}`
	}[b.method];
	return step('Overhead to carry', result.filter(Boolean).join(' and ') || '0.00', {
		formula,
		...(source ? { source } : {}),
		steps: b.method === 'hours' ? [overhead, hours] : b.method === 'dollars' ? [overhead, direct] : [overhead, hours, direct]
	});
}
