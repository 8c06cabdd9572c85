import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { Id, Name, Nothing, strict, Text, Version } from '../inputs';

const Words = Type.Record(Type.String({ maxLength: 50 }), Text(4000));
/** What was given, by field; the rows of a table as a list. */
const Values = Type.Record(Type.String({ maxLength: 50 }), Type.Union([Text(4000), Type.Array(Words, { maxItems: 200 })]));

/** A form is begun on a job, empty. */
export const beginForm = command('forms.begin', {
	right: 'field.record',
	input: Type.Object({ jobId: Id, form: Text(40) }, strict),
	output: Type.Object({ recordId: Type.String() }, strict)
});

/** What was found so far: readings and choices by field, pictures. Incomplete is fine; wrong is not. */
export const saveForm = command('forms.save', {
	right: 'field.record',
	input: Type.Object(
		{
			recordId: Id,
			values: Values,
			pictures: Type.Array(Id, { maxItems: 40, uniqueItems: true }),
			version: Version
		},
		strict
	),
	output: Type.Object({ version: Type.Integer() }, strict)
});

/** Signed on site by the lead and the customer, with signatures that were decoded and made anew. */
export const signForm = command('forms.sign', {
	right: 'field.record',
	inner: true,
	input: Type.Object(
		{
			recordId: Id,
			leadName: Name,
			leadSignature: Text(400_000),
			customerName: Text(200),
			customerSignature: Text(400_000),
			version: Version
		},
		strict
	),
	output: Nothing
});

/** The office has looked: it gets its number, and never changes again. */
export const approveForm = command('forms.approve', {
	right: 'jobs.change',
	input: Type.Object({ recordId: Id, version: Version }, strict),
	output: Type.Object({ number: Type.Integer() }, strict)
});

/** A certificate that turned out wrong is made anew from what it says; it stands as it was issued until the new one replaces it. */
export const replaceForm = command('forms.replace', {
	right: 'jobs.change',
	input: Type.Object({ recordId: Id }, strict),
	output: Type.Object({ recordId: Type.String() }, strict)
});

/** Back to whoever filled it in, with the reason; the signatures are gone. */
export const returnForm = command('forms.return', {
	right: 'jobs.change',
	input: Type.Object({ recordId: Id, reason: Name, version: Version }, strict),
	output: Nothing
});

export const removeForm = command('forms.remove', {
	right: 'field.record',
	input: Type.Object({ recordId: Id }, strict),
	output: Nothing
});

/** A certificate or handover report goes out by mail, as a link to the document as it was issued. */
export const mailDocument = command('forms.mail', {
	right: 'jobs.change',
	input: Type.Object(
		{
			kind: Type.Union([Type.Literal('certificate'), Type.Literal('handover')]),
			id: Id,
			to: Text(400),
			subject: Text(200),
			text: Text(4000)
		},
		strict
	),
	output: Nothing
});

/** The customer signs what was done, on the phone; what is shown is frozen. */
export const signHandover = command('handovers.sign', {
	right: 'field.record',
	inner: true,
	input: Type.Object(
		{
			jobId: Id,
			shown: Type.Object({ tasks: Type.Boolean(), hours: Type.Boolean(), materials: Type.Boolean(), pictures: Type.Boolean() }, strict),
			note: Text(4000),
			signedBy: Name,
			signature: Text(400_000),
			/** Where the report is mailed to at once; empty: nowhere. */
			mailTo: Text(400)
		},
		strict
	),
	output: Type.Object({ handoverId: Type.String(), number: Type.Integer() }, strict)
});

/** The bytes of a document as it was issued; kept once. */
export const keepIssued = command('forms.keep-issued', {
	right: 'system',
	inner: true,
	input: Type.Object({ subject: Text(80), name: Text(200), bytes: Type.Unsafe<Buffer>({}) }, strict),
	output: Nothing
});
