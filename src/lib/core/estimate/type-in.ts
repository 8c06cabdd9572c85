import { say } from './refusals';
import { mulDiv, parseMinutes, parsePercent, parseQuantity, parseUnitPrice, quantity, unitPrice, type Quantity, type Rate } from '../money';
import { exactBreakEven, KINDS, unitPriceOf, type Kind, type PriceRule } from '../pricing';
import { Refusal } from '../refusal';
import type { LineField } from './cells';
import type { Estimate, Line } from './model';

/** What of the estimate a typed value needs to know. */
export interface TypeInContext {
	overheadPercent: Partial<Record<Kind, Rate>>;
	/** What the measures or the parent give now, for an override. */
	computed: Quantity | null;
	/** What that was computed from, unrounded. */
	basis?: number | null;
}

/** A typed quantity: zero or more. @throws Refusal */
export const readQuantity = (text: string, field = 'quantity'): Quantity => quantityWithin(parseQuantity(text), field);
/**
 * The quantity of a line as typed: of hours also “4h 15”, “4:15” and “45 min”.
 * @throws Refusal
 * @example readQuantityOf('h', '4h 15') // 42,500: four and a quarter
 */
export function readQuantityOf(unit: string, text: string): Quantity {
	if (unit !== 'h' || !/\d\s*(h|:|m)/i.test(text)) return readQuantity(text);
	return quantityWithin(mulDiv(parseMinutes(text, 'The hours'), 10_000, 60) as Quantity);
}
/** Whether a line can have this quantity, ten-thousandths: zero or more. @throws Refusal at the field */
export function quantityWithin(q: Quantity, field = 'quantity'): Quantity {
	if (q < 0) throw new Refusal(say('quantity-cannot-be-negative'), field);
	if (q > 1e12) throw new Refusal(say('quantity-can-be-at-most-100'), field);
	return q;
}
/** @throws Refusal for less than zero */
export function costAtLeastZero<T extends number>(n: T, field: string): T {
	if (n < 0) throw new Refusal(say('cost-cannot-be-negative'), field);
	return n;
}

/**
 * What a typed value does to a line, as far as the estimate alone can tell; null for what needs the catalog (a price that
 * follows an item, the hours of a service, a parent). The grid shows it at once, the server saves the same.
 * What is typed into quantity, price or cost counts again: an amount settled for the whole no longer does.
 * @throws Refusal, with the field
 */
export function typeIn(line: Line, field: LineField, value: string, context: TypeInContext): Partial<Line> | null {
	const text = value.trim();
	switch (field) {
		case 'quantity':
			// On a computed line it is an override, with what was computed beside it; clearing it goes back.
			if (line.source.by === 'typed')
				return { source: { by: 'typed', quantity: readQuantityOf(line.unit, text === '' ? '0' : text) }, settled: null };
			if (text === '') return { override: null, settled: null };
			return {
				override: {
					quantity: readQuantityOf(line.unit, text),
					computedThen: context.computed ?? quantity(0),
					basisThen: context.basis ?? null
				},
				settled: null
			};
		case 'name':
		case 'unit':
			if (text === '') throw new Refusal(say('needed'), field);
			return { [field]: text.slice(0, field === 'unit' ? 20 : 200) };
		case 'wording':
		case 'placeholder':
		case 'note':
		case 'phase':
			return { [field]: text };
		case 'option':
		case 'setAside':
		case 'hidden':
		case 'locked':
		case 'discountable':
			return { [field]: text === 'true' };
		case 'tax':
			return { taxCodeId: text || null };
		case 'cost': {
			const unitCost = costAtLeastZero(parseUnitPrice(text, 'The cost'), 'cost');
			if (line.rule.by === 'inherit' && line.itemId) return null;
			return { unitCost, ...priced(line, line.rule, unitCost, context), settled: null };
		}
		case 'price': {
			// Cleared: back to what the catalog says, where there is something in the catalog.
			if (text === '' && (line.itemId || line.sheetId)) return null;
			const price = parseUnitPrice(text);
			return { rule: { by: 'fixed', price }, unitPrice: price, settled: null };
		}
		case 'margin':
		case 'markup': {
			const rule: PriceRule = { by: field, percent: parsePercent(text) };
			return { rule, ...priced(line, rule, line.unitCost, context), settled: null };
		}
		case 'kind':
			return kindPatch(line, text, context);
		default:
			return null;
	}
}

/** Hours come with an hour of labor and go with it; a price by margin follows the break-even of the new kind. */
function kindPatch(line: Line, text: string, context: TypeInContext): Partial<Line> {
	const kind = KINDS.find((k) => k === text);
	if (!kind) throw new Refusal(say('no-such-kind'), 'kind');
	if (line.itemId || line.sheetId) throw new Refusal(say('kind-follows-catalog'), 'kind');
	const hoursPerUnit = quantity(line.unit !== 'h' ? line.hoursPerUnit : kind === 'labor' ? 10_000 : 0);
	return { kind, hoursPerUnit, ...priced({ ...line, kind, hoursPerUnit }, line.rule, line.unitCost, context) };
}

/**
 * How many of a line belong to one of the line it is hung on, ten-thousandths, so that it keeps the quantity it has: 12 caps hung on
 * 3 h are 4 for each. Rounded down: a third of three stays one.
 * @example ratioKept(120_000, 30_000) // 40,000
 */
export const ratioKept = (own: Quantity, parent: Quantity): number =>
	parent > 0 ? Math.max(1, Math.floor((own * 10_000) / parent)) : 10_000;

/** Whole ones stay whole; what is counted in parts keeps two decimals. @example stepKept(quantity(25_000)) // 100 */
export const stepKept = (own: Quantity): number => (own % 10_000 === 0 ? 10_000 : 100);

function priced(line: Line, rule: PriceRule, cost: number, { overheadPercent }: TypeInContext): Partial<Line> {
	if (rule.by === 'fixed' || rule.by === 'inherit') return {};
	return { unitPrice: unitPriceOf(rule, unitPrice(cost), exactBreakEven(cost, line.kind, overheadPercent, line), { fine: line.fine }) };
}

/** Which scope of an estimate each line is in, found once for an estimate that many edits are laid over. */
const places = new WeakMap<Estimate, Map<string, number>>();
function placesOf(estimate: Estimate): Map<string, number> {
	let found = places.get(estimate);
	if (!found) {
		found = new Map(estimate.scopes.flatMap((s, n) => s.lines.map((l) => [l.id, n] as const)));
		places.set(estimate, found);
	}
	return found;
}

/**
 * An estimate with some lines changed; everything else is the same object, so that little is computed and drawn again.
 * @param changes what becomes of a line, by its id; of several for one line the later hold
 */
export function withLines(estimate: Estimate, changes: readonly (readonly [lineId: string, patch: Partial<Line>])[]): Estimate {
	if (changes.length === 0) return estimate;
	const at = placesOf(estimate);
	const patches = new Map<string, Partial<Line>>();
	for (const [id, patch] of changes) patches.set(id, { ...patches.get(id), ...patch });
	const touched = new Set([...patches.keys()].map((id) => at.get(id)));
	const patched = (l: Line): Line => {
		const patch = patches.get(l.id);
		return patch ? { ...l, ...patch } : l;
	};
	return { ...estimate, scopes: estimate.scopes.map((s, n) => (touched.has(n) ? { ...s, lines: s.lines.map(patched) } : s)) };
}
