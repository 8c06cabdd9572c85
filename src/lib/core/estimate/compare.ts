import { cents, type Cents, type Rate } from '../money';
import { computeEstimate, type LineResult } from './compute';
import { shownPrice } from './shown-price';
import type { Estimate } from './model';

/** One line as it stands in an estimate, for comparing. */
export interface LineState {
	name: string;
	quantity: number;
	unit: string;
	unitCost: number;
	unitPrice: number;
	/** The unit price is derived from an amount that was set for the line: about, not typed. */
	derived: boolean;
	net: Cents;
	state: LineResult['state'];
}
export interface LineChange {
	id: string;
	scope: string;
	/** Null: it is not there on that side. */
	before: LineState | null;
	after: LineState | null;
	/** What is different, as people say it. */
	what: string[];
	/** What it does to the price. */
	difference: Cents;
}
export interface Comparison {
	changes: LineChange[];
	unchanged: number;
	price: [before: Cents, after: Cents];
	cost: [before: Cents, after: Cents];
	margin: [before: Rate | null, after: Rate | null];
	discount: [before: Cents, after: Cents];
}

const stateOf = (l: LineResult): LineState => ({
	name: l.line.name,
	quantity: l.quantity,
	unit: l.line.unit,
	unitCost: l.line.unitCost,
	unitPrice: shownPrice(l).price,
	derived: shownPrice(l).derived,
	net: l.net,
	state: l.state
});
const WORDS: [keyof LineState, string][] = [
	['name', 'name'],
	['quantity', 'quantity'],
	['unit', 'unit'],
	['unitCost', 'cost'],
	['unitPrice', 'price'],
	['net', 'amount'],
	['state', 'counts']
];
const counts = (s: LineState | null): number => (s && s.state === 'in' ? s.net : 0);

/**
 * Two states of an estimate side by side: lines added, removed and changed with what is different, and what it does to total and margin.
 * Lines are known by their id, so that a renamed or moved line is not a new one; without a common id, by scope and name in their order.
 */
export function compareEstimates(a: Estimate, b: Estimate): Comparison {
	const before = computeEstimate(a);
	const after = computeEstimate(b);
	const left = keyed(before.lines, new Set(after.lines.map((l) => l.line.id)));
	const right = keyed(after.lines, new Set(before.lines.map((l) => l.line.id)));
	const changes: LineChange[] = [];
	let unchanged = 0;
	for (const [key, l] of left) {
		const r = right.get(key);
		const was = stateOf(l);
		if (!r) {
			changes.push({ id: l.line.id, scope: l.scope.name, before: was, after: null, what: ['removed'], difference: cents(-counts(was)) });
			continue;
		}
		const now = stateOf(r);
		const what = WORDS.filter(([k]) => was[k] !== now[k]).map(([, w]) => w);
		// The amount alone moves by a discount or a total that was set; with another reason beside it, that reason says it.
		const said = what.length > 1 ? what.filter((w) => w !== 'amount') : what;
		if (said.length === 0) unchanged += 1;
		else
			changes.push({
				id: r.line.id,
				scope: r.scope.name,
				before: was,
				after: now,
				what: said,
				difference: cents(counts(now) - counts(was))
			});
	}
	for (const [key, r] of right)
		if (!left.has(key)) {
			const now = stateOf(r);
			changes.push({ id: r.line.id, scope: r.scope.name, before: null, after: now, what: ['added'], difference: cents(counts(now)) });
		}
	return {
		changes,
		unchanged,
		price: [before.total.price, after.total.price],
		cost: [before.total.cost, after.total.cost],
		margin: [before.total.margin, after.total.margin],
		discount: [before.discount, after.discount]
	};
}

/** Lines by their id where the other side has it too, else by scope and name and their order among equals. */
function keyed(lines: readonly LineResult[], others: ReadonlySet<string>): Map<string, LineResult> {
	const map = new Map<string, LineResult>();
	for (const l of lines) {
		let key = l.line.id;
		if (!others.has(key)) {
			const base = `${l.scope.name}\u0000${l.line.name}`.toLowerCase();
			key = base;
			for (let n = 2; map.has(key); n++) key = `${base}\u0000${n}`;
		}
		map.set(key, l);
	}
	return map;
}

/** Lines that a template has and an estimate lacks, by scope: “you left out…”. Known by item, assembly part name or words. */
export function leftOut(template: Estimate, estimate: Estimate): { scope: string; name: string }[] {
	const keysOf = (e: Estimate) =>
		new Set(e.scopes.filter((s) => !s.setAside).flatMap((s) => s.lines.filter((l) => !l.setAside).map(keyOf)));
	const have = keysOf(estimate);
	const seen = new Set<string>();
	return template.scopes
		.filter((s) => !s.setAside)
		.flatMap((s) =>
			s.lines
				.filter((l) => !l.setAside && !l.heading && !have.has(keyOf(l)))
				.filter((l) => !seen.has(keyOf(l)) && seen.add(keyOf(l)))
				.map((l) => ({ scope: s.name, name: l.name }))
		);
}
const keyOf = (l: { itemId: string | null; sheetId: string | null; name: string }): string =>
	l.itemId ?? `${l.sheetId ?? ''}:${(l.name.split(',')[0] ?? '').trim().toLowerCase()}`;
