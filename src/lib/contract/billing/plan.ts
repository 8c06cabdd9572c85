import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { Text, strict, Id, Name, Nothing } from '../inputs';

/** How jobs of each kind are billed when they are won. The first rule is for all kinds without one of their own. */
export const saveRules = command('company.billing-plans', {
	right: 'company.change',
	input: Type.Object(
		{
			plans: Type.Array(
				Type.Object(
					{ kindOfWork: Text(80), stagesFrom: Type.Integer({ minimum: 0, maximum: 1e12 }), depositAtOnce: Type.Boolean() },
					strict
				),
				{ minItems: 1, maxItems: 60 }
			)
		},
		strict
	),
	output: Nothing
});

/** Changes the plan of a job. Steps that are billed stay as they are. */
export const savePlan = command('invoices.save-plan', {
	right: 'invoices.change',
	input: Type.Object(
		{
			jobId: Id,
			steps: Type.Array(
				Type.Object(
					{
						id: Type.Union([Id, Type.Null()]),
						name: Name,
						when: Type.Union([Type.Literal('acceptance'), Type.Literal('phase'), Type.Literal('done')]),
						phase: Text(80),
						toDate: Type.Integer({ minimum: 1, maximum: 10_000 })
					},
					strict
				),
				{ minItems: 1, maxItems: 40 }
			)
		},
		strict
	),
	output: Nothing
});

/** Drafts the invoice of a step: the deposit, or what brings the job to the step's percent. */
export const billStep = command('invoices.bill-step', {
	right: 'invoices.change',
	input: Type.Object({ stepId: Id }, strict),
	output: Type.Object({ invoiceId: Type.String(), total: Type.Integer() }, strict)
});
