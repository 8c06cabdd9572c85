import { say } from '../../contract/refusals/estimates';
import { textOf } from '../../core/events';
import { settingsOf, systemOf } from '../company';
import * as contract from '../../contract/estimates/commands';
import { and, asc, eq, max } from 'drizzle-orm';
import {
	cellOf,
	checkDiscount,
	computeEstimate,
	costAtLeastZero,
	quantityWithin,
	ratioKept,
	readQuantity,
	setTotal,
	totalForMargin,
	totalForMarkup,
	totalForSize,
	stepKept,
	typeIn,
	type Line,
	type LineField
} from '../../core/estimate';
import { dimensionOf, isMeasure, parseFigure, parseMeasure } from '../../core/measure';
import {
	cents,
	parseCents,
	parsePercent,
	parseUnitPrice,
	quantity,
	unitPrice,
	type Cents,
	type Percent,
	type Quantity
} from '../../core/money';
import { checkAnswers, onceQuantity, wordingUnder, type Kind, type PriceRule } from '../../core/pricing';
import { Refusal } from '../../core/refusal';
import { serve, Missing, Stale, type Context } from '../commands';
import { assemblies, items } from '../catalog/schema';
import { history } from '../commands/schema';
import { taxCodes } from '../company/schema';
import { estimates, lines, recipes, scopes, shapes } from './schema';
import { newId } from '../ids';
import { taxOfJob, groupOfJob, branchOfJob } from '../sales';
import { partsUnder, questionsOf, pricer, type Pricer } from '../catalog';
import { hourPrice, rateOn, sheetForBranch } from '../rates';
import { hoursPatch } from './service-lines';
import { done } from './done';
import { loadEstimate } from './load';
import { nextLine, swap } from './position';
import { turnBack, undoState } from './undo';

type LineRow = typeof lines.$inferSelect;
const MOST_LINES = 5000;

const scopeOf = (ctx: Context, id: string) => ctx.get(scopes, id, 'This scope');
const nextShape = (ctx: Context, scopeId: string): number =>
	(ctx.db
		.select({ n: max(shapes.position) })
		.from(shapes)
		.where(eq(shapes.scopeId, scopeId))
		.get()?.n ?? 0) + 1;

export const putShape = serve(contract.putShape, (ctx, i) => {
	const scope = scopeOf(ctx, i.scopeId);
	const system = systemOf(ctx.db);
	const row = {
		figure: parseFigure(i.kind, i.typed, system),
		times: i.times ?? 1,
		subtract: i.subtract ?? false,
		subtractLengths: i.subtractLengths ?? false
	};
	const shape = i.shapeId
		? ctx.update(shapes, i.shapeId, row)
		: ctx.insert(shapes, { id: newId(), scopeId: scope.id, position: nextShape(ctx, scope.id), ...row });
	if (shape.scopeId !== scope.id) throw new Refusal(say('shape-belongs-to-another-scope'));
	done(ctx, scope.estimateId, 'estimates.put-shape', { scope: scope.name, kind: i.kind, shapeId: i.shapeId });
	return { shapeId: shape.id };
});

export const removeShape = serve(contract.removeShape, (ctx, i) => {
	const shape = ctx.get(shapes, i.shapeId, 'This shape');
	ctx.remove(shapes, shape.id);
	done(ctx, scopeOf(ctx, shape.scopeId).estimateId, 'estimates.remove-shape', {});
});

export function checkRoom(ctx: Context, scopeId: string): void {
	const n = ctx.db.select({ id: lines.id }).from(lines).where(eq(lines.scopeId, scopeId)).all().length;
	if (n >= MOST_LINES) throw new Refusal(say('scope-holds-at-most-lines', { mostLines: MOST_LINES.toLocaleString('en-US') }));
}

/** Prices as the estimate's customer pays them: by its rate group, if it has one. */
export function pricerOf(ctx: Context, estimateId: string): Pricer {
	const estimate = ctx.get(estimates, estimateId, 'This estimate');
	return pricer(ctx.db, groupOfJob(ctx.db, estimate.jobId));
}
const taxOf = (ctx: Context, estimateId: string) => taxOfJob(ctx.db, ctx.get(estimates, estimateId, 'This estimate').jobId);

const itemLine = (ctx: Context, itemId: string, by: Pricer, tax: (code: string | null) => string | null) =>
	lineFrom(ctx.get(items, itemId, 'This item'), by, tax);

/** Lines that stand for catalog items, for any number of them: what the estimate says of prices and tax is read once. */
export function itemLines(ctx: Context, estimateId: string, by: Pricer) {
	const tax = taxOf(ctx, estimateId);
	return (item: typeof items.$inferSelect) => lineFrom(item, by, tax);
}

function lineFrom(item: typeof items.$inferSelect, by: Pricer, tax: (code: string | null) => string | null) {
	const { price } = by.of(item);
	return {
		kind: item.kind,
		name: item.name,
		wording: item.wording,
		unit: item.unit,
		unitCost: item.cost,
		rule: { by: 'inherit' } as PriceRule,
		unitPrice: price,
		fine: item.fine,
		taxCodeId: tax(item.taxCodeId),
		itemId: item.id,
		hoursPerUnit: 0,
		overheadPerHour: 0,
		sheetId: null
	};
}

/** Hours of a rate sheet, or of another price of the same hour: after hours, call-out. @throws Refusal when the sheet has none of that name */
export function laborLine(ctx: Context, sheetId: string, by: Pricer, name?: string, variant = '') {
	const sheet = rateOn(ctx.db, sheetId, ctx.today);
	if (!sheet) throw new Missing(say('rate-sheet-not-any-more'));
	const price = hourPrice(sheet, variant);
	if (price === null) throw new Refusal(say('has-no-rate-any-more', { name: sheet.name, variant }), 'variant');
	return {
		kind: 'labor' as Kind,
		name: name || (variant ? `${sheet.name}, ${variant}` : sheet.name),
		wording: '',
		unit: 'h',
		unitCost: sheet.loadedCost,
		rule: { by: 'inherit' } as PriceRule,
		unitPrice: by.labor(price),
		fine: false,
		taxCodeId: null,
		itemId: null,
		hoursPerUnit: 10_000,
		overheadPerHour: sheet.overheadPerHour,
		sheetId,
		variant
	};
}

export const putAssembly = serve(contract.putAssembly, (ctx, i) => {
	const scope = scopeOf(ctx, i.scopeId);
	checkRoom(ctx, scope.id);
	const assembly = ctx.get(assemblies, i.assemblyId, 'This assembly');
	const answered = i.answered ?? {};
	const { choices, refusals } = questionsOf(ctx.db, assembly.id);
	checkAnswers(choices, refusals, answered);
	for (const [name, typed] of Object.entries(i.measures ?? {})) measureTyped(ctx, scope.id, name, typed);
	const recipe = ctx.insert(recipes, { id: newId(), scopeId: scope.id, assemblyId: assembly.id, name: assembly.name });
	let position = nextLine(ctx, scope.id);
	const by = pricerOf(ctx, scope.estimateId);
	const tax = taxOf(ctx, scope.estimateId);
	const holding = partsUnder(ctx.db, assembly.id, answered);
	const branch = branchOfJob(ctx.db, ctx.get(estimates, scope.estimateId, 'This estimate').jobId);
	const own = new Set(holding.flatMap(({ part }) => part.itemId ?? []));
	if (assembly.oneLine)
		ctx.insert(lines, { ...oneLineOf(assembly.name), id: newId(), scopeId: scope.id, position: position++, recipeId: recipe.id });
	const there = onceThere(ctx, scope.estimateId);
	for (const { part: p, rate } of holding) {
		if (p.once && there.has(onceKey(p.itemId, p.sheetId))) continue;
		const base = p.itemId ? itemLine(ctx, p.itemId, by, tax) : laborLine(ctx, sheetForBranch(ctx.db, p.sheetId ?? '', branch), by, p.name);
		const line = ctx.insert(lines, {
			id: newId(),
			scopeId: scope.id,
			position: position++,
			...base,
			name: p.name || base.name,
			source: p.once ? { by: 'typed', quantity: onceQuantity(rate) } : { by: 'measure', measures: p.measures, rate },
			once: p.once,
			hidden: assembly.oneLine,
			placeholder: p.placeholder,
			reminder: p.reminder,
			note: p.note,
			phase: p.phase,
			recipeId: recipe.id
		});
		// What an item requires comes along, unless the assembly has it already.
		if (p.itemId) position = bringAlong(ctx, line, p.itemId, own, by, tax, position);
	}
	// Its measures stay as they are named ({area}): they are filled in whenever the text is read, and so follow the shapes.
	const wording = wordingUnder(assembly.wording, choices, answered);
	if (scope.wording === '' && wording !== '') ctx.update(scopes, scope.id, { wording });
	done(ctx, scope.estimateId, 'estimates.put-assembly', { assembly: assembly.name, scope: scope.name });
});

/** The one line in which a customer reads an assembly: its parts are hidden, and in its price. */
const oneLineOf = (name: string) => ({
	...{ kind: 'other' as Kind, name, unit: 'each', unitCost: 0, unitPrice: 0, face: true, discountable: false },
	rule: { by: 'fixed', price: unitPrice(0) } as PriceRule,
	source: { by: 'typed', quantity: quantity(10_000) } as const
});

const onceKey = (itemId: string | null, sheetId: string | null): string => itemId ?? `sheet ${sheetId}`;

/** What comes once to a job and is on this estimate already, on whatever scope. */
const onceThere = (ctx: Context, estimateId: string): ReadonlySet<string> =>
	new Set(
		ctx.db
			.select({ itemId: lines.itemId, sheetId: lines.sheetId })
			.from(lines)
			.innerJoin(scopes, eq(scopes.id, lines.scopeId))
			.where(and(eq(scopes.estimateId, estimateId), eq(lines.once, true)))
			.all()
			.map((l) => onceKey(l.itemId, l.sheetId))
	);

/** A measure that was asked for when an assembly came onto the scope: kept as a typed shape. Empty: left open. */
function measureTyped(ctx: Context, scopeId: string, name: string, typed: string): void {
	if (typed.trim() === '') return;
	if (!isMeasure(name)) throw new Refusal(say('no-such-measure'), name);
	const system = systemOf(ctx.db);
	try {
		const value = parseMeasure(typed, dimensionOf(name), system);
		const figure = { kind: 'typed' as const, measure: name, value };
		ctx.insert(shapes, { id: newId(), scopeId, position: nextShape(ctx, scopeId), figure, times: 1, subtract: false });
	} catch (e) {
		if (e instanceof Refusal) throw new Refusal(e.said, name);
		throw e;
	}
}

/**
 * Lines for what an item requires, hanging on its line in proportion; what they require comes along too. An item never brings
 * itself, and one that is there already is not brought twice.
 * @returns the next free position
 */
function bringAlong(
	ctx: Context,
	parent: LineRow,
	itemId: string,
	there: Set<string>,
	by: Pricer,
	tax: (code: string | null) => string | null,
	position: number
): number {
	there.add(itemId);
	let next = position;
	for (const c of ctx.find(items, itemId)?.companions ?? []) {
		if (there.has(c.itemId) || !ctx.find(items, c.itemId)) continue;
		const child = ctx.insert(lines, {
			id: newId(),
			scopeId: parent.scopeId,
			position: next++,
			...itemLine(ctx, c.itemId, by, tax),
			source: { by: 'parent', parentId: parent.id, ratio: c.ratio, step: c.step },
			option: parent.option,
			hidden: parent.hidden,
			phase: parent.phase,
			recipeId: parent.recipeId
		});
		next = bringAlong(ctx, child, c.itemId, there, by, tax, next);
	}
	return next;
}

export const addLine = serve(contract.addLine, (ctx, i) => {
	const scope = scopeOf(ctx, i.scopeId);
	checkRoom(ctx, scope.id);
	const q = i.quantity === undefined ? quantity(10_000) : quantityWithin(quantity(i.quantity));
	const by = pricerOf(ctx, scope.estimateId);
	if (!i.itemId && !i.sheetId && !i.name) throw new Refusal(say('say-what-line'), 'name');
	const base = i.itemId
		? itemLine(ctx, i.itemId, by, taxOf(ctx, scope.estimateId))
		: i.sheetId
			? laborLine(ctx, i.sheetId, by, i.name, i.variant)
			: {
					kind: (i.kind ?? 'other') as Kind,
					name: i.name ?? '',
					wording: '',
					unit: i.unit ?? 'each',
					unitCost: i.cost === undefined ? 0 : costAtLeastZero(unitPrice(i.cost), 'cost'),
					rule: { by: 'fixed', price: unitPrice(0) } as PriceRule,
					unitPrice: i.price === undefined ? 0 : unitPrice(i.price),
					fine: false,
					taxCodeId: null,
					itemId: null,
					hoursPerUnit: 0,
					overheadPerHour: 0,
					sheetId: null
				};
	if (base.rule.by === 'fixed') base.rule = { by: 'fixed', price: unitPrice(base.unitPrice) };
	const line = ctx.insert(lines, {
		id: newId(),
		scopeId: scope.id,
		position: nextLine(ctx, scope.id),
		...base,
		source: { by: 'typed', quantity: q },
		option: i.option ?? false,
		phase: i.phase ?? ''
	});
	if (i.itemId) bringAlong(ctx, line, i.itemId, new Set(), by, taxOf(ctx, scope.estimateId), line.position + 1);
	done(ctx, scope.estimateId, 'estimates.add-line', { line: line.name, scope: scope.name });
	return { lineId: line.id };
});

export const changeLine = serve(contract.changeLine, (ctx, i) => {
	const line = ctx.get(lines, i.lineId, 'This line');
	const scope = scopeOf(ctx, line.scopeId);
	if (i.seen !== undefined && i.seen !== cellOf(line as unknown as Line, i.field))
		throw new Stale(say('somebody-else-changed-cell-meanwhile'), i.field);
	ctx.update(lines, line.id, linePatch(ctx, scope.estimateId, line, i.field, i.value));
	done(ctx, scope.estimateId, 'estimates.change-line', { line: line.name, field: i.field, value: i.value.slice(0, 60) });
	// The state of the estimate that has it: a page that shows an older one does not show it yet.
	return { version: ctx.get(estimates, scope.estimateId, 'This estimate').version };
});

/** What a typed value does to a line: what the estimate alone can tell, then what needs the catalog or other lines. */
export function linePatch(ctx: Context, estimateId: string, line: LineRow, field: LineField, value: string): Partial<LineRow> {
	const known = line as unknown as Line;
	const needsComputed = field === 'quantity' && line.source.by !== 'typed' && value.trim() !== '';
	const estimate = needsComputed ? loadEstimate(ctx.db, estimateId) : null;
	const now = estimate ? computeEstimate(estimate).lines.find((l) => l.line.id === line.id) : undefined;
	const patch = typeIn(known, field, value, {
		overheadPercent: settingsOf(ctx.db).overheadPercent,
		computed: now?.computed ?? null,
		basis: now?.basis ?? null
	});
	return (patch ?? askedPatch(ctx, estimateId, line, field, value.trim())) as Partial<LineRow>;
}

/** A line that stands for a catalog item, priced for the customer of this estimate. */
export const lineOfItem = (ctx: Context, estimateId: string, itemId: string) =>
	itemLine(ctx, itemId, pricerOf(ctx, estimateId), taxOf(ctx, estimateId));

/** What only the catalog or the other lines can tell. */
function askedPatch(ctx: Context, estimateId: string, line: LineRow, field: LineField, text: string): Partial<LineRow> {
	if (field === 'hours') return { ...hoursPatch(ctx, line, ctx.get(estimates, estimateId, 'This estimate').jobId, text), settled: null };
	if (field === 'cost') {
		// Its price follows the item's rule, from the cost that is typed here.
		const unitCost = costAtLeastZero(parseUnitPrice(text, 'The cost'), 'cost');
		const item = line.itemId ? ctx.find(items, line.itemId) : undefined;
		return { unitCost, settled: null, ...(item ? { unitPrice: pricerOf(ctx, estimateId).of({ ...item, cost: unitCost }).price } : {}) };
	}
	if (field === 'price') {
		const rule: PriceRule = { by: 'inherit' };
		const item = line.itemId ? ctx.find(items, line.itemId) : undefined;
		if (item) return { rule, settled: null, unitPrice: pricerOf(ctx, estimateId).of({ ...item, cost: line.unitCost }).price };
		const rate = line.sheetId ? rateOn(ctx.db, line.sheetId, ctx.today) : null;
		if (!rate) throw new Refusal(say('type-price'), field);
		const hour = hourPrice(rate, line.variant);
		if (hour === null) throw new Refusal(say('type-price-rate-gone', { name: rate.name, variant: line.variant }), field);
		return { rule, settled: null, unitPrice: pricerOf(ctx, estimateId).labor(hour) };
	}
	if (field === 'item') return itemPatch(ctx, estimateId, line, text);
	if (field === 'rate') return ratePatch(ctx, estimateId, line, text);
	if (text === '') {
		// A line that hangs on no other any more keeps the quantity it has.
		const estimate = loadEstimate(ctx.db, estimateId);
		const now = estimate ? computeEstimate(estimate).lines.find((l) => l.line.id === line.id)?.quantity : undefined;
		return { source: { by: 'typed', quantity: now ?? quantity(10_000) }, override: null };
	}
	const [parentId = '', ratio] = text.split('×').map((s) => s.trim());
	const parent = ctx.get(lines, parentId, 'That line');
	if (parent.scopeId !== line.scopeId) throw new Refusal(say('line-can-only-hang-on-one'), field);
	for (let at: LineRow | undefined = parent; at; at = at.source.by === 'parent' ? ctx.find(lines, at.source.parentId) : undefined)
		if (at.id === line.id) throw new Refusal(say('these-lines-would-hang-on-each'), field);
	const own = quantitiesNow(ctx, estimateId);
	const mine = own.get(line.id) ?? quantity(10_000);
	// Nothing said: it keeps the quantity it has now.
	const kept = ratio === undefined ? ratioKept(mine, own.get(parentId) ?? quantity(0)) : readQuantity(ratio);
	return { source: { by: 'parent', parentId, ratio: kept, step: stepKept(mine) }, override: null };
}

const quantitiesNow = (ctx: Context, estimateId: string): ReadonlyMap<string, Quantity> => {
	const estimate = loadEstimate(ctx.db, estimateId);
	return new Map(estimate ? computeEstimate(estimate).lines.map((l) => [l.line.id, l.quantity]) : []);
};

/** The line stands for another item of the catalog: name, unit, cost, price and tax come along, its quantity stays. */
function itemPatch(ctx: Context, estimateId: string, line: LineRow, itemId: string): Partial<LineRow> {
	const item = lineOfItem(ctx, estimateId, itemId);
	// What is reckoned from measures is reckoned in the unit of the line: other units would be other amounts.
	if (line.source.by !== 'typed' && item.unit !== line.unit)
		throw new Refusal(say('line-by-item-by', { unit: line.unit, unit2: item.unit }), 'item');
	return { ...item, variant: '', placeholder: '', settled: null };
}

/** Another hour: of another sheet, or another price of it. A name that was the old hour’s goes with it. */
function ratePatch(ctx: Context, estimateId: string, line: LineRow, text: string): Partial<LineRow> {
	const [sheetId = '', variant = ''] = text.split('|');
	if (!line.sheetId) throw new Refusal(say('only-labor-has-rate'), 'rate');
	const by = pricerOf(ctx, estimateId);
	const old = rateOn(ctx.db, line.sheetId, ctx.today)?.name ?? '';
	const hour = laborLine(ctx, sheetId, by, undefined, variant);
	const named = line.name === old || line.name === `${old}, ${line.variant}`;
	const { name, unitCost, unitPrice, rule, overheadPerHour } = hour;
	return { ...(named ? { name } : {}), unitCost, unitPrice, rule, overheadPerHour, sheetId, variant, settled: null };
}

export const moveLine = serve(contract.moveLine, (ctx, i) => {
	const line = ctx.get(lines, i.lineId, 'This line');
	swap(ctx, lines, ctx.db.select().from(lines).where(eq(lines.scopeId, line.scopeId)).orderBy(asc(lines.position)).all(), line.id, i.by);
	done(ctx, scopeOf(ctx, line.scopeId).estimateId, 'estimates.move-line', { line: line.name });
});

export const removeLine = serve(contract.removeLine, (ctx, i) => {
	const line = ctx.get(lines, i.lineId, 'This line');
	ctx.remove(lines, line.id);
	done(ctx, scopeOf(ctx, line.scopeId).estimateId, 'estimates.remove-line', { line: line.name });
});

export const setWhole = serve(contract.setWhole, (ctx, i) => {
	const row = ctx.get(estimates, i.estimateId, 'This estimate');
	const estimate = loadEstimate(ctx.db, row.id);
	if (!estimate) return;
	if (i.what === 'discount') {
		const text = i.value.trim();
		const discount =
			text === '' || text === '0'
				? null
				: text.endsWith('%')
					? { by: 'percent' as const, percent: within(parsePercent(text)) }
					: { by: 'amount' as const, amount: notNegative(parseCents(text)) };
		if (discount) checkDiscount(estimate, discount);
		ctx.update(estimates, row.id, { discount });
		done(ctx, row.id, 'estimates.set-discount', { discount: text });
		return;
	}
	const part = { ...(i.scopeId ? { scopeId: i.scopeId } : {}), ...(i.kind ? { kind: i.kind as Kind } : {}) };
	const total = {
		total: () => notNegative(parseCents(i.value, 'The total')),
		margin: () => totalForMargin(estimate, parsePercent(i.value), part),
		markup: () => totalForMarkup(estimate, parsePercent(i.value), part),
		'per size': () => totalForSize(computeEstimate(estimate), estimate.system, notNegative(parseCents(i.value, 'The price')))
	}[i.what]();
	const settled = setTotal(estimate, total, part);
	for (const [id, amount] of settled) ctx.update(lines, id, { settled: amount });
	if (estimate.discount) ctx.update(estimates, row.id, { discount: null });
	done(ctx, row.id, 'estimates.set-whole', { what: i.what, value: i.value });
});

const within = (p: Percent): Percent => {
	if (p < 0 || p > 10_000) throw new Refusal(say('discount-between-0-and-100'), 'value');
	return p;
};
const notNegative = (c: Cents): Cents => {
	if (c < 0) throw new Refusal(say('cannot-be-negative'), 'value');
	return c;
};

export const undoRedo = serve(contract.undoRedo, (ctx, i) => {
	const { last, next } = undoState(ctx, i.estimateId, ctx.who.id);
	const target = i.redo ? next : last;
	if (!target) throw new Refusal(i.redo ? say('nothing-of-yours-to-do-again') : say('nothing-of-yours-to-undo'));
	turnBack(ctx, target, i.redo ? 'after' : 'before');
	ctx.db.update(history).set({ undone: !i.redo }).where(eq(history.id, target.id)).run();
	const e = ctx.get(estimates, i.estimateId, 'This estimate');
	ctx.db
		.update(estimates)
		.set({ version: e.version + 1 })
		.where(eq(estimates.id, e.id))
		.run();
	ctx.db
		.insert(history)
		.values({
			at: ctx.now,
			byId: ctx.who.id,
			byName: ctx.who.name,
			command: 'estimates.undo',
			area: 'estimates',
			subject: `estimate:${i.estimateId}`,
			code: i.redo ? 'estimates.again' : 'estimates.taken-back',
			params: { said: textOf(target) },
			text: '',
			changes: ctx.changes,
			undoOf: target.id
		})
		.run();
	ctx.topics.add(`estimate:${i.estimateId}`);
	return { text: textOf(target) };
});

export const setRecurring = serve(contract.setRecurring, (ctx, i) => {
	i.lines.forEach((l, n) => {
		if (l.amount <= 0) throw new Refusal(say('recurring-comes-to-nothing', { text: l.text }), `amount ${n}`);
		if (l.cost < 0) throw new Refusal(say('recurring-cost-below'), `cost ${n}`);
		if (l.taxCodeId) ctx.get(taxCodes, l.taxCodeId, 'This tax code');
	});
	const recurring = i.lines.map((l) => ({ ...l, text: l.text.trim(), amount: cents(l.amount), cost: cents(l.cost) }));
	ctx.update(estimates, i.estimateId, { recurring });
	done(ctx, i.estimateId, 'estimates.set-recurring', { count: recurring.length });
});

export const writeIntro = serve(contract.writeIntro, (ctx, i) => {
	ctx.update(estimates, i.estimateId, { title: i.title, intro: i.intro });
	done(ctx, i.estimateId, 'estimates.write-intro', {});
});
