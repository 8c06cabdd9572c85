import { eq } from 'drizzle-orm';
import { jobs, customers } from './schema';
import { branches, taxComponents } from '../company/schema';
import type { Orm } from '../db';
import * as contract from '../../contract/company/tax';
import { serve } from '../commands';

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
