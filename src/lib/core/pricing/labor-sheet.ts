import { say } from './refusals';
import { SheetError } from './sheet-error';
import { exact, roundExact, type Exact } from '../money/exact';
import { formatPercent, formatQuantity, formatRate, formatShare, formatUnitPrice } from '../money/format';
import { step, type Step } from '../explain';
import type { Percent, Rate, UnitPrice } from '../money/types';
import { nonBillableOf, type BurdenPart, type NonBillablePart } from './sheet-parts';

/** How a labor rate is built up. Wages and overhead in ten-thousandths of the currency unit per hour. */
export interface LaborSheet {
	members: { label: string; wage: UnitPrice; count: number }[];
	/** Paid hours a week, ten-thousandths of an hour. */
	paidHours: number;
	overtimeHours: number;
	/** 1.5 = 15000 */
	overtimeMultiplier: number;
	burden: Percent;
	/** Part of the burden that applies to the average wage only, not to the overtime premium. */
	burdenNotOnPremium?: Percent;
	nonBillable: Percent;
	overheadPerHour: UnitPrice;
	/** Where non-billable time is built from named parts: then they count, and `nonBillable` is only about what they come to. */
	parts?: NonBillablePart[];
	/** Paid minutes of a day, which the parts are a share of. */
	dayMinutes?: number;
	/** Where the burden is built from named parts: then `burden` and `burdenNotOnPremium` are what they come to. */
	burdenParts?: BurdenPart[];
	/** Other prices of the same hour: after hours, call-out. Multipliers, 15000 = 1.5. */
	variants?: { name: string; multiplier: number }[];
	/** Minutes are billed in steps, at least a minimum. */
	billing?: { step: number; minimum: number };
	/** Either the margin is typed and the price follows, or the price (whole cents) and the margin follows. */
	target: { margin: Percent } | { price: UnitPrice };
}

export interface LaborRate {
	averageWage: UnitPrice;
	overtimePremium: Rate;
	paidCost: UnitPrice;
	burdenedCost: UnitPrice;
	loadedCost: UnitPrice;
	breakEven: UnitPrice;
	price: UnitPrice;
	margin: Rate;
	/** How much the price is below break-even an hour; 0 when it is not. */
	belowBreakEven: UnitPrice;
}

interface Chain {
	average: Exact;
	premium: Exact;
	paid: Exact;
	burdened: Exact;
	loaded: Exact;
	breakEven: Exact;
}

function chain(s: LaborSheet): Chain {
	const heads = s.members.reduce((a, m) => a + m.count, 0);
	if (heads <= 0) throw new SheetError(say('nobody-in-crew'), 'members');
	if (s.members.some((m) => m.wage < 0)) throw new SheetError(say('wage-cannot-be-negative'), 'members');
	if (s.members.some((m) => m.count < 0)) throw new SheetError(say('head-count-cannot-be-negative'), 'members');
	if (s.paidHours <= 0) throw new SheetError(say('paid-hours-week-must-be-more'), 'paidHours');
	if (s.overtimeHours < 0 || s.overtimeHours > s.paidHours) throw new SheetError(say('overtime-cannot-be-more-than-paid'), 'overtimeHours');
	if (s.overtimeMultiplier < 10_000) throw new SheetError(say('overtime-multiplier-must-be-1-or'), 'overtimeMultiplier');
	if (s.nonBillable < 0 || s.nonBillable >= 10_000) throw new SheetError(say('non-billable-time-must-be-below'), 'nonBillable');
	if (s.parts?.some((p) => p.minutes < 0)) throw new SheetError(say('minutes-cannot-be-negative'), 'parts');
	if (s.parts?.length && s.dayMinutes !== undefined && s.parts.reduce((a, p) => a + p.minutes, 0) >= s.dayMinutes)
		throw new SheetError(say('these-parts-fill-whole-paid-day'), 'parts');
	if (s.burden < 0) throw new SheetError(say('burden-cannot-be-negative'), 'burden');
	const wages = s.members.reduce((a, m) => a.add(exact(m.wage).mul(exact(m.count))), exact(0));
	const average = wages.div(exact(heads));
	const premium = exact(s.overtimeHours, s.paidHours).mul(exact(s.overtimeMultiplier - 10_000, 10_000));
	const paid = average.mul(premium.add(exact(1)));
	const wageOnly = s.burdenNotOnPremium ?? 0;
	const burdened = paid.mul(exact(10_000 + s.burden - wageOnly, 10_000)).add(average.mul(exact(wageOnly, 10_000)));
	// Inside a sheet everything is exact: parts count by their minutes, not by a rounded percentage.
	const minutes = s.parts?.reduce((a, p) => a + p.minutes, 0) ?? 0;
	const billable = s.parts?.length && s.dayMinutes ? exact(s.dayMinutes - minutes, s.dayMinutes) : exact(10_000 - s.nonBillable, 10_000);
	const loaded = burdened.div(billable);
	return { average, premium, paid, burdened, loaded, breakEven: loaded.add(exact(s.overheadPerHour)) };
}

/**
 * Loaded cost, break-even and price of an hour. Everything inside is exact; each shown result is rounded once to the
 * ten-thousandth, the price to the cent. The margin shown is that of the rounded price.
 * @throws SheetError
 */
export function laborRate(s: LaborSheet): LaborRate {
	const c = chain(s);
	let price: number;
	if ('price' in s.target) {
		price = s.target.price;
		if (price <= 0) throw new SheetError(say('price-must-be-more-than-0'), 'price');
		if (price % 100 !== 0) throw new SheetError(say('hourly-price-typed-in-whole-cents'), 'price');
	} else {
		if (s.target.margin >= 10_000) throw new SheetError(say('margin-must-be-below-100'), 'margin');
		price = roundExact(c.breakEven.div(exact(10_000 - s.target.margin, 10_000)).div(exact(100))) * 100;
		if (price <= 0) throw new SheetError(say('price-must-be-more-than-0'), 'price');
	}
	const breakEven = roundExact(c.breakEven);
	const margin = roundExact(exact(price).sub(c.breakEven).div(exact(price)).mul(exact(1_000_000)));
	return {
		averageWage: roundExact(c.average) as UnitPrice,
		overtimePremium: roundExact(c.premium.mul(exact(1_000_000))) as Rate,
		paidCost: roundExact(c.paid) as UnitPrice,
		burdenedCost: roundExact(c.burdened) as UnitPrice,
		loadedCost: roundExact(c.loaded) as UnitPrice,
		breakEven: breakEven as UnitPrice,
		price: price as UnitPrice,
		margin: margin as Rate,
		belowBreakEven: Math.max(0, breakEven - price) as UnitPrice
	};
}

/**
 * The non-billable share of a sheet, ten-thousandths of a percent: what its parts come to, or what was typed.
 * @throws SheetError for parts that cannot be
 */
export const nonBillableRate = (s: Pick<LaborSheet, 'nonBillable' | 'parts' | 'dayMinutes'>): Rate =>
	s.parts?.length && s.dayMinutes ? nonBillableOf(s.parts, s.dayMinutes) : ((s.nonBillable * 100) as Rate);

/** The steps behind an hourly rate. */
export function explainLaborRate(s: LaborSheet, source?: string): Step {
	const r = laborRate(s);
	const wage = s.members.map((m) => `${formatUnitPrice(m.wage)} × ${m.count}`).join(' + ');
	return step('Price an hour', formatUnitPrice(r.price), {
		formula: 'margin' in s.target ? `${formatUnitPrice(r.breakEven)} ÷ (1 − ${formatPercent(s.target.margin)}), to the cent` : 'typed',
		...(source ? { source } : {}),
		steps: [
			step('Average wage', formatUnitPrice(r.averageWage), { formula: `(${wage}) ÷ ${s.members.reduce((a, m) => a + m.count, 0)}` }),
			step('Overtime premium', formatRate(r.overtimePremium, 4), {
				formula: `${formatQuantity(s.overtimeHours)} h × (${s.overtimeMultiplier / 10_000} − 1) ÷ ${formatQuantity(s.paidHours)} h`
			}),
			step('Paid cost', formatUnitPrice(r.paidCost), { formula: 'average wage × (1 + overtime premium)' }),
			step('Burdened cost', formatUnitPrice(r.burdenedCost), {
				formula: `paid cost × (1 + ${formatPercent(s.burden)})`,
				steps: (s.burdenParts ?? []).map((p) =>
					step(p.name, formatPercent(p.percent), { formula: p.onPremium ? 'on all paid cost' : 'on the plain wage only' })
				)
			}),
			step('Loaded cost', formatUnitPrice(r.loadedCost), {
				formula: `burdened cost ÷ (1 − ${formatShare(nonBillableRate(s))} non-billable)`,
				steps: (s.parts ?? []).map((p) => step(p.name, `${p.minutes} min`, { formula: `of ${s.dayMinutes ?? 0} paid minutes a day` }))
			}),
			step('Break-even', formatUnitPrice(r.breakEven), { formula: `loaded cost + ${formatUnitPrice(s.overheadPerHour)} overhead` }),
			step('Margin', formatRate(r.margin, 2), { formula: '(price − break-even) ÷ price' })
		]
	});
}
