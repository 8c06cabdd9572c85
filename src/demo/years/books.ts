import type { Input } from '../../lib/contract';
import type { Yard } from '../yard';

/** Figures of the books are round in a budget: whole thousands of dollars, in cents. */
const ROUND = 100_000;

/** What was billed by kind of work, and what was spent by kind of cost, in a year. */
function books(yard: Yard, year: number): { sales: Map<string, number>; costs: Map<string, number> } {
	const sums = (sql: string) =>
		new Map(
			(yard.app.db.sqlite.prepare(sql).all(String(year)) as { name: string; of: number }[]).map((r) => [
				r.name,
				Math.round(r.of / ROUND) * ROUND
			])
		);
	return {
		sales: sums(
			`select j.kind_of_work name, sum(p.net) of from invoice_parts p join invoices i on i.id = p.invoice_id join jobs j on j.id = p.job_id
			where i.number is not null and strftime('%Y', i.issued_at / 1000, 'unixepoch') = ? group by 1`
		),
		costs: sums(`select kind name, sum(cost) of from cost_entries where substr(day, 1, 4) = ? group by 1`)
	};
}

/** The budget of this year says what last year’s books say. */
export function budgetFromBooks(yard: Yard, year: number): void {
	const kept = yard.app.db.sqlite.prepare('select budget from budgets where year = ?').pluck().get(year) as string | undefined;
	if (kept === undefined) return;
	// As it was saved by the same command.
	const budget = JSON.parse(kept) as Input<'budget.save'>;
	const { sales, costs } = books(yard, year - 1);
	yard.call('imogen', 'budget.save', {
		...budget,
		sales: budget.sales.map((s) => ({ ...s, lastYear: sales.get(s.name) ?? s.lastYear })),
		direct: budget.direct.map((d) => ({ ...d, lastYear: (d.kind && costs.get(d.kind)) || d.lastYear }))
	});
}
