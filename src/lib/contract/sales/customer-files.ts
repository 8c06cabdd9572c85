import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { Name, MailOrEmpty, Text, strict, Id } from '../inputs';

export const Contact = Type.Object({ name: Name, role: Text(80), mail: MailOrEmpty, phone: Text(60) }, strict);

/** Takes customers of a file: new ones are added, known ones get what they lack. All or nothing. */
export const importCustomers = command('customers.import', {
	right: 'customers.change',
	size: 24_000_000,
	input: Type.Object(
		{
			rows: Type.Array(
				Type.Object(
					{
						name: Name,
						kind: Type.Union([Type.Literal('person'), Type.Literal('organization')]),
						mail: MailOrEmpty,
						phone: Text(60),
						address: Text(300),
						notes: Text(4000),
						contacts: Type.Array(Contact, { maxItems: 50 }),
						own: Type.Record(Id, Text(500)),
						/** The customer it is taken for; null: a new one. */
						into: Type.Union([Id, Type.Null()])
					},
					strict
				),
				{ minItems: 1, maxItems: 20_000 }
			)
		},
		strict
	),
	output: Type.Object({ added: Type.Integer(), filled: Type.Integer() }, strict)
});

/** Takes the last import back: what it added goes, unless there is a job by now; what it filled in stays. */
export const undoImport = command('customers.undo-import', {
	right: 'customers.change',
	input: Type.Object({}, strict),
	output: Type.Object({ gone: Type.Integer(), stay: Type.Integer() }, strict)
});
