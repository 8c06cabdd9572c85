import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { Id, Text, strict, Name, MailOrEmpty, Nothing } from '../inputs';

/** Answers a request by mail, from the company's wording. The request stays where it is, or is handled with it. */
export const answerLead = command('leads.answer', {
	right: 'leads.handle',
	input: Type.Object({ leadId: Id, subject: Text(200), text: Text(8000), handled: Type.Boolean(), keep: Type.Boolean() }, strict),
	output: Nothing
});

/** Requests out of a table, all of them or none. One that is in the inbox already, word for word, is not taken a second time. */
export const importLeads = command('leads.import', {
	right: 'leads.handle',
	input: Type.Object(
		{
			rows: Type.Array(
				Type.Object(
					{ name: Name, mail: MailOrEmpty, phone: Text(60), address: Text(300), wanted: Text(4000), source: Type.Optional(Text(80)) },
					strict
				),
				{
					minItems: 1,
					maxItems: 5000
				}
			)
		},
		strict
	),
	output: Type.Object({ taken: Type.Integer(), known: Type.Integer() }, strict)
});
