import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { Id, Name, strict, Nothing } from '../inputs';

/** Begins a change order on a won job: an estimate of its own, with its own scopes, whose acceptance changes the contract. */
export const startChange = command('estimates.start-change', {
	right: 'estimates.change',
	input: Type.Object({ jobId: Id, title: Name }, strict),
	output: Type.Object({ estimateId: Type.String(), change: Type.Integer() }, strict)
});

/** How many working days a change order adds, or takes off. */
export const setChangeDays = command('estimates.change-days', {
	right: 'estimates.change',
	input: Type.Object({ estimateId: Id, days: Type.Integer({ minimum: -365, maximum: 365 }) }, strict),
	output: Nothing
});
