import { dimensionOf, measureLabel, scopeMeasures, toUnit, type MeasureName, type Measures, type UnitSystem } from '../measure';
import {
	cents,
	formatCents,
	lineAmount,
	MOST,
	mulDiv,
	NumberTooLarge,
	percentOf,
	ratioOf,
	split,
	sumOfProducts,
	type Cents,
	type Quantity,
	type Rate
} from '../money';
import { Refusal } from '../refusal';
import { presetsOf } from './groups';
import { childQuantity, KINDS, neededOf, pooledQuantity, type Kind, type PartRate } from '../pricing';
import type { Estimate, Line, Override, Scope } from './model';

export interface LineResult {
	line: Line;
	scope: Scope;
	/** What the measures or the parent give, null for a typed quantity. */
	computed: Quantity | null;
	/** What it was computed from, before rounding up: ten-thousandths of the unit; null for a typed quantity. */
	basis: number | null;
	quantity: Quantity;
	/** Ten-thousandths of an hour. */
	hours: number;
	cost: Cents;
	/** Quantity × unit price, or the settled amount. */
	amount: Cents;
	discount: Cents;
	/** Amount after discount: what the customer pays before tax. */
	net: Cents;
	overhead: Cents;
	breakEven: Cents;
	margin: Rate | null;
	/** in: counts · option: offered but not chosen · aside: set aside, or hanging on what is */
	state: 'in' | 'option' | 'aside';
	/** An option of its own that is not chosen, or hanging on one: outside its scope's price too. */
	apart: boolean;
	/** An override typed when the measures gave another quantity. */
	stale: boolean;
	toDecide: boolean;
	problem: string | null;
}

export interface Sums {
	cost: Cents;
	overhead: Cents;
	breakEven: Cents;
	price: Cents;
	profit: Cents;
	margin: Rate | null;
	hours: number;
}

export interface ScopeResult extends Sums {
	scope: Scope;
	measures: Measures;
	problem: string | null;
	lines: LineResult[];
	state: 'in' | 'option' | 'aside';
}

/** A sum of lines that are taxed alike. */
export interface TaxedSum {
	taxCodeId: string | null;
	amount: Cents;
}

export interface EstimateResult {
	scopes: ScopeResult[];
	lines: LineResult[];
	total: Sums;
	byKind: Record<Kind, Sums>;
	/** Sum of the lines before discount. */
	gross: Cents;
	discount: Cents;
	/** What the lines that may be discounted come to: the most that can be taken off. */
	discountable: Cents;
	/** Price of what is offered and not chosen. */
	optionsOffered: Cents;
	/** What counts, by scope and tax code. */
	taxed: TaxedSum[];
	toDecide: LineResult[];
	reminders: LineResult[];
	problems: { scopeId: string; lineId: string | null; text: string }[];
}

export interface ComputeOptions {
	/** Ids of option scopes and lines that the customer chose; without it what is preset counts. */
	chosen?: ReadonlySet<string>;
}

/** The sum of the named measures of a scope in the company's unit, unrounded; null when the scope has none of them. */
export function measureOf(measures: Measures, names: readonly MeasureName[], system: UnitSystem): number | null {
	let total: number | null = null;
	for (const name of names) {
		const value = measures[name];
		if (value !== undefined) total = (total ?? 0) + toUnit(value, dimensionOf(name), system);
	}
	return total;
}

/**
 * Computes the whole estimate in one pass: measures, quantities, amounts, discount, overhead, totals.
 * Totals are sums of rounded lines. Nothing is thrown for a scope or line that cannot be computed: it counts 0 and
 * says its problem, so that one bad shape does not hide the rest.
 */
export function computeEstimate(estimate: Estimate, options: ComputeOptions = {}): EstimateResult {
	// Until somebody chooses, the alternative that is preset counts.
	const chosen = options.chosen ?? presetsOf(estimate);
	const scopes = estimate.scopes.map((scope) => startScope(scope, estimate.system, chosen));
	finishLines(
		estimate,
		scopes.flatMap((s) => s.lines)
	);
	for (const s of scopes) closeScope(s);
	return assemble(estimate, scopes);
}

/** A scope’s measures and quantities, before discount and sums. */
export function startScope(scope: Scope, system: UnitSystem, chosen: ReadonlySet<string>): ScopeResult {
	let measures: Measures = {};
	let problem: string | null = null;
	try {
		measures = scopeMeasures(scope.shapes, system);
	} catch (e) {
		problem = e instanceof Refusal ? e.message : 'These shapes cannot be computed: check what was typed.';
	}
	const state = scope.setAside ? 'aside' : scope.option && !chosen.has(scope.id) ? 'option' : 'in';
	return { scope, measures, problem, lines: computeLines(scope, state, measures, system, chosen), state, ...emptySums() };
}

/** Discount, overhead and margin of lines whose quantities are known. All lines that share a discount must be there. */
export function finishLines(estimate: Estimate, lines: LineResult[]): void {
	applyDiscount(estimate, lines);
	for (const l of lines) finishLine(l, estimate);
}

function computeLines(
	scope: Scope,
	scopeState: LineResult['state'],
	measures: Measures,
	system: UnitSystem,
	chosen: ReadonlySet<string>
): LineResult[] {
	const results: LineResult[] = scope.lines.map((line) => ({
		line,
		scope,
		computed: null,
		basis: null,
		quantity: 0 as Quantity,
		hours: 0,
		cost: 0 as Cents,
		amount: 0 as Cents,
		discount: 0 as Cents,
		net: 0 as Cents,
		overhead: 0 as Cents,
		breakEven: 0 as Cents,
		margin: null,
		state:
			line.setAside || scopeState === 'aside'
				? 'aside'
				: scopeState === 'option' || (line.option && !chosen.has(line.id))
					? 'option'
					: 'in',
		apart: line.option && !chosen.has(line.id),
		stale: false,
		toDecide: line.placeholder !== '' && !line.heading,
		problem: null
	}));
	const waiting: LineResult[] = [];
	for (const r of results) {
		if (r.line.source.by === 'parent') waiting.push(r);
		else quantify(r, measures, system, null);
	}
	if (waiting.length > 0) followParents(results, waiting, measures, system);
	return results;
}

/** Children after their parents, in chains; what is left when nothing moves hangs in a loop. */
function followParents(results: LineResult[], waiting: LineResult[], measures: Measures, system: UnitSystem): void {
	const byId = new Map(results.map((r) => [r.line.id, r]));
	const done = new Set(results.filter((r) => r.line.source.by !== 'parent').map((r) => r.line.id));
	let left = waiting;
	while (left.length > 0) {
		const next: LineResult[] = [];
		for (const r of left) {
			const source = r.line.source;
			if (source.by !== 'parent') continue;
			const parent = byId.get(source.parentId);
			if (parent && !done.has(source.parentId)) {
				next.push(r);
				continue;
			}
			quantify(r, measures, system, parent ?? null);
			if (parent && parent.state !== 'in' && r.state !== 'aside') r.state = parent.state;
			if (parent?.apart) r.apart = true;
			done.add(r.line.id);
		}
		if (next.length === left.length) {
			for (const r of next) r.problem = 'These lines hang on each other in a loop.';
			return;
		}
		left = next;
	}
}

/** The measure that a need goes by; 0, and a problem of the line, when the scope has none of it. */
function neededMeasure(r: LineResult, need: { measures: MeasureName[]; rate: PartRate }, measures: Measures, system: UnitSystem): number {
	const measure = measureOf(measures, need.measures, system);
	if (measure === null && need.rate.amount > 0) r.problem = `The scope has no ${need.measures.map(measureLabel).join(' or ')}.`;
	return measure ?? 0;
}

function quantify(r: LineResult, measures: Measures, system: UnitSystem, parent: LineResult | null): void {
	const { line } = r;
	const source = line.source;
	try {
		if (source.by === 'typed') r.quantity = source.quantity;
		else if (source.by === 'measure') {
			const own = neededMeasure(r, source, measures, system);
			const parts = [
				{ measure: own, part: source.rate },
				...(source.also ?? []).map((n) => ({ measure: neededMeasure(r, n, measures, system), part: n.rate }))
			];
			r.basis = parts.reduce((sum, p) => sum + neededOf(p.measure, p.part), 0);
			r.computed = pooledQuantity(parts);
			r.quantity = r.computed;
		} else if (parent) {
			r.basis = (parent.quantity * source.ratio) / 10_000;
			r.computed = childQuantity(parent.quantity, source.ratio, source.step);
			r.quantity = r.computed;
		} else r.problem = 'The line it hangs on is gone.';
		if (line.override) {
			r.quantity = line.override.quantity;
			r.stale = moved(r, line.override);
		}
		r.hours = mulDiv(r.quantity, line.hoursPerUnit, 10_000);
		r.cost = lineAmount(r.quantity, line.unitCost);
		r.amount = line.settled ?? lineAmount(r.quantity, line.unitPrice);
		r.net = r.amount;
		if (Math.max(Math.abs(r.cost), Math.abs(r.amount)) > MOST_CENTS || Math.abs(r.hours) > MOST_HOURS) tooLarge(r);
	} catch (e) {
		if (e instanceof Refusal && !(e instanceof NumberTooLarge)) nothing(r, e.message);
		else tooLarge(r);
	}
}

/** Whether what an override was typed over has moved since: the measure itself, not only the quantity that it rounds to. */
const moved = (r: LineResult, o: Override): boolean =>
	r.computed !== null && (o.basisThen === undefined || o.basisThen === null ? r.computed !== o.computedThen : r.basis !== o.basisThen);

/** Within these the sums of any estimate can be kept exactly. */
const MOST_CENTS = MOST.amount * 100;
const MOST_HOURS = MOST.quantity * 10_000;

/** A line that cannot be computed counts 0 and says why. */
function nothing(r: LineResult, problem: string): void {
	r.problem = problem;
	r.hours = 0;
	r.cost = r.amount = r.net = r.discount = r.overhead = 0 as Cents;
}
const tooLarge = (r: LineResult): void =>
	nothing(
		r,
		`This comes to more than ${MOST.amount.toLocaleString('en-US')}: check its quantity, cost and price. It counts as 0 until then.`
	);

/** What the lines that count and may be discounted come to. */
export const discountableOf = (lines: readonly LineResult[]): Cents =>
	cents(lines.reduce((a, l) => (l.state === 'in' && l.line.discountable ? a + l.amount : a), 0));

/** A discount of an amount that is more than its lines come to any more: what stands, and what it can be. */
function discountProblem(estimate: Estimate, result: EstimateResult): void {
	const { discount } = estimate;
	if (discount?.by !== 'amount' || discount.amount <= Math.max(0, result.discountable)) return;
	result.problems.push({
		scopeId: '',
		lineId: null,
		text: `The discount of ${formatCents(discount.amount)} is more than the lines it may be taken off: at most ${formatCents(cents(Math.max(0, result.discountable)))} is. Type the discount again.`
	});
}

/** Spreads the discount over the lines that count and may be discounted; never more than they come to. */
function applyDiscount(estimate: Estimate, lines: LineResult[]): void {
	if (!estimate.discount) return;
	const open = lines.filter((l) => l.state === 'in' && l.line.discountable);
	const base = discountableOf(lines);
	const wanted = estimate.discount.by === 'amount' ? estimate.discount.amount : percentOf(base, estimate.discount.percent);
	const discount = cents(Math.max(0, Math.min(wanted, base)));
	if (discount <= 0) return;
	const shares = split(
		discount,
		open.map((l) => l.amount)
	);
	open.forEach((l, i) => {
		l.discount = shares[i] ?? cents(0);
		l.net = cents(l.amount - l.discount);
	});
}

/** Overhead = hours × overhead an hour + line cost × percent of its kind, rounded once on the sum. */
function finishLine(l: LineResult, estimate: Estimate): void {
	try {
		l.overhead = sumOfProducts(
			[
				[l.hours, l.line.overheadPerHour],
				[l.cost, estimate.overheadPercent[l.line.kind] ?? 0]
			],
			1_000_000
		) as Cents;
	} catch {
		l.overhead = 0 as Cents;
		l.problem = 'The overhead of this line is too large: check its hours and cost. It counts as 0 until then.';
	}
	l.breakEven = (l.cost + l.overhead) as Cents;
	l.margin = ratioOf(l.net - l.breakEven, l.net);
}

function emptySums(): Sums {
	return { cost: 0 as Cents, overhead: 0 as Cents, breakEven: 0 as Cents, price: 0 as Cents, profit: 0 as Cents, margin: null, hours: 0 };
}

function add(s: Sums, l: LineResult): void {
	s.cost = (s.cost + l.cost) as Cents;
	s.overhead = (s.overhead + l.overhead) as Cents;
	s.price = (s.price + l.net) as Cents;
	s.hours += l.hours;
}

function close(s: Sums): void {
	s.breakEven = (s.cost + s.overhead) as Cents;
	s.profit = (s.price - s.breakEven) as Cents;
	s.margin = ratioOf(s.profit, s.price);
}

/** What one scope adds to the whole. */
interface Part {
	total: Sums;
	byKind: Record<Kind, Sums>;
	gross: number;
	discount: number;
	discountable: number;
	optionsOffered: number;
	taxed: TaxedSum[];
	toDecide: LineResult[];
	reminders: LineResult[];
	problems: EstimateResult['problems'];
}
const noSums = (): Record<Kind, Sums> => ({
	labor: emptySums(),
	material: emptySums(),
	equipment: emptySums(),
	subcontract: emptySums(),
	other: emptySums()
});

/**
 * Sums of a scope are kept with it, out of sight: of an estimate in which one scope changed, the others are not gone through again.
 * (A WeakMap would do the same, but costs more than the sums at every collection of garbage.)
 */
const PART = Symbol('part');
interface Closed extends ScopeResult {
	[PART]?: Part;
}

/** Closes the scope's own sums and tells what it adds to the whole. */
export function closeScope(s: ScopeResult): void {
	const part: Part = {
		total: emptySums(),
		byKind: noSums(),
		gross: 0,
		discount: 0,
		discountable: 0,
		optionsOffered: 0,
		taxed: [],
		toDecide: [],
		reminders: [],
		problems: []
	};
	let alike: TaxedSum | undefined;
	if (s.problem) part.problems.push({ scopeId: s.scope.id, lineId: null, text: s.problem });
	for (const l of s.lines) {
		// A scope shows its own price also while it is only offered: what it would add.
		if (l.state === 'in' || (l.state === 'option' && s.state === 'option' && !l.apart)) add(s, l);
		if (l.state === 'option') part.optionsOffered += l.net;
		if (l.state === 'in') {
			add(part.total, l);
			add(part.byKind[l.line.kind], l);
			part.gross += l.amount;
			part.discount += l.discount;
			if (l.line.discountable) part.discountable += l.amount;
			// Neighbors are mostly taxed alike: looked up only when they are not.
			if (alike?.taxCodeId !== l.line.taxCodeId) alike = part.taxed.find((t) => t.taxCodeId === l.line.taxCodeId);
			if (alike) alike.amount = (alike.amount + l.net) as Cents;
			else part.taxed.push((alike = { taxCodeId: l.line.taxCodeId, amount: l.net }));
		}
		if (l.state === 'aside') continue;
		if (l.toDecide) part.toDecide.push(l);
		if (l.line.reminder && l.quantity === 0) part.reminders.push(l);
		if (l.problem) part.problems.push({ scopeId: s.scope.id, lineId: l.line.id, text: `${l.line.name}: ${l.problem}` });
	}
	close(s);
	Object.defineProperty(s, PART, { value: part, enumerable: false });
}

/** Adds one part's sums to those of the whole. */
function merge(into: Sums, s: Sums): void {
	into.cost = (into.cost + s.cost) as Cents;
	into.overhead = (into.overhead + s.overhead) as Cents;
	into.price = (into.price + s.price) as Cents;
	into.hours += s.hours;
}

/** The whole from its scopes, each of them closed. */
export function assemble(estimate: Estimate, scopes: ScopeResult[]): EstimateResult {
	const result: EstimateResult = {
		scopes,
		lines: [],
		total: emptySums(),
		byKind: noSums(),
		gross: 0 as Cents,
		discount: 0 as Cents,
		discountable: 0 as Cents,
		optionsOffered: 0 as Cents,
		taxed: [],
		toDecide: [],
		reminders: [],
		problems: []
	};
	let discountable = 0;
	let [gross, discount, offered] = [0, 0, 0];
	for (const s of scopes) {
		const part = (s as Closed)[PART];
		if (!part) continue;
		for (const l of s.lines) result.lines.push(l);
		merge(result.total, part.total);
		for (const k of KINDS) merge(result.byKind[k], part.byKind[k]);
		gross += part.gross;
		discount += part.discount;
		discountable += part.discountable;
		offered += part.optionsOffered;
		result.taxed.push(...part.taxed);
		result.toDecide.push(...part.toDecide);
		result.reminders.push(...part.reminders);
		result.problems.push(...part.problems);
	}
	close(result.total);
	for (const k of KINDS) close(result.byKind[k]);
	result.gross = cents(gross);
	result.discount = cents(discount);
	result.optionsOffered = cents(offered);
	result.discountable = cents(discountable);
	discountProblem(estimate, result);
	return result;
}
