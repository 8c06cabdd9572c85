import { unitPriceIn, type Cents, type UnitPrice } from '../money';
import { computeEstimate } from './compute';
import type { Estimate } from './model';
import { fillWording } from './wording';
import type { Kind } from '../pricing';

export interface BudgetRow {
	phase: string;
	kind: Kind;
	cost: Cents;
	hours: number;
	price: Cents;
}
export interface MaterialRow {
	phase: string;
	itemId: string | null;
	name: string;
	unit: string;
	quantity: number;
	cost: Cents;
}
/** A line of the contract, which invoices bill. */
export interface ContractLine {
	lineId: string;
	scope: string;
	text: string;
	amount: Cents;
	taxCodeId: string | null;
	phase: string;
}

/** What an item was sold for: its unit price after discount, for the price history. */
export interface SoldItem {
	itemId: string;
	quantity: number;
	price: UnitPrice;
}

/** What a won job is measured against: cost, hours and price by phase and kind; materials by phase; lines to bill. */
export function jobBudget(
	estimate: Estimate,
	chosen: ReadonlySet<string>
): { rows: BudgetRow[]; materials: MaterialRow[]; contract: ContractLine[]; sold: SoldItem[] } {
	const result = computeEstimate(estimate, { chosen });
	const measuresOf = new Map(result.scopes.map((s) => [s.scope.id, s.measures]));
	const rows = new Map<string, BudgetRow>();
	const materials = new Map<string, MaterialRow>();
	const contract: ContractLine[] = [];
	const sold: SoldItem[] = [];
	for (const l of result.lines) {
		if (l.state !== 'in') continue;
		const phase = l.line.phase || l.scope.name;
		const key = `${phase}\u0000${l.line.kind}`;
		const row = rows.get(key) ?? { phase, kind: l.line.kind, cost: 0 as Cents, hours: 0, price: 0 as Cents };
		row.cost = (row.cost + l.cost) as Cents;
		row.price = (row.price + l.net) as Cents;
		row.hours += l.hours;
		rows.set(key, row);
		contract.push({
			lineId: l.line.id,
			scope: l.scope.name,
			text: fillWording(l.line.wording || l.line.name, measuresOf.get(l.scope.id) ?? {}, estimate.system),
			amount: l.net,
			taxCodeId: l.line.taxCodeId,
			phase
		});
		if (l.line.itemId && l.quantity > 0)
			sold.push({ itemId: l.line.itemId, quantity: l.quantity, price: unitPriceIn(l.net, l.quantity) as UnitPrice });
		if (l.line.kind !== 'material' || l.quantity === 0) continue;
		const mKey = `${phase}\u0000${l.line.itemId ?? l.line.name}`;
		const m = materials.get(mKey) ?? { phase, itemId: l.line.itemId, name: l.line.name, unit: l.line.unit, quantity: 0, cost: 0 as Cents };
		m.quantity += l.quantity;
		m.cost = (m.cost + l.cost) as Cents;
		materials.set(mKey, m);
	}
	return { rows: [...rows.values()], materials: [...materials.values()], contract, sold };
}
