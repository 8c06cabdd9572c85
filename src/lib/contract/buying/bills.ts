import { Type } from '@sinclair/typebox';
import { KINDS } from '../../core/pricing';
import { command } from '../define';
import { DayText, Id, Name, Nothing, strict, Text, Version } from '../inputs';

const Cents = Type.Integer({ minimum: 0, maximum: 1e12 });
const Kind = Type.Union(KINDS.filter((k) => k !== 'labor').map((k) => Type.Literal(k)));

/**
 * A supplier's bill as it was typed: amounts in cents, quantities in ten-thousandths. Each line belongs to an order line or to none, and is shared among
 * jobs by weights; a share without a job is the company's own. What of it is to be billed on, and what lies in the contract, is said by line.
 */
export const enterBill = command('buying.enter-bill', {
	right: 'costs.change',
	size: 1_000_000,
	input: Type.Object(
		{
			firmId: Id,
			number: Name,
			day: DayText,
			due: DayText,
			lines: Type.Array(
				Type.Object(
					{
						name: Name,
						kind: Kind,
						quantity: Type.Integer({ minimum: 0, maximum: 1e12 }),
						unit: Text(40),
						amount: Cents,
						orderLineId: Type.Union([Id, Type.Null()]),
						/** absent: as the job is priced. */
						how: Type.Optional(Type.Union([Type.Literal('to bill'), Type.Literal('absorbed')])),
						/** A cost taken at catalog price that this line now says the price of. */
						confirms: Type.Optional(Type.Union([Id, Type.Null()])),
						shares: Type.Array(
							Type.Object(
								{
									jobId: Type.Union([Id, Type.Null()]),
									phaseId: Type.Union([Id, Type.Null()]),
									weight: Type.Integer({ minimum: 1, maximum: 1e12 })
								},
								strict
							),
							{ minItems: 1, maxItems: 200 }
						)
					},
					strict
				),
				{ minItems: 1, maxItems: 500 }
			),
			freight: Cents,
			other: Cents,
			tax: Cents,
			recovered: Cents,
			discount: Cents,
			total: Cents,
			earlyDiscount: Cents,
			earlyUntil: Type.Union([DayText, Type.Null()]),
			/** Entered although another of the same total lies within a week. */
			despite: Type.Boolean()
		},
		strict
	),
	output: Type.Object({ billId: Type.String(), differs: Type.Array(Type.String()) }, strict)
});

/** Taken back: its costs go, what it confirmed stands at catalog price again, its order lines are open again. */
export const withdrawBill = command('buying.withdraw-bill', {
	right: 'costs.change',
	input: Type.Object({ billId: Id, reason: Type.String({ minLength: 1, maxLength: 400 }) }, strict),
	output: Nothing
});

/** Paid, or not paid after all (null). Paid early enough, its discount is taken. */
export const payBill = command('buying.pay-bill', {
	right: 'costs.change',
	input: Type.Object({ billId: Id, day: Type.Union([DayText, Type.Null()]), version: Version }, strict),
	output: Type.Object({ paid: Type.Integer(), discount: Type.Integer() }, strict)
});

/** The scan of a supplier's bill, kept with it. */
export const attachBillScan = command('buying.attach-scan', {
	right: 'costs.change',
	inner: true,
	input: Type.Object({ billId: Id, name: Name, bytes: Type.Unsafe<Buffer>(Type.Any()) }, strict),
	output: Type.Object({ attachmentId: Type.String() }, strict)
});

export const detachBillScan = command('buying.detach-scan', {
	right: 'costs.change',
	input: Type.Object({ attachmentId: Id }, strict),
	output: Nothing
});

/** How far a supplier's bill may stray from what was ordered: cents, and hundredths of a percent. */
export const setTolerance = command('company.bill-tolerance', {
	right: 'company.change',
	input: Type.Object({ amount: Cents, percent: Type.Integer({ minimum: 0, maximum: 10_000 }) }, strict),
	output: Nothing
});
