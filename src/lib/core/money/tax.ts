import { say } from './refusals';
import { Refusal } from '../refusal';
import { rateOf, sum } from './amount';
import { mulDiv } from './exact';
import { cents, type Cents, type Rate } from './types';

/** One tax, for example the state's, with the rates that hold from a day on. */
export interface TaxComponent {
	id: string;
	name: string;
	rates: { from: string; rate: Rate }[];
}
/** What a line is taxed with: a named set of components. */
export interface TaxCode {
	id: string;
	name: string;
	componentIds: string[];
}
export interface Exemption {
	certificate: string;
	/** Components the certificate frees from; empty frees from all. */
	componentIds: string[];
	/** Last day on which the certificate holds, or null for no end. */
	expires: string | null;
}
export interface TaxedLine {
	amount: Cents;
	taxCodeId: string | null;
}
export interface ComponentTax {
	componentId: string;
	name: string;
	rate: Rate;
	base: Cents;
	tax: Cents;
}

/** Raised when no rate holds on the document's day. */
export class TaxError extends Refusal {}

/**
 * The rate of a component on a day: the latest that began on or before it.
 * @throws TaxError when none is valid.
 */
export function rateOn(component: TaxComponent, day: string): Rate {
	let found: { from: string; rate: Rate } | undefined;
	for (const r of component.rates) if (r.from <= day && (!found || r.from > found.from)) found = r;
	if (!found) throw new TaxError(say('no-rate-of-valid-on', { name: component.name, day }));
	return found.rate;
}

/** Whether a certificate frees a component on a day. No number, no exemption; the day of expiry still counts. */
export function isExempt(exemption: Exemption | null, componentId: string, day: string): boolean {
	if (!exemption || exemption.certificate.trim() === '') return false;
	if (exemption.expires !== null && day > exemption.expires) return false;
	return exemption.componentIds.length === 0 || exemption.componentIds.includes(componentId);
}

/**
 * Tax of a document: per component, the sum of its lines × rate, rounded once per component. Lines are after discounts.
 * Components freed by an exemption are listed with rate 0, so that the document can say so.
 */
export function taxOf(
	lines: readonly TaxedLine[],
	codes: readonly TaxCode[],
	components: readonly TaxComponent[],
	day: string,
	exemption: Exemption | null = null
): ComponentTax[] {
	const byId = new Map(codes.map((c) => [c.id, c]));
	const bases = new Map<string, number>();
	for (const line of lines) {
		if (!line.taxCodeId) continue;
		const code = byId.get(line.taxCodeId);
		if (!code) throw new TaxError(say('line-has-tax-code-does-not'));
		for (const id of code.componentIds) bases.set(id, (bases.get(id) ?? 0) + line.amount);
	}
	const result: ComponentTax[] = [];
	for (const component of components) {
		const base = bases.get(component.id);
		if (base === undefined) continue;
		const exempt = isExempt(exemption, component.id, day);
		const rate = exempt ? (0 as Rate) : rateOn(component, day);
		result.push({ componentId: component.id, name: component.name, rate, base: cents(base), tax: rateOf(cents(base), rate) });
	}
	return result;
}

/** Total of the component taxes. */
export function taxTotal(taxes: readonly ComponentTax[]): Cents {
	return sum(taxes.map((t) => t.tax));
}

/**
 * Tax inside a tax-inclusive gross amount: per component round(gross × rᵢ ÷ (1 + Σr)).
 * @param freed the components an exempt customer does not pay; the customer pays the net and the others.
 */
export function taxInside(
	gross: Cents,
	rates: readonly Rate[],
	freed: readonly boolean[] = []
): { taxes: Cents[]; net: Cents; pays: Cents } {
	const all = rates.reduce((a, r) => a + r, 0);
	const taxes = rates.map((r) => cents(mulDiv(gross, r, 1_000_000 + all)));
	const net = cents(gross - sum(taxes));
	const paid = taxes.filter((_, i) => !freed[i]);
	return { taxes, net, pays: cents(net + sum(paid)) };
}
