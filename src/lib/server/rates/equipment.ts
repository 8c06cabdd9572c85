import { say } from '../../contract/refusals/rates';
import * as contract from '../../contract/rates/equipment';
import { and, eq } from 'drizzle-orm';
import { unitPrice } from '../../core/money';
import { equipmentCost, sameMachine, type EquipmentSheet } from '../../core/pricing';
import { Refusal } from '../../core/refusal';
import { serve, type Context } from '../commands';
import { itemCosts, items } from '../catalog/schema';
import { budgets, equipmentSheets } from './schema';
import { newId } from '../ids';

export const saveEquipment = serve(contract.saveEquipment, (ctx, i) => {
	const money = (field: 'purchase' | 'resale' | 'fixedPerYear' | 'fuelPerHour' | 'upkeepPerHour') => {
		const n = unitPrice(i[field]);
		if (n < 0) throw new Refusal(say('cannot-be-negative'), field);
		return n;
	};
	const hours = (field: 'lifeHours' | 'hoursPerYear' | 'hoursPerDay') => {
		const n = i[field];
		if (n <= 0) throw new Refusal(say('must-be-more-than-0'), field);
		return n;
	};
	const sheet: EquipmentSheet = {
		purchase: money('purchase'),
		resale: money('resale'),
		lifeHours: Math.round(hours('lifeHours') / 10_000),
		fixedPerYear: money('fixedPerYear'),
		hoursPerYear: Math.round(hours('hoursPerYear') / 10_000),
		fuelPerHour: money('fuelPerHour'),
		upkeepPerHour: money('upkeepPerHour')
	};
	const hoursPerDay = hours('hoursPerDay');
	const known = i.sheetId ? ctx.get(equipmentSheets, i.sheetId, 'This sheet') : undefined;
	refuseTwice(ctx, i.name, i.place, known?.id);
	const dayCost = equipmentCost(sheet, hoursPerDay / 10_000);
	const itemId = i.place === 'job cost' ? dayItem(ctx, i.name, dayCost, known?.itemId ?? null) : (known?.itemId ?? null);
	const row = { name: i.name, place: i.place, sheet, hoursPerDay, hourlyCost: equipmentCost(sheet), itemId };
	const id = known ? ctx.update(equipmentSheets, known.id, row, i.version).id : ctx.insert(equipmentSheets, { id: newId(), ...row }).id;
	ctx.happened(`equipment:${id}`, 'rates.save-equipment', { name: i.name, place: i.place }, 'rates', 'catalog');
	return { id, itemId };
});

/** A machine lies in the job cost or in the overhead; in both it would be paid twice. */
function refuseTwice(ctx: Context, name: string, place: 'job cost' | 'overhead', own: string | undefined): void {
	const other = ctx.db
		.select()
		.from(equipmentSheets)
		.where(eq(equipmentSheets.setAside, false))
		.all()
		.find((e) => e.id !== own && sameMachine(e.name, name));
	if (other) throw new Refusal(say('sheet-for-already-in-one-machine', { name: other.name, place: other.place }), 'name');
	if (place !== 'job cost') return;
	for (const b of ctx.db.select().from(budgets).all()) {
		const line = b.budget.overhead.find((l) => l.amount > 0 && sameMachine(l.name, name));
		if (line) throw new Refusal(say('stands-in-overhead-of-budget', { name: line.name, year: b.year }), 'place');
	}
}

/** The item that is sold by the day. Its cost follows the sheet; its price rule is its own. */
function dayItem(ctx: Context, name: string, cost: number, itemId: string | null): string {
	const known = itemId ? ctx.find(items, itemId) : undefined;
	if (known) {
		if (known.cost !== cost) {
			ctx.update(items, known.id, { cost });
			ctx.db.insert(itemCosts).values({ itemId: known.id, at: ctx.now, before: known.cost, after: cost }).run();
		}
		return known.id;
	}
	const base = `EQ-${name
		.toUpperCase()
		.replace(/[^A-Z0-9]+/g, '-')
		.slice(0, 24)}`;
	const taken = (code: string) =>
		ctx.db
			.select({ id: items.id })
			.from(items)
			.where(and(eq(items.code, code)))
			.get() !== undefined;
	let code = base;
	for (let n = 2; taken(code); n++) code = `${base}-${n}`;
	const item = ctx.insert(items, { id: newId(), code, name, kind: 'equipment', unit: 'day', cost, rule: { by: 'inherit' } });
	ctx.db.insert(itemCosts).values({ itemId: item.id, at: ctx.now, before: null, after: cost }).run();
	return item.id;
}
