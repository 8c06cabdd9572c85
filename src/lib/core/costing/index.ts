import { cents, mulDiv, ratioOf, type Cents, type Rate } from '../money';
import { KINDS, type Kind } from '../pricing';

export interface BudgetFigure {
	kind: Kind;
	cost: Cents;
	hours: number;
}
/** What was spent: hours in ten-thousandths, as in the budget. */
export interface ActualFigure {
	kind: Kind;
	cost: Cents;
	hours: number;
}

export interface CostRow {
	kind: Kind | 'all';
	sold: Cents;
	soldHours: number;
	actual: Cents;
	actualHours: number;
	toCome: Cents;
	forecast: Cents;
	/** budget − forecast; minus is bad. */
	difference: Cents;
}

/** Actual labor cost of minutes at a loaded rate: round(minutes × rate ÷ 60), once per entry. Loaded rate in ten-thousandths. */
export function laborCost(seconds: number, loadedRate: number): Cents {
	return mulDiv(seconds, loadedRate, 360_000) as Cents;
}

/**
 * What is still to come of a budget: a typed remainder; else from a percent complete of at least 10 % with actual above 0;
 * else what is left of the budget. Never below 0.
 * @param percentComplete hundredths of a percent
 */
export function toCome(
	budget: Cents,
	actual: Cents,
	committed: Cents,
	more: { typed?: Cents | null; percentComplete?: number | null } = {}
): Cents {
	if (more.typed !== undefined && more.typed !== null) return cents(Math.max(0, more.typed));
	const p = more.percentComplete ?? 0;
	if (p >= 1000 && actual > 0) return cents(Math.max(0, mulDiv(actual, 10_000, p) - actual - committed));
	return cents(Math.max(0, budget - actual - committed));
}

/** Sold, used, to come, forecast and difference by kind and in all. Kinds with nothing sold and nothing used are left out. */
export function costTable(
	budget: readonly BudgetFigure[],
	actual: readonly ActualFigure[],
	percentComplete: number | null = null
): CostRow[] {
	const rows: CostRow[] = [];
	for (const kind of KINDS) {
		const b = budget.filter((x) => x.kind === kind);
		const a = actual.filter((x) => x.kind === kind);
		if (b.length === 0 && a.length === 0) continue;
		const sold = cents(b.reduce((s, x) => s + x.cost, 0));
		const used = cents(a.reduce((s, x) => s + x.cost, 0));
		const rest = toCome(sold, used, cents(0), { percentComplete });
		rows.push({
			kind,
			sold,
			soldHours: b.reduce((s, x) => s + x.hours, 0),
			actual: used,
			actualHours: a.reduce((s, x) => s + x.hours, 0),
			toCome: rest,
			forecast: cents(used + rest),
			difference: cents(sold - used - rest)
		});
	}
	const total = (pick: (r: CostRow) => number) => rows.reduce((s, r) => s + pick(r), 0);
	rows.push({
		kind: 'all',
		sold: cents(total((r) => r.sold)),
		soldHours: total((r) => r.soldHours),
		actual: cents(total((r) => r.actual)),
		actualHours: total((r) => r.actualHours),
		toCome: cents(total((r) => r.toCome)),
		forecast: cents(total((r) => r.forecast)),
		difference: cents(total((r) => r.difference))
	});
	return rows;
}

/** Percent complete by cost, and what is billed too much (+) or too little (−) against it. Exact ratio, rounded once. */
export function overUnder(
	actual: Cents,
	forecast: Cents,
	contract: Cents,
	billed: Cents
): { complete: Rate | null; earned: Cents; over: Cents } {
	const earned = forecast === 0 ? cents(0) : cents(mulDiv(actual, contract, forecast));
	return { complete: ratioOf(actual, forecast), earned, over: cents(billed - earned) };
}

/** Gross margin (price − cost) ÷ price of jobs, as sold and so far, and the sums in the table's foot. */
export function costMargins<T extends { contract: number; sold: number; used: number; billed: number }>(
	jobs: readonly T[]
): {
	jobs: (T & { marginSold: Rate | null; marginNow: Rate | null })[];
	all: { contract: Cents; sold: Cents; used: Cents; billed: Cents };
} {
	const total = (pick: (j: T) => number) => cents(jobs.reduce((a, j) => a + pick(j), 0));
	return {
		jobs: jobs.map((j) => ({
			...j,
			marginSold: ratioOf(j.contract - j.sold, j.contract),
			marginNow: ratioOf(j.contract - j.used, j.contract)
		})),
		all: { contract: total((j) => j.contract), sold: total((j) => j.sold), used: total((j) => j.used), billed: total((j) => j.billed) }
	};
}
