import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { Id, Name, Text, MailOrEmpty, Version, strict, Nothing } from '../inputs';

/** A person of a customer: new, or changed. */
export const saveContact = command('customers.save-contact', {
	right: 'customers.change',
	input: Type.Object(
		{
			customerId: Id,
			contactId: Type.Union([Id, Type.Null()]),
			name: Name,
			role: Text(80),
			mail: MailOrEmpty,
			phone: Text(60),
			getsQuotes: Type.Boolean(),
			getsInvoices: Type.Boolean(),
			version: Version
		},
		strict
	),
	output: Type.Object({ contactId: Type.String() }, strict)
});

export const removeContact = command('customers.remove-contact', {
	right: 'customers.change',
	input: Type.Object({ contactId: Id }, strict),
	output: Nothing
});

/** A site of a customer: its address, where it is on the map, and how to get in. */
export const saveSite = command('customers.save-site', {
	right: 'customers.change',
	input: Type.Object(
		{
			customerId: Id,
			siteId: Type.Union([Id, Type.Null()]),
			address: Name,
			access: Text(1000),
			district: Type.Optional(Text(80)),
			lat: Type.Union([Type.Number({ minimum: -90, maximum: 90 }), Type.Null()]),
			lng: Type.Union([Type.Number({ minimum: -180, maximum: 180 }), Type.Null()]),
			version: Version
		},
		strict
	),
	output: Type.Object({ siteId: Type.String() }, strict)
});
