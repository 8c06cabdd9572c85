import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { Name, Text, strict } from '../inputs';

/** A request that came by mail, read and taken once: the same Message-ID a second time is the same request. */
export const receiveMail = command('leads.receive-mail', {
	right: 'leads.handle',
	input: Type.Object(
		{
			name: Name,
			mail: Type.String({ format: 'email', maxLength: 200 }),
			phone: Text(60),
			address: Text(300),
			wanted: Text(4000),
			messageId: Text(400)
		},
		strict
	),
	output: Type.Object({ id: Type.String(), taken: Type.Boolean() }, strict)
});
