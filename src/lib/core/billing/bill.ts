import { say } from './refusals';
import { Refusal } from '../refusal';
import { cents, formatCents, mulDiv, rateOf, split, sum, type Cents, type Percent, type Rate, type UnitPrice } from '../money';

/** Raised when more would be billed than there is. The message says the most that can be. */
export class BillingError extends Refusal {}

/** A line of the contract and what is billed of it so far. */
export interface Billable {
	id: string;
	amount: Cents;
	billed: Cents;
}

/** What can still be billed of a line: between zero and its amount, on the side of its sign. */
export const leftOf = (line: Billable): Cents => cents(line.amount - line.billed);

/**
 * A percent typed to date: this bill = round(line × percent) − billed; 100 % bills the exact rest.
 * @throws BillingError above 100 %
 */
export function percentToDate(line: Billable, toDate: Percent): Cents {
	if (toDate < 0 || toDate > 10_000) throw new BillingError(say('percent-to-date-between-0-and'));
	return cents((toDate === 10_000 ? line.amount : mulDiv(line.amount, toDate, 10_000)) - line.billed);
}

/**
 * A percent of the whole to date, spread in proportion to what each line still has. A whole below zero is a credit and is billed on
 * its own side: half of −400.00 is a credit of 200.00.
 * @throws BillingError when it is under what is billed already
 */
export function percentOfWhole(lines: readonly Billable[], toDate: Percent): Cents[] {
	if (toDate < 0 || toDate > 10_000) throw new BillingError(say('percent-to-date-between-0-and'));
	const whole = sum(lines.map((l) => l.amount));
	if (whole < 0) {
		const turned = lines.map((l) => ({ id: l.id, amount: cents(-l.amount), billed: cents(-l.billed) }));
		return percentOfWhole(turned, toDate).map((a) => cents(-a));
	}
	const billed = sum(lines.map((l) => l.billed));
	const now = cents((toDate === 10_000 ? whole : mulDiv(whole, toDate, 10_000)) - billed);
	if (now < 0) throw new BillingError(say('billed-already-which-more-than', { billed: formatCents(billed) }));
	return spreadOverRest(lines, now);
}

/**
 * An amount spread over what the lines still have.
 * @throws BillingError below zero (a credit takes back what was billed, it is not billed), or with the most that can be billed
 */
export function spreadOverRest(lines: readonly Billable[], amount: Cents): Cents[] {
	if (amount < 0) throw new BillingError(say('amount-to-bill-cannot-be-below'));
	const left = lines.map(leftOf);
	const most = sum(left);
	if (amount > Math.max(0, most)) throw new BillingError(say('at-most-can-be-billed', { most: formatCents(Math.max(0, most)) }));
	if (amount === 0) return lines.map(() => cents(0));
	return split(amount, left);
}

/** Refuses a bill of a line outside what its amount leaves. */
export function checkWithin(line: Billable, now: Cents, text: string): void {
	const after = line.billed + now;
	const [low, high] = line.amount >= 0 ? [0, line.amount] : [line.amount, 0];
	if (after < low || after > high) throw new BillingError(say('line-at-most-can-be-billed', { text, line: formatCents(leftOf(line)) }));
}

/**
 * A deposit as a percent (hundredths) or amount (cents) of the total with tax; the percent is rounded once, half away from zero.
 * @throws BillingError when it comes to 0 or less, or to more than the total
 * @example depositAmount(cents(131_346), { by: 'percent', percent: percent(3000) }) // 39,404 cents
 */
export function depositAmount(total: Cents, deposit: { by: 'percent'; percent: Percent } | { by: 'amount'; amount: Cents }): Cents {
	const amount = deposit.by === 'amount' ? deposit.amount : mulDiv(total, deposit.percent, 10_000);
	if (amount <= 0) throw new BillingError(say('deposit-must-be-more-than-0'));
	if (amount > total) throw new BillingError(say('deposit-can-be-at-most', { total: formatCents(total) }));
	return cents(amount);
}

/**
 * A billed deposit: net = round(deposit × net total ÷ total with tax), spread over the lines by their amounts. With its taxes it may
 * come to a cent or two beside what was asked, each component's tax being rounded once: that is said before the invoice is issued.
 * @returns cents for each amount, in their order
 * @throws BillingError when there is no total to take it of
 * @example billedDeposit(cents(10_700), cents(100_000), cents(107_000), [cents(60_000), cents(40_000)]) // 6,000 and 4,000
 */
export function billedDeposit(deposit: Cents, netTotal: Cents, total: Cents, amounts: readonly Cents[]): Cents[] {
	if (total === 0) throw new BillingError(say('nothing-to-take-deposit-on'));
	return split(cents(mulDiv(deposit, netTotal, total)), amounts);
}

/** Tax of a partial invoice per component: tax on all billed to date at that rate − tax billed before at that rate. */
export function partialTax(baseToDate: Cents, taxBefore: Cents, rate: Rate): Cents {
	return cents(rateOf(baseToDate, rate) - taxBefore);
}

/** The charge of a cost entry: labor from billable minutes at the price an hour, anything else cost × (1 + markup). */
export function chargeOf(
	entry: { kind: 'labor'; minutes: number; pricePerHour: UnitPrice } | { kind: 'other'; cost: Cents; markup: Percent }
): Cents {
	return entry.kind === 'labor'
		? cents(mulDiv(entry.minutes, entry.pricePerHour, 6000))
		: cents(mulDiv(entry.cost, 10_000 + entry.markup, 10_000));
}
