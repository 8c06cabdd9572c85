import { cents, taxOf, taxTotal, type Cents, type ComponentTax, type Exemption, type TaxCode, type TaxComponent } from '../money';
import { computeEstimate, type EstimateResult, type LineResult } from './compute';
import type { Estimate } from './model';

/** Everything a document needs to reckon its tax on its day. */
export interface TaxSetting {
	codes: TaxCode[];
	components: TaxComponent[];
	day: string;
	exemption: Exemption | null;
}

export interface QuoteTotals {
	net: Cents;
	taxes: ComponentTax[];
	tax: Cents;
	total: Cents;
}

/** What the customer pays for what counts (with the chosen options): net, tax by component, total. */
export function quoteTotals(result: EstimateResult, tax: TaxSetting): QuoteTotals {
	const lines = result.lines.filter((l) => l.state === 'in').map((l) => ({ amount: l.net, taxCodeId: l.line.taxCodeId }));
	const taxes = taxOf(lines, tax.codes, tax.components, tax.day, tax.exemption);
	const total = taxTotal(taxes);
	return { net: result.total.price, taxes, tax: total, total: cents(result.total.price + total) };
}

/** Ids of everything a customer may choose in an estimate: option scopes, and option lines of scopes that count. */
export function optionsOf(estimate: Estimate): { id: string; name: string; scopeId: string; line: boolean }[] {
	return estimate.scopes
		.filter((s) => !s.setAside)
		.flatMap((s) => [
			...(s.option ? [{ id: s.id, name: s.name, scopeId: s.id, line: false }] : []),
			...s.lines.filter((l) => l.option && !l.setAside).map((l) => ({ id: l.id, name: l.wording || l.name, scopeId: s.id, line: true }))
		]);
}

/** The document a customer sees: no cost, no margin, hidden lines folded into their scope. */
export interface QuoteView {
	scopes: {
		id: string;
		name: string;
		wording: string;
		option: boolean;
		chosen: boolean;
		amount: Cents;
		lines: { id: string; text: string; quantity: number; unit: string; amount: Cents; option: boolean; chosen: boolean }[];
	}[];
	totals: QuoteTotals;
	discount: Cents;
}

/** What hidden lines add to the shown line they hang on, by its id: the materials of a flat-rate service are in its price. */
function hiddenBelow(result: EstimateResult): Map<string, number> {
	const byId = new Map(result.lines.map((l) => [l.line.id, l]));
	const folded = new Map<string, number>();
	for (const l of result.lines) {
		if (!l.line.hidden || l.state === 'aside') continue;
		let at: LineResult | undefined = l;
		for (let n = 0; at?.line.hidden && n < 100; n++) at = at.line.source.by === 'parent' ? byId.get(at.line.source.parentId) : undefined;
		if (at && !at.line.hidden) folded.set(at.line.id, (folded.get(at.line.id) ?? 0) + l.amount);
	}
	return folded;
}

/**
 * What a customer sees of an estimate with some options chosen. The prices of options are those they would add before
 * a discount on the whole; the totals are computed afresh for the choice.
 */
export function quoteView(estimate: Estimate, chosen: ReadonlySet<string>, tax: TaxSetting): QuoteView {
	const result = computeEstimate(estimate, { chosen });
	const folded = hiddenBelow(result);
	return {
		scopes: result.scopes
			.filter((s) => s.state !== 'aside')
			.map((s) => ({
				id: s.scope.id,
				name: s.scope.name,
				wording: s.scope.wording,
				option: s.scope.option,
				chosen: chosen.has(s.scope.id),
				amount: cents(s.lines.filter((l) => l.state !== 'aside' && !l.apart).reduce((a, l) => a + l.amount, 0)),
				lines: s.lines
					.filter((l) => l.state !== 'aside' && !l.line.hidden)
					.map((l) => ({
						id: l.line.id,
						text: l.line.wording || l.line.name,
						quantity: l.quantity,
						unit: l.line.unit,
						amount: cents(l.amount + (folded.get(l.line.id) ?? 0)),
						option: l.line.option,
						chosen: chosen.has(l.line.id)
					}))
			})),
		totals: quoteTotals(result, tax),
		discount: result.discount
	};
}

/** A frozen revision: the estimate and the tax setting as they were, and the figures they gave. */
export interface Frozen {
	estimate: Estimate;
	tax: TaxSetting;
	totals: QuoteTotals;
}

/** Freezes an estimate with the figures it gives now. */
export function freeze(estimate: Estimate, tax: TaxSetting): Frozen {
	return { estimate, tax, totals: quoteTotals(computeEstimate(estimate), tax) };
}

/** Whether a frozen revision still recomputes to its own figures. */
export function frozenHolds(frozen: Frozen): boolean {
	const now = quoteTotals(computeEstimate(frozen.estimate), frozen.tax);
	return JSON.stringify(now) === JSON.stringify(frozen.totals);
}
