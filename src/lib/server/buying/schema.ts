import { sql } from 'drizzle-orm';
import { sqliteTable, integer, text, uniqueIndex, index, check } from 'drizzle-orm/sqlite-core';
import type { Kind } from '../../core/pricing';
import { costEntries } from '../costs/schema';
import { id, ref, words, day, instant, version, cents, flag } from '../db/columns';
import { firms } from '../firms/schema';
import { jobs } from '../sales/schema';
import { phaseRef, jobMaterials } from '../work/schema';

/** A purchase order to one supplier: for one job or several, or for none of them. */
export const orders = sqliteTable(
	'orders',
	{
		id: id(),
		/** Given when it is sent. */
		number: integer('number'),
		firmId: ref('firm_id')
			.notNull()
			.references(() => firms.id),
		state: text('state', { enum: ['draft', 'sent', 'closed', 'withdrawn'] }).notNull(),
		deliverTo: words('deliver_to'),
		wanted: day('wanted'),
		note: words('note'),
		sentAt: instant('sent_at'),
		version: version()
	},
	(t) => [uniqueIndex('orders_number').on(t.number), index('orders_firm').on(t.firmId), index('orders_state').on(t.state, t.wanted)]
);

/** One item of an order: what is needed of it, in whole packs, what came and what was billed. Quantities in ten-thousandths. */
export const orderLines = sqliteTable(
	'order_lines',
	{
		id: id(),
		orderId: ref('order_id')
			.notNull()
			.references(() => orders.id),
		position: integer('position').notNull(),
		itemId: ref('item_id'),
		kind: text('kind').$type<Kind>().notNull().default('material'),
		code: words('code'),
		name: text('name').notNull(),
		unit: text('unit').notNull(),
		packUnit: words('pack_unit'),
		/** How much of the unit a pack holds; null: it is bought as needed. */
		pack: integer('pack'),
		/** Of a pack, or of a unit where there is none, ten-thousandths. */
		price: integer('price').notNull(),
		needed: integer('needed').notNull(),
		packs: integer('packs').notNull(),
		bought: integer('bought').notNull(),
		amount: cents('amount').notNull(),
		delivered: integer('delivered').notNull().default(0),
		/** No more of it will come. */
		last: flag('last_delivery'),
		billed: integer('billed').notNull().default(0),
		billedAmount: cents('billed_amount').notNull().default(0),
		closed: flag('closed'),
		taxCodeId: ref('tax_code_id')
	},
	(t) => [
		index('order_lines_order').on(t.orderId, t.position),
		index('order_lines_item').on(t.itemId),
		check('order_lines_sums', sql`${t.needed} >= 0 and ${t.bought} >= 0 and ${t.amount} >= 0`)
	]
);

/** What of an order line is for which job and phase: its weights. */
export const orderNeeds = sqliteTable(
	'order_needs',
	{
		id: id(),
		lineId: ref('line_id')
			.notNull()
			.references(() => orderLines.id),
		jobId: ref('job_id')
			.notNull()
			.references(() => jobs.id),
		phaseId: phaseRef(),
		materialId: ref('material_id').references(() => jobMaterials.id),
		quantity: integer('quantity').notNull()
	},
	(t) => [
		index('order_needs_line').on(t.lineId),
		index('order_needs_job').on(t.jobId),
		index('order_needs_material').on(t.materialId),
		check('order_needs_quantity', sql`${t.quantity} >= 0`)
	]
);

/** What came, line by line, as its delivery note says. */
export const deliveries = sqliteTable(
	'deliveries',
	{
		id: id(),
		orderId: ref('order_id')
			.notNull()
			.references(() => orders.id),
		day: day('day').notNull(),
		note: words('note'),
		at: instant('at').notNull(),
		byName: words('by_name')
	},
	(t) => [index('deliveries_order').on(t.orderId)]
);

export const deliveryLines = sqliteTable(
	'delivery_lines',
	{
		id: id(),
		deliveryId: ref('delivery_id')
			.notNull()
			.references(() => deliveries.id),
		orderLineId: ref('order_line_id')
			.notNull()
			.references(() => orderLines.id),
		/** Below zero: it went back. */
		quantity: integer('quantity').notNull()
	},
	(t) => [index('delivery_lines_delivery').on(t.deliveryId), index('delivery_lines_line').on(t.orderLineId)]
);

/** What a supplier or subcontractor asks for. Its cost entries add up to its total less the tax that is recovered. */
export const supplierBills = sqliteTable(
	'supplier_bills',
	{
		id: id(),
		firmId: ref('firm_id')
			.notNull()
			.references(() => firms.id),
		number: text('number').notNull(),
		/** The number without blanks, in small letters: the same one twice is refused. */
		numberKey: text('number_key').notNull(),
		day: day('day').notNull(),
		due: day('due').notNull(),
		freight: cents('freight').notNull(),
		other: cents('other').notNull(),
		tax: cents('tax').notNull(),
		/** Tax of it that we get back, and that is no cost. */
		recovered: cents('recovered').notNull().default(0),
		discount: cents('discount').notNull(),
		total: cents('total').notNull(),
		/** Discount for paying early, and until when. */
		earlyDiscount: cents('early_discount').notNull().default(0),
		earlyUntil: day('early_until'),
		paidOn: day('paid_on'),
		discountTaken: cents('discount_taken').notNull().default(0),
		withdrawnAt: instant('withdrawn_at'),
		at: instant('at').notNull(),
		byName: words('by_name'),
		version: version()
	},
	(t) => [
		uniqueIndex('supplier_bills_number')
			.on(t.firmId, t.numberKey)
			.where(sql`withdrawn_at is null`),
		index('supplier_bills_day').on(t.day),
		index('supplier_bills_open')
			.on(t.due)
			.where(sql`paid_on is null and withdrawn_at is null`),
		index('supplier_bills_paid').on(t.paidOn)
	]
);

export const supplierBillLines = sqliteTable(
	'supplier_bill_lines',
	{
		id: id(),
		billId: ref('bill_id')
			.notNull()
			.references(() => supplierBills.id),
		position: integer('position').notNull(),
		name: text('name').notNull(),
		kind: text('kind').$type<Kind>().notNull(),
		quantity: integer('quantity').notNull(),
		unit: words('unit'),
		amount: cents('amount').notNull(),
		orderLineId: ref('order_line_id').references(() => orderLines.id)
	},
	(t) => [index('supplier_bill_lines_bill').on(t.billId, t.position), index('supplier_bill_lines_order').on(t.orderLineId)]
);

/** What of a line is whose: of a job, or of the company itself. */
export const supplierBillShares = sqliteTable(
	'supplier_bill_shares',
	{
		id: id(),
		lineId: ref('line_id')
			.notNull()
			.references(() => supplierBillLines.id),
		jobId: ref('job_id').references(() => jobs.id),
		phaseId: phaseRef(),
		weight: integer('weight').notNull(),
		/** With its part of freight, tax and discount. */
		cost: cents('cost').notNull(),
		costEntryId: ref('cost_entry_id').references(() => costEntries.id)
	},
	(t) => [
		index('supplier_bill_shares_line').on(t.lineId),
		index('supplier_bill_shares_cost').on(t.costEntryId),
		index('supplier_bill_shares_job').on(t.jobId)
	]
);
