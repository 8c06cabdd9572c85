import { cents, mulDiv, ratioOf, split, sum, type Cents, type Rate } from '../money';
import { KINDS, type Kind } from '../pricing';
import { toCome } from './to-come';

/** A phase and kind of a job; null: on no phase. */
export interface CostCell {
	phaseId: string | null;
	kind: Kind;
}
export interface BudgetFigure extends CostCell {
	cost: Cents;
	hours: number;
	/** Brought by a change order. */
	changed: boolean;
}
/** What was spent: hours in ten-thousandths, as in the budget. */
export interface ActualFigure extends CostCell {
	cost: Cents;
	hours: number;
}
export interface CostAmount extends CostCell {
	amount: Cents;
}

/** How what is to come was found: typed; from a percent complete; from what is left of the budget; from that because the percent is under 10 %. */
export type RestBy = 'typed' | 'percent' | 'budget' | 'low percent';

export interface CostFigures {
	sold: Cents;
	/** Accepted change orders. */
	changed: Cents;
	/** sold + changed */
	budget: Cents;
	/** Ordered, not billed by the supplier yet. */
	committed: Cents;
	actual: Cents;
	toCome: Cents;
	/** actual + committed + to come */
	forecast: Cents;
	/** budget − forecast; minus is bad. */
	difference: Cents;
	soldHours: number;
	actualHours: number;
}
export interface CostRow extends CostCell, CostFigures {
	restBy: RestBy;
}

export interface CostingInput {
	budget: readonly BudgetFigure[];
	actual: readonly ActualFigure[];
	committed: readonly CostAmount[];
	/** Remainders that somebody typed. */
	remainders: readonly CostAmount[];
	/** Percent complete as somebody sees it, hundredths of a percent; by phase, and of the whole job for phases without one. */
	completeOf: (phaseId: string | null) => number | null;
}

export interface JobCosting {
	rows: CostRow[];
	byKind: (CostFigures & { kind: Kind })[];
	all: CostFigures;
}

const keyOf = (c: CostCell): string => `${c.phaseId ?? ''}\n${c.kind}`;

function sums<T extends CostCell>(list: readonly T[], pick: (t: T) => number): Map<string, number> {
	const map = new Map<string, number>();
	for (const t of list) map.set(keyOf(t), (map.get(keyOf(t)) ?? 0) + pick(t));
	return map;
}

/** A cell without its sums: what was sold, changed, committed and spent, and what is to come by the first rule that applies. */
function cellsOf(i: CostingInput): CostRow[] {
	const cells = new Map<string, CostCell>();
	for (const c of [...i.budget, ...i.actual, ...i.committed, ...i.remainders]) cells.set(keyOf(c), { phaseId: c.phaseId, kind: c.kind });
	const sold = sums(
		i.budget.filter((b) => !b.changed),
		(b) => b.cost
	);
	const changed = sums(
		i.budget.filter((b) => b.changed),
		(b) => b.cost
	);
	const soldHours = sums(i.budget, (b) => b.hours);
	const [spent, hours] = [sums(i.actual, (a) => a.cost), sums(i.actual, (a) => a.hours)];
	const [committed, typed] = [sums(i.committed, (c) => c.amount), sums(i.remainders, (r) => r.amount)];
	return [...cells].map(([key, cell]) => {
		const at = (m: Map<string, number>) => cents(m.get(key) ?? 0);
		const figures = {
			sold: at(sold),
			changed: at(changed),
			budget: cents(at(sold) + at(changed)),
			committed: at(committed),
			actual: at(spent)
		};
		const percent = i.completeOf(cell.phaseId);
		const by: RestBy = typed.has(key)
			? 'typed'
			: percent === null
				? 'budget'
				: percent >= 1000 && figures.actual > 0
					? 'percent'
					: 'low percent';
		const rest = toCome(figures.budget, figures.actual, figures.committed, {
			typed: typed.has(key) ? at(typed) : null,
			percentComplete: percent
		});
		return {
			...cell,
			...figures,
			restBy: by,
			toCome: rest,
			forecast: cents(0),
			difference: cents(0),
			soldHours: at(soldHours),
			actualHours: at(hours)
		};
	});
}

/**
 * What is spent or ordered on no phase, where nothing was sold on none, is part of what its kind's phases still have to come: it is taken off their
 * rests by budget, in proportion, so that nothing is expected twice.
 */
function takeOffLoose(rows: CostRow[]): void {
	for (const loose of rows.filter((r) => r.phaseId === null && r.budget === 0)) {
		const open = rows.filter(
			(r) => r.kind === loose.kind && r.phaseId !== null && (r.restBy === 'budget' || r.restBy === 'low percent') && r.toCome > 0
		);
		const rest = sum(open.map((r) => r.toCome));
		const off = Math.min(rest, Math.max(0, loose.actual + loose.committed));
		if (off === 0) continue;
		split(
			cents(off),
			open.map((r) => r.toCome)
		).forEach((part, n) => {
			const row = open[n];
			if (row) row.toCome = cents(row.toCome - part);
		});
	}
}

const FIGURES = [
	'sold',
	'changed',
	'budget',
	'committed',
	'actual',
	'toCome',
	'forecast',
	'difference',
	'soldHours',
	'actualHours'
] as const;
const totalOf = (rows: readonly CostFigures[]): CostFigures =>
	Object.fromEntries(FIGURES.map((f) => [f, rows.reduce((a, r) => a + r[f], 0)])) as unknown as CostFigures; // every figure is set, one by one

/**
 * Sold, changed, committed, spent, to come, forecast and difference of a job by phase and kind, by kind, and in all. All amounts in cents, hours in
 * ten-thousandths. Kinds with nothing sold and nothing spent are left out.
 * @example sold 1,000 and 400 spent, 100 ordered: to come 500, forecast 1,000, difference 0
 */
export function jobCosting(i: CostingInput): JobCosting {
	const rows = cellsOf(i);
	takeOffLoose(rows);
	for (const r of rows) {
		r.forecast = cents(r.actual + r.committed + r.toCome);
		r.difference = cents(r.budget - r.forecast);
	}
	const byKind = KINDS.flatMap((kind) => {
		const own = rows.filter((r) => r.kind === kind);
		return own.length === 0 ? [] : [{ kind, ...totalOf(own) }];
	});
	return { rows, byKind, all: totalOf(rows) };
}

export interface Earned {
	complete: Rate | null;
	earned: Cents;
	/** billed − earned; minus: billed too little. */
	over: Cents;
	/** contract − forecast: the one profit of a job, in full also where it is a loss. */
	profit: Cents;
	margin: Rate | null;
}

/**
 * Percent complete by cost, what is earned of the contract (by the exact ratio, rounded once), what is billed beside it, and the profit expected.
 * @param unfitted material that came and is not fitted: it is spent, but nothing was done with it
 * @example earnedOf({ actual: 500, forecast: 1000 }, 0, cents(2000), cents(1200)) // earned 1,000, over 200, profit 1,000
 */
export function earnedOf(figures: Pick<CostFigures, 'actual' | 'forecast'>, unfitted: Cents, contract: Cents, billed: Cents): Earned {
	const done = Math.max(0, figures.actual - unfitted);
	const earned = figures.forecast === 0 ? cents(0) : cents(mulDiv(done, contract, figures.forecast));
	const profit = cents(contract - figures.forecast);
	return { complete: ratioOf(done, figures.forecast), earned, over: cents(billed - earned), profit, margin: ratioOf(profit, contract) };
}
