import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { Id, strict, Nothing } from '../inputs';

export const resendMail = command('outbox.resend', {
	right: 'quotes.issue',
	input: Type.Object({ mailId: Id }, strict),
	output: Nothing
});
