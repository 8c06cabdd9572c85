import * as contract from '../../contract/company/tax';
import { asc, eq, sql } from 'drizzle-orm';
import { parseScaled, rate } from '../../core/money';
import { Refusal } from '../../core/refusal';
import type { App } from '../app';
import { todayOf } from './today';
import { readField } from '../commands/read-field';
import { serve } from '../commands';
import type { Orm } from '../db/open';
import { branches, customers, items, jobs, laborSheets, taxCodes, taxComponents } from '../db/schema';
import { newId } from '../ids';

export const saveTaxComponent = serve(contract.saveTaxComponent, (ctx, i) => {
	const value = readField('rate', () => rate(parseScaled(i.rate.replace(/\s*%\s*$/, ''), 4, 'The rate')));
	if (value < 0 || value >= 1_000_000) throw new Refusal('A tax rate is between 0 and 100 %.', 'rate');
	const known = i.componentId ? ctx.get(taxComponents, i.componentId, 'This tax') : undefined;
	if (known && i.from < ctx.today)
		throw new Refusal(`Documents before ${ctx.today} were taxed already: a new rate begins today or later.`, 'from');
	const rates = [...(known?.rates ?? []).filter((r) => r.from !== i.from), { from: i.from, rate: value }].sort((a, b) =>
		a.from < b.from ? -1 : 1
	);
	const c = known
		? ctx.update(taxComponents, known.id, { name: i.name, rates })
		: ctx.insert(taxComponents, { id: newId(), name: i.name, rates });
	ctx.happened('company', 'tax.save-component', { name: i.name, rate: i.rate.replace(/\s*%\s*$/, ''), from: i.from }, 'company');
	return { componentId: c.id };
});

export const saveTaxCode = serve(contract.saveTaxCode, (ctx, { codeId, ...i }) => {
	for (const id of i.componentIds) ctx.get(taxComponents, id, 'A tax of this code');
	const twin = ctx.db.select().from(taxCodes).where(eq(taxCodes.name, i.name)).get();
	if (twin && twin.id !== codeId) throw new Refusal('There is a code of this name already.', 'name');
	const known = codeId ? ctx.get(taxCodes, codeId, 'This code') : undefined;
	const c = known ? ctx.update(taxCodes, known.id, i) : ctx.insert(taxCodes, { id: newId(), ...i });
	ctx.happened('company', 'tax.save-code', { name: i.name, known: Boolean(known) }, 'company');
	return { codeId: c.id };
});

export const saveBranch = serve(contract.saveBranch, (ctx, { branchId, ...i }) => {
	if (i.taxCodeId) ctx.get(taxCodes, i.taxCodeId, 'This tax code');
	const known = branchId ? ctx.get(branches, branchId, 'This branch') : undefined;
	const b = known ? ctx.update(branches, known.id, i) : ctx.insert(branches, { id: newId(), ...i });
	ctx.happened('company', 'branches.save', { name: i.name, known: Boolean(known) }, 'company');
	return { branchId: b.id };
});

export const setExemption = serve(contract.setExemption, (ctx, i) => {
	const c = ctx.get(customers, i.customerId, 'This customer');
	for (const id of i.componentIds) ctx.get(taxComponents, id, 'A tax of the certificate');
	const certificate = i.certificate.trim();
	ctx.update(
		customers,
		c.id,
		{ exemption: certificate === '' ? null : { certificate, componentIds: i.componentIds, expires: i.expires } },
		i.version
	);
	const freed = ctx.db
		.select()
		.from(taxComponents)
		.all()
		.filter((t) => i.componentIds.length === 0 || i.componentIds.includes(t.id))
		.map((t) => t.name);
	ctx.happened(`customer:${c.id}`, 'customers.set-exemption', { certificate, freed }, 'customers');
});

/**
 * What a taxable line of a job is taxed with: its branch's own code, if the branch has one, else the code it has. What is not taxed
 * stays untaxed everywhere.
 */
export function taxOfJob(db: Orm, jobId: string): (taxCodeId: string | null) => string | null {
	const own =
		db.select({ code: branches.taxCodeId }).from(jobs).innerJoin(branches, eq(branches.id, jobs.branchId)).where(eq(jobs.id, jobId)).get()
			?.code ?? null;
	return (code) => (code === null ? null : (own ?? code));
}

/** Taxes, codes and branches with what hangs on them. */
export function taxPage(app: App) {
	const db = app.db.orm;
	const n = sql<number>`count(*)`;
	const counted = new Map(
		db
			.select({ code: items.taxCodeId, n })
			.from(items)
			.groupBy(items.taxCodeId)
			.all()
			.map((r) => [r.code, r.n])
	);
	return {
		today: todayOf(app),
		components: db.select().from(taxComponents).orderBy(asc(taxComponents.name)).all(),
		codes: db
			.select()
			.from(taxCodes)
			.orderBy(asc(taxCodes.name))
			.all()
			.map((c) => ({ ...c, items: counted.get(c.id) ?? 0 })),
		branches: db
			.select()
			.from(branches)
			.orderBy(asc(branches.name))
			.all()
			.map((b) => ({
				...b,
				sheets: db.select({ id: laborSheets.id, name: laborSheets.name }).from(laborSheets).where(eq(laborSheets.branchId, b.id)).all(),
				jobs: db.select({ n }).from(jobs).where(eq(jobs.branchId, b.id)).get()?.n ?? 0
			})),
		exempt: db
			.select({ id: customers.id, name: customers.name, exemption: customers.exemption })
			.from(customers)
			.where(sql`${customers.exemption} is not null`)
			.orderBy(asc(customers.name))
			.all()
	};
}
