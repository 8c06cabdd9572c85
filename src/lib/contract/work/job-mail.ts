import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { Id, Nothing, strict, Text } from '../inputs';

/** What a customer answered by mail, on the job it is about; the same Message-ID a second time is the same mail. */
export const receiveJobMail = command('work.receive-mail', {
	right: 'leads.handle',
	inner: true,
	input: Type.Object(
		{ jobId: Id, fromName: Text(200), fromMail: Text(200), subject: Text(400), text: Text(20_000), messageId: Text(400) },
		strict
	),
	output: Type.Object({ id: Type.String(), taken: Type.Boolean() }, strict)
});

/** Writes to the customer of a job, or to somebody else about it. */
export const writeCustomer = command('work.write-customer', {
	right: 'jobs.change',
	input: Type.Object(
		{ jobId: Id, to: Text(400), subject: Text(200), text: Type.String({ minLength: 1, maxLength: 8000, pattern: '\\S' }) },
		strict
	),
	output: Nothing
});

/** What customers wrote about a job is read. */
export const readJobMails = command('work.read-mails', {
	right: 'jobs.change',
	input: Type.Object({ jobId: Id }, strict),
	output: Nothing
});
