import { cents, taxOf, taxTotal, type Cents, type ComponentTax, type Exemption, type TaxCode, type TaxComponent } from '../money';
import { computeEstimate, type EstimateResult, type LineResult, type ScopeResult } from './compute';
import { groupRule, membersOf, priceDifference } from './groups';
import type { Estimate } from './model';
import { fillWording } from './wording';

/** Everything a document needs to compute its tax on its day. */
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
	const taxes = taxOf(result.taxed, tax.codes, tax.components, tax.day, tax.exemption);
	const total = taxTotal(taxes);
	return { net: result.total.price, taxes, tax: total, total: cents(result.total.price + total) };
}

/** What of a quote can be chosen: its group, and how much more or less it is than what counts in that group. */
export interface Choosable {
	option: boolean;
	chosen: boolean;
	groupId: string | null;
	/** Null outside a group, and for the one that counts. */
	difference: Cents | null;
}
/**
 * All that a quote could show: no cost, no margin, hidden lines folded into the line or scope they belong to. What its layout really shows is
 * the customer's view; only that leaves the house.
 */
export interface QuoteView {
	scopes: (Choosable & {
		id: string;
		name: string;
		wording: string;
		amount: Cents;
		lines: (Choosable & { id: string; text: string; heading: boolean; quantity: number; unit: string; amount: Cents })[];
	})[];
	groups: { id: string; name: string; rule: string; least: number; most: number; one: boolean }[];
	totals: QuoteTotals;
	discount: Cents;
}

/** What hidden lines add to the shown line they hang on, by its id: the materials of a flat-rate service are in its price. */
function hiddenBelow(result: EstimateResult): Map<string, number> {
	const shown = shownLines(result);
	const folded = new Map<string, number>();
	for (const l of result.lines) {
		const at = l.line.hidden && l.state !== 'aside' ? shown.get(l.line.id) : undefined;
		if (at) folded.set(at.line.id, (folded.get(at.line.id) ?? 0) + l.amount);
	}
	return folded;
}

/** What a hidden line is read in: the line it hangs on, else the one line of its assembly. */
function above(l: LineResult, byId: ReadonlyMap<string, LineResult>, faces: ReadonlyMap<string, LineResult>): LineResult | undefined {
	if (l.line.source.by === 'parent') return byId.get(l.line.source.parentId);
	return l.line.recipeId ? faces.get(l.line.recipeId) : undefined;
}

/** The shown line in which a customer reads each line: itself, or for a hidden one the line it hangs on or the one of its assembly; none: only its scope has it. */
export function shownLines(result: EstimateResult): Map<string, LineResult> {
	const byId = new Map(result.lines.map((l) => [l.line.id, l]));
	const faces = new Map(result.lines.flatMap((l) => (l.line.face && l.line.recipeId && l.state !== 'aside' ? [[l.line.recipeId, l]] : [])));
	const found = new Map<string, LineResult>();
	for (const l of result.lines) {
		let at: LineResult | undefined = l;
		for (let n = 0; at?.line.hidden && n < 100; n++) at = above(at, byId, faces);
		if (at && !at.line.hidden) found.set(l.line.id, at);
	}
	return found;
}

/**
 * What a customer sees of an estimate with some options chosen. The prices of options are those they would add before
 * a discount on the whole; the totals are computed afresh for the choice.
 */
export function quoteView(estimate: Estimate, chosen: ReadonlySet<string>, tax: TaxSetting): QuoteView {
	const result = computeEstimate(estimate, { chosen });
	const folded = hiddenBelow(result);
	const groups = new Map((estimate.groups ?? []).map((g) => [g.id, g]));
	const scopes = result.scopes.filter((s) => s.state !== 'aside');
	const lineAmount = (l: LineResult) => cents(l.amount + (folded.get(l.line.id) ?? 0));
	const scopeAmount = (s: ScopeResult) => cents(s.lines.filter((l) => l.state !== 'aside' && !l.apart).reduce((a, l) => a + l.amount, 0));
	const amounts = new Map(
		scopes.flatMap((s) => [[s.scope.id, scopeAmount(s)] as const, ...s.lines.map((l) => [l.line.id, lineAmount(l)] as const)])
	);
	const choosable = (x: { id: string; option: boolean; groupId?: string | null }): Choosable => {
		const group = x.option && x.groupId ? groups.get(x.groupId) : undefined;
		return {
			option: x.option,
			chosen: chosen.has(x.id),
			groupId: group?.id ?? null,
			difference: group ? priceDifference(amounts, group, x.id) : null
		};
	};
	const used = new Set(membersOf(estimate).map((m) => m.groupId));
	return {
		scopes: scopes.map((s) => ({
			id: s.scope.id,
			name: s.scope.name,
			wording: fillWording(s.scope.wording, s.measures, estimate.system),
			...choosable(s.scope),
			amount: scopeAmount(s),
			lines: s.lines
				.filter((l) => l.state !== 'aside' && !l.line.hidden)
				.map((l) => ({
					id: l.line.id,
					text: fillWording(l.line.wording || l.line.name, s.measures, estimate.system),
					heading: l.line.heading ?? false,
					quantity: l.quantity,
					unit: l.line.unit,
					amount: lineAmount(l),
					...choosable(l.line)
				}))
		})),
		groups: (estimate.groups ?? [])
			.filter((g) => used.has(g.id))
			.map((g) => ({ id: g.id, name: g.name, rule: groupRule(g), least: g.atLeast, most: g.atMost, one: g.atMost === 1 })),
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
