import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { Id, Nothing, strict } from '../inputs';

/** Reads a file of the bank, CSV or OFX. A line is taken in once, however often and in whatever file it comes. */
export const readBank = command('payments.read-bank', {
	right: 'books.see',
	size: 5_000_000,
	input: Type.Object({ text: Type.String({ minLength: 1, maxLength: 4_500_000 }) }, strict),
	output: Type.Object(
		{
			added: Type.Integer(),
			known: Type.Integer(),
			rejected: Type.Array(Type.Object({ row: Type.Integer(), why: Type.String() }, strict))
		},
		strict
	)
});

/** Money that came in is taken for invoices, one line each. */
export const takeBankLines = command('payments.take-bank', {
	right: 'books.see',
	input: Type.Object({ lines: Type.Array(Type.Object({ lineId: Id, invoiceId: Id }, strict), { minItems: 1, maxItems: 500 }) }, strict),
	output: Type.Object({ taken: Type.Integer(), credit: Type.Integer() }, strict)
});

/** Money that went out pays a supplier's bill. */
export const payFromBank = command('payments.bank-bill', {
	right: 'books.see',
	input: Type.Object({ lineId: Id, billId: Id }, strict),
	output: Nothing
});

/** A line that is no business of these books; or is after all. */
export const setBankAside = command('payments.bank-aside', {
	right: 'books.see',
	input: Type.Object({ lineId: Id, aside: Type.Boolean() }, strict),
	output: Nothing
});
