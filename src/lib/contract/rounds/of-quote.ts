import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { Id, Name, strict, Text } from '../inputs';
import { Billing, Hours, OnDays, Visits } from './commands';

/**
 * Scopes of a won job become a season agreement, at the price that was accepted and on the job itself. From then on what they are worth is billed by visit, by
 * instalments or whole, and by the contract no more.
 */
export const takeQuote = command('rounds.take-quote', {
	right: 'jobs.change',
	input: Type.Object(
		{
			jobId: Id,
			scopes: Type.Array(Name, { minItems: 1, maxItems: 100, uniqueItems: true }),
			serviceId: Id,
			year: Type.Integer({ minimum: 2000, maximum: 2100 }),
			...{ visits: Visits, hours: Hours, billing: Billing, onDays: OnDays, note: Text(2000) }
		},
		strict
	),
	output: Type.Object({ agreementId: Type.String() }, strict)
});
