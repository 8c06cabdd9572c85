import { Type } from '@sinclair/typebox';
import { KINDS } from '../../core/pricing';
import { command } from '../define';
import { DayText, Id, MailOrEmpty, Name, Nothing, strict, Text, Version } from '../inputs';

const Quantity = Type.Integer({ minimum: 0, maximum: 1e12 });
const Price = Type.Integer({ minimum: 0, maximum: 1e12 });
const Pack = Type.Union([Type.Integer({ minimum: 1, maximum: 1e12 }), Type.Null()]);
const OrderId = Type.Object({ orderId: Type.String() }, strict);

/**
 * Orders materials of a job: each from its supplier, joined with what is drafted for that supplier already. What is on an order is not ordered twice; what
 * has no supplier is said, unless one is given.
 */
export const orderMaterials = command('buying.order-materials', {
	right: 'costs.change',
	input: Type.Object(
		{ jobId: Id, materialIds: Type.Array(Id, { minItems: 1, maxItems: 1000 }), firmId: Type.Union([Id, Type.Null()]) },
		strict
	),
	output: Type.Object(
		{
			orders: Type.Array(Type.Object({ orderId: Type.String(), firm: Type.String() }, strict)),
			left: Type.Array(Type.Object({ name: Type.String(), why: Type.String() }, strict))
		},
		strict
	)
});

/** Begins an empty order, for what is not on a job's list. */
export const beginOrder = command('buying.begin-order', {
	right: 'costs.change',
	input: Type.Object({ firmId: Id }, strict),
	output: OrderId
});

export const changeOrder = command('buying.change-order', {
	right: 'costs.change',
	input: Type.Object(
		{ orderId: Id, deliverTo: Text(300), wanted: Type.Union([DayText, Type.Null()]), note: Text(2000), version: Version },
		strict
	),
	output: Nothing
});

/** A line beside the material list. Quantity, price and pack in ten-thousandths. */
export const addOrderLine = command('buying.add-line', {
	right: 'costs.change',
	input: Type.Object(
		{
			orderId: Id,
			jobId: Id,
			itemId: Type.Union([Id, Type.Null()]),
			kind: Type.Union(KINDS.filter((k) => k !== 'labor').map((k) => Type.Literal(k))),
			name: Name,
			unit: Name,
			quantity: Quantity,
			price: Price,
			pack: Pack,
			packUnit: Text(40)
		},
		strict
	),
	output: Type.Object({ lineId: Type.String() }, strict)
});

/** What is needed for each job, how it is packed and what it costs; a draft only. */
export const changeOrderLine = command('buying.change-line', {
	right: 'costs.change',
	input: Type.Object(
		{
			lineId: Id,
			needs: Type.Array(Type.Object({ id: Id, quantity: Quantity }, strict), { minItems: 1, maxItems: 200 }),
			price: Price,
			pack: Pack,
			packUnit: Text(40)
		},
		strict
	),
	output: Nothing
});

export const removeOrderLine = command('buying.remove-line', {
	right: 'costs.change',
	input: Type.Object({ lineId: Id }, strict),
	output: Nothing
});

/** The order gets its number, is frozen, and goes out with its PDF behind a link. */
export const sendOrder = command('buying.send-order', {
	right: 'costs.change',
	input: Type.Object({ orderId: Id, to: MailOrEmpty, subject: Text(200), text: Text(8000), version: Version }, strict),
	output: Type.Object({ number: Type.Integer() }, strict)
});

/** A draft is thrown away; one that was sent is taken back as long as nothing of it came or was billed. */
export const withdrawOrder = command('buying.withdraw-order', {
	right: 'costs.change',
	input: Type.Object({ orderId: Id, reason: Text(400) }, strict),
	output: Nothing
});

/** What came, line by line; below zero: it went back. `last`: no more of it will come. */
export const takeDelivery = command('buying.take-delivery', {
	right: 'costs.change',
	input: Type.Object(
		{
			orderId: Id,
			day: DayText,
			note: Text(200),
			lines: Type.Array(
				Type.Object({ lineId: Id, quantity: Type.Integer({ minimum: -1e12, maximum: 1e12 }), last: Type.Boolean() }, strict),
				{ minItems: 1, maxItems: 1000 }
			)
		},
		strict
	),
	output: Type.Object({ over: Type.Array(Type.String()) }, strict)
});

/** Nothing more of a line will be billed: what was committed for it is free again. */
export const closeOrderLine = command('buying.close-line', {
	right: 'costs.change',
	input: Type.Object({ lineId: Id, closed: Type.Boolean() }, strict),
	output: Type.Object({ released: Type.Integer() }, strict)
});
