import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { Id, Nothing, strict, Text } from '../inputs';

/** When customers are told that somebody comes; between the quiet hours (minutes from midnight) nothing goes out by itself. */
export const setVisitMessages = command('company.visit-messages', {
	right: 'company.change',
	input: Type.Object(
		{
			dayBefore: Type.Boolean(),
			onOurWay: Type.Boolean(),
			quietFrom: Type.Integer({ minimum: 0, maximum: 1440 }),
			quietTo: Type.Integer({ minimum: 0, maximum: 1440 })
		},
		strict
	),
	output: Nothing
});

/** Customers of tomorrow's work are told, each once for a day. */
export const tellTomorrow = command('plan.tell-tomorrow', {
	right: 'system',
	input: Type.Object({}, strict),
	output: Type.Object({ told: Type.Integer() }, strict)
});

/** Whoever sets out tells the customer when they come: in so many minutes, within half an hour. Once for a job and day. */
export const onOurWay = command('plan.on-our-way', {
	right: 'field.record',
	input: Type.Object({ jobId: Id, minutes: Type.Integer({ minimum: 1, maximum: 600 }) }, strict),
	output: Nothing
});

/** A customer stops the messages before somebody comes, or wants them again, by the link in them. */
export const turnMyMessages = command('plan.turn-my-messages', {
	right: 'visits link',
	input: Type.Object({ on: Type.Boolean() }, strict),
	output: Nothing
});
/** The same, as the customer told us. */
export const turnVisitMessages = command('plan.turn-visit-messages', {
	right: 'customers.change',
	input: Type.Object({ customerId: Id, on: Type.Boolean() }, strict),
	output: Nothing
});

/** How somebody looked at the plan board last: what it opens with next time, on every device of theirs. */
export const keepPlanView = command('plan.keep-view', {
	right: 'own.account',
	input: Type.Object({ view: Text(1000) }, strict),
	output: Nothing
});
