import { say } from '../../contract/refusals/sales';
import { settingsOf } from '../company';
import * as contract from '../../contract/sales/own-fields';
import { checkOwnFields, readOwnValues, type OwnField } from '../../core/sales';
import { Refusal } from '../../core/refusal';
import { serve, type Context } from '../commands';
import { company } from '../company/schema';
import { quotes } from '../quotes/schema';
import { customers, jobs, sites } from './schema';

export const defineOwnFields = serve(contract.defineOwnFields, (ctx, i) => {
	const now = ctx.get(company, 'company', 'The company');
	const fields = i.fields.map((f) => ({
		...f,
		label: f.label.trim(),
		choices: f.kind === 'choice' ? f.choices.map((c) => c.trim()).filter(Boolean) : []
	}));
	checkOwnFields(fields);
	if (new Set(fields.map((f) => f.id)).size < fields.length) throw new Refusal(say('two-fields-have-same-id'));
	ctx.update(company, 'company', { settings: { ...now.settings, ownFields: fields } }, i.version);
	ctx.happened('company', 'company.own-fields', { names: fields.map((f) => `${f.of} ${f.label}`) }, 'customers', 'track');
});

export const ownFieldsOf = (ctx: Pick<Context, 'db'>): readonly OwnField[] => settingsOf(ctx.db).ownFields;

export const setCustomerOwn = serve(contract.setCustomerOwn, (ctx, i) => {
	const table = i.of === 'customer' ? customers : sites;
	const row = ctx.get(table, i.id, i.of === 'customer' ? 'This customer' : 'This site');
	ctx.update(table, row.id, { own: readOwnValues(ownFieldsOf(ctx), i.of, row.own, i.values) } as never);
	const customerId = i.of === 'customer' ? row.id : ctx.get(sites, row.id, 'This site').customerId;
	ctx.happened(`customer:${customerId}`, 'customers.set-own', { of: i.of }, 'customers');
});

export const setJobOwn = serve(contract.setJobOwn, (ctx, i) => {
	const table = i.of === 'job' ? jobs : quotes;
	const row = ctx.get(table, i.id, i.of === 'job' ? 'This job' : 'This quote');
	ctx.update(table, row.id, { own: readOwnValues(ownFieldsOf(ctx), i.of, row.own, i.values) } as never);
	const jobId = i.of === 'job' ? row.id : ctx.get(quotes, row.id, 'This quote').jobId;
	ctx.happened(`job:${jobId}`, 'jobs.set-own', { of: i.of }, 'track');
});

/** Says what a field is called when somebody exports or writes to somebody. */
export const namedOwn = (
	fields: readonly OwnField[],
	of: OwnField['of'],
	values: Record<string, string>
): [label: string, value: string][] => fields.filter((f) => f.of === of).map((f) => [f.label, values[f.id] ?? '']);
