import { Type } from '@sinclair/typebox';
import { checkOwnFields, OWN_FIELD_OF, readOwnValues, type OwnField } from '../../core/sales';
import { Refusal } from '../../core/refusal';
import { defineCommand, type Context } from '../commands';
import { Id, strict, Text, Version } from '../commands/inputs';
import { company, customers, jobs, quotes, sites } from '../db/schema';

/** Defines the fields of the company's own. A field that goes is not shown any more; what was in it is kept. */
export const defineOwnFields = defineCommand({
	name: 'company.own-fields',
	access: 'company.change',
	input: Type.Object(
		{
			fields: Type.Array(
				Type.Object(
					{
						id: Id,
						of: Type.Union(OWN_FIELD_OF.map((o) => Type.Literal(o))),
						label: Text(60),
						kind: Type.Union([Type.Literal('text'), Type.Literal('number'), Type.Literal('choice'), Type.Literal('date')]),
						choices: Type.Array(Text(80), { maxItems: 60 })
					},
					strict
				),
				{ maxItems: 80 }
			),
			version: Version
		},
		strict
	),
	run(ctx, i) {
		const now = ctx.get(company, 'company', 'The company');
		const fields = i.fields.map((f) => ({
			...f,
			label: f.label.trim(),
			choices: f.kind === 'choice' ? f.choices.map((c) => c.trim()).filter(Boolean) : []
		}));
		checkOwnFields(fields);
		if (new Set(fields.map((f) => f.id)).size < fields.length) throw new Refusal('Two fields have the same id.');
		ctx.update(company, 'company', { settings: { ...now.settings, ownFields: fields } }, i.version);
		ctx.happened('company', `Own fields: ${fields.map((f) => `${f.of} ${f.label}`).join(', ') || 'none'}`, 'customers', 'track');
	}
});

export const ownFieldsOf = (ctx: Pick<Context, 'db'>): readonly OwnField[] =>
	ctx.db.select({ settings: company.settings }).from(company).get()?.settings.ownFields ?? [];

const Values = Type.Record(Id, Text(500), { maxProperties: 80 });

/** Values of own fields of a customer or one of its sites. */
export const setCustomerOwn = defineCommand({
	name: 'customers.set-own',
	access: 'customers.change',
	input: Type.Object({ of: Type.Union([Type.Literal('customer'), Type.Literal('site')]), id: Id, values: Values }, strict),
	run(ctx, i) {
		const table = i.of === 'customer' ? customers : sites;
		const row = ctx.get(table, i.id, i.of === 'customer' ? 'This customer' : 'This site');
		ctx.update(table, row.id, { own: readOwnValues(ownFieldsOf(ctx), i.of, row.own, i.values) } as never);
		const customerId = i.of === 'customer' ? row.id : ctx.get(sites, row.id, 'This site').customerId;
		ctx.happened(`customer:${customerId}`, `Own fields of the ${i.of} changed`, 'customers');
	}
});

/** Values of own fields of a job or one of its quotes. */
export const setJobOwn = defineCommand({
	name: 'jobs.set-own',
	access: 'jobs.change',
	input: Type.Object({ of: Type.Union([Type.Literal('job'), Type.Literal('quote')]), id: Id, values: Values }, strict),
	run(ctx, i) {
		const table = i.of === 'job' ? jobs : quotes;
		const row = ctx.get(table, i.id, i.of === 'job' ? 'This job' : 'This quote');
		ctx.update(table, row.id, { own: readOwnValues(ownFieldsOf(ctx), i.of, row.own, i.values) } as never);
		const jobId = i.of === 'job' ? row.id : ctx.get(quotes, row.id, 'This quote').jobId;
		ctx.happened(`job:${jobId}`, `Own fields of the ${i.of} changed`, 'track');
	}
});

/** Says what a field is called when somebody exports or writes to somebody. */
export const namedOwn = (
	fields: readonly OwnField[],
	of: OwnField['of'],
	values: Record<string, string>
): [label: string, value: string][] => fields.filter((f) => f.of === of).map((f) => [f.label, values[f.id] ?? '']);
