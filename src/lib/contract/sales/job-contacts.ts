import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { Id, MailOrEmpty, Name, Nothing, Text, Version, orNull, strict } from '../inputs';

/** Somebody the crew meets at a job: new, or changed. */
export const saveJobContact = command('jobs.save-contact', {
	right: 'jobs.change',
	input: Type.Object(
		{ jobId: Id, contactId: orNull(Id), name: Name, role: Text(80), phone: Text(60), mail: MailOrEmpty, version: Version },
		strict
	),
	output: Type.Object({ contactId: Type.String() }, strict)
});

export const removeJobContact = command('jobs.remove-contact', {
	right: 'jobs.change',
	input: Type.Object({ contactId: Id }, strict),
	output: Nothing
});
