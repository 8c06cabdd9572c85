import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { Id, Name, Nothing, Text, orNull, strict } from '../inputs';

/** Found on site and not part of what was sold. `begun`: the crew goes on with it before it is agreed. */
export const reportFinding = command('work.report-finding', {
	right: 'field.record',
	offline: true,
	input: Type.Object({ jobId: Id, text: Name, fileId: orNull(Id), begun: Type.Boolean() }, strict),
	output: Nothing
});

/** It becomes a change order, empty but for its name. */
export const priceFinding = command('work.price-finding', {
	right: 'estimates.change',
	input: Type.Object({ findingId: Id }, strict),
	output: Type.Object({ change: Type.Integer() }, strict)
});

/** It is let be, with the reason; or taken up again. */
export const letFindingBe = command('work.let-finding-be', {
	right: 'jobs.change',
	input: Type.Object({ findingId: Id, reason: Text(400), back: Type.Optional(Type.Boolean()) }, strict),
	output: Nothing
});
