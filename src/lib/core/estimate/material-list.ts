import { cents, sum, type Cents } from '../money';

import { computeEstimate } from './compute';
import type { Estimate } from './model';

export interface MaterialListRow {
	phase: string;
	supplierId: string | null;
	itemId: string | null;
	code: string;
	name: string;
	unit: string;
	quantity: number;
	cost: Cents;
	/** What is bought at once, and how many of those; null when it is bought by its unit. */
	packs: { unit: string; count: number } | null;
}
/** What the catalog says of an item, for the material list. */
export interface KnownMaterial {
	id: string;
	code: string;
	supplierId: string | null;
	purchaseUnit: string;
	/** Units in a pack, ten-thousandths. */
	pack: number;
}

/**
 * The bill of materials: what has to be had, summed by phase, supplier and item, in whole packs where it is bought in packs.
 * Packs are rounded up once, on the sum of a phase and item, and never under-buy. Labor is not in it.
 * @param chosen options that count; without it what is preset
 */
export function materialList(
	estimate: Estimate,
	items: ReadonlyMap<string, KnownMaterial>,
	chosen?: ReadonlySet<string>
): MaterialListRow[] {
	const rows = new Map<string, MaterialListRow>();
	for (const l of computeEstimate(estimate, chosen ? { chosen } : {}).lines) {
		if (l.state !== 'in' || l.line.kind === 'labor' || l.quantity === 0 || l.line.heading) continue;
		const item = l.line.itemId ? items.get(l.line.itemId) : undefined;
		const phase = l.line.phase || l.scope.name;
		const key = [phase, item?.id ?? l.line.name, l.line.unit].join('\u0000');
		const row = rows.get(key) ?? {
			phase,
			supplierId: item?.supplierId ?? null,
			itemId: item?.id ?? null,
			code: item?.code ?? '',
			name: l.line.name,
			unit: l.line.unit,
			quantity: 0,
			cost: cents(0),
			packs: null
		};
		row.quantity += l.quantity;
		row.cost = cents(row.cost + l.cost);
		rows.set(key, row);
	}
	for (const row of rows.values()) {
		const item = row.itemId ? items.get(row.itemId) : undefined;
		if (item?.purchaseUnit && item.pack > 0) row.packs = { unit: item.purchaseUnit, count: Math.ceil(row.quantity / item.pack) };
	}
	return [...rows.values()];
}

export interface LaborRow {
	phase: string;
	sheetId: string | null;
	/** Ten-thousandths of an hour. */
	hours: number;
	cost: Cents;
}

/** Hours and their cost by phase and rate sheet: what which crew has to do. */
export function laborSummary(estimate: Estimate, chosen?: ReadonlySet<string>): LaborRow[] {
	const rows = new Map<string, LaborRow>();
	for (const l of computeEstimate(estimate, chosen ? { chosen } : {}).lines) {
		if (l.state !== 'in' || l.hours === 0) continue;
		const phase = l.line.phase || l.scope.name;
		const key = `${phase}\u0000${l.line.sheetId ?? ''}`;
		const row = rows.get(key) ?? { phase, sheetId: l.line.sheetId, hours: 0, cost: cents(0) };
		row.hours += l.hours;
		row.cost = cents(row.cost + l.cost);
		rows.set(key, row);
	}
	return [...rows.values()];
}

/** Hours by rate sheet over all phases. */
export function hoursBySheet(rows: readonly LaborRow[]): Map<string | null, number> {
	const by = new Map<string | null, number>();
	for (const r of rows) by.set(r.sheetId, (by.get(r.sheetId) ?? 0) + r.hours);
	return by;
}
export const costOf = (rows: readonly { cost: Cents }[]): Cents => sum(rows.map((r) => r.cost));
