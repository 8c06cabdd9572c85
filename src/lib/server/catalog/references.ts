import { say } from '../../contract/refusals/catalog';
import * as contract from '../../contract/catalog/references';
import { and, eq, sql } from 'drizzle-orm';
import { Refusal } from '../../core/refusal';
import { serve, type Context, notNegative } from '../commands';
import { itemCosts, items, itemSuppliers, suppliers } from './schema';
import { newId } from '../ids';

/** @throws Refusal when the supplier calls something else so */
function checkCode(ctx: Context, itemId: string, supplierId: string, code: string): void {
	const other =
		ctx.db
			.select({ name: items.name })
			.from(itemSuppliers)
			.innerJoin(items, eq(items.id, itemSuppliers.itemId))
			.where(and(eq(itemSuppliers.supplierId, supplierId), eq(itemSuppliers.code, code), sql`${itemSuppliers.itemId} <> ${itemId}`))
			.get() ??
		ctx.db
			.select({ name: items.name })
			.from(items)
			.where(
				and(
					eq(items.supplierId, supplierId),
					eq(items.code, code),
					sql`${items.id} <> ${itemId} and not exists (select 1 from item_suppliers r where r.item_id = items.id and r.supplier_id = items.supplier_id)`
				)
			)
			.get();
	if (other) throw new Refusal(say('supplier-calls-so-already', { name: other.name }), 'code');
}

export const saveReference = serve(contract.saveReference, (ctx, i) => {
	const item = ctx.get(items, i.itemId, 'This item');
	const supplier = ctx.get(suppliers, i.supplierId, 'This supplier');
	const code = i.code.trim();
	if (code === '') throw new Refusal(say('type-suppliers-code'), 'code');
	checkCode(ctx, item.id, supplier.id, code);
	const cost = notNegative(i.cost, 'cost');
	const known = referenceFor(ctx, item.id, supplier.id);
	const row = { itemId: item.id, supplierId: supplier.id, code, cost, at: ctx.now };
	const saved = known ? ctx.update(itemSuppliers, known.id, row) : ctx.insert(itemSuppliers, { id: newId(), ...row });
	ctx.happened(`item:${item.id}`, 'catalog.save-reference', { supplier: supplier.name, code, cost }, 'catalog');
	return { referenceId: saved.id };
});

const referenceFor = (ctx: Context, itemId: string, supplierId: string) =>
	ctx.db
		.select()
		.from(itemSuppliers)
		.where(and(eq(itemSuppliers.itemId, itemId), eq(itemSuppliers.supplierId, supplierId)))
		.get();

export const dropReference = serve(contract.dropReference, (ctx, i) => {
	const r = ctx.get(itemSuppliers, i.referenceId, 'This supplier’s code');
	ctx.remove(itemSuppliers, r.id);
	ctx.happened(`item:${r.itemId}`, 'catalog.drop-reference', { code: r.code }, 'catalog');
});

export const buyFrom = serve(contract.buyFrom, (ctx, i) => {
	const r = ctx.get(itemSuppliers, i.referenceId, 'This supplier’s code');
	const item = ctx.get(items, r.itemId, 'This item');
	if (item.supplierId === r.supplierId) throw new Refusal(say('bought-already'));
	if (item.supplierId) {
		const before = referenceFor(ctx, item.id, item.supplierId);
		if (before) ctx.update(itemSuppliers, before.id, { cost: item.cost, at: ctx.now });
		else {
			const row = { itemId: item.id, supplierId: item.supplierId, code: item.code, cost: item.cost, at: ctx.now };
			ctx.insert(itemSuppliers, { id: newId(), ...row });
		}
	}
	ctx.update(items, item.id, { supplierId: r.supplierId, cost: r.cost });
	if (item.cost !== r.cost) ctx.db.insert(itemCosts).values({ itemId: item.id, at: ctx.now, before: item.cost, after: r.cost }).run();
	const name = ctx.find(suppliers, r.supplierId)?.name ?? 'another supplier';
	ctx.happened(`item:${item.id}`, 'catalog.buy-from', { name, cost: r.cost }, 'catalog');
});
