import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { Id, strict, Nothing } from '../inputs';

/** Keeps a data sheet with an item. Told by its content, not its name: only PDF is taken. */
export const attachToItem = command('catalog.attach', {
	right: 'catalog.change',
	inner: true,
	input: Type.Object({ itemId: Id, name: Type.String({ minLength: 1, maxLength: 200 }), bytes: Type.Unsafe<Buffer>(Type.Any()) }, strict),
	output: Type.Object({ attachmentId: Type.String() }, strict)
});

export const detachFromItem = command('catalog.detach', {
	right: 'catalog.change',
	input: Type.Object({ attachmentId: Id }, strict),
	output: Nothing
});

/** Keeps a file with a customer: a plan, a photograph, a letter. It is never opened inside our own pages. */
export const attachToCustomer = command('customers.attach', {
	right: 'customers.change',
	inner: true,
	input: Type.Object(
		{ customerId: Id, name: Type.String({ minLength: 1, maxLength: 200 }), bytes: Type.Unsafe<Buffer>(Type.Any()) },
		strict
	),
	output: Type.Object({ attachmentId: Type.String() }, strict)
});

export const detachFromCustomer = command('customers.detach', {
	right: 'customers.change',
	input: Type.Object({ attachmentId: Id }, strict),
	output: Nothing
});

/** Keeps the scan of a signed paper with the quote it accepts. */
export const attachScan = command('quotes.attach-scan', {
	right: 'quotes.accept-by-hand',
	inner: true,
	input: Type.Object(
		{ revisionId: Id, name: Type.String({ minLength: 1, maxLength: 200 }), bytes: Type.Unsafe<Buffer>(Type.Any()) },
		strict
	),
	output: Type.Object({ attachmentId: Type.String() }, strict)
});
