import { and, eq, isNull, ne } from 'drizzle-orm';
import { say } from '../../contract/refusals/billing';
import { Refusal } from '../../core/refusal';
import { among } from '../db';
import { whenever } from '../commands';
import { invoiceLines, invoiceParts, invoices, payApplications } from './schema';

/**
 * Scopes that a season agreement bills from now on: nothing of them may have been billed by the contract, which goes on with the rest. Steps of a billing plan
 * are percents of the contract, and so of what is left of it.
 */
whenever('rounds.take-quote', (ctx, { jobId, lineIds }) => {
	const billed = ctx.db
		.select({ id: invoiceLines.id })
		.from(invoiceLines)
		.innerJoin(invoiceParts, eq(invoiceParts.id, invoiceLines.partId))
		.innerJoin(invoices, eq(invoices.id, invoiceParts.invoiceId))
		.where(and(among(invoiceLines.contractLineId, lineIds), isNull(invoices.voidedAt)))
		.get();
	if (billed) throw new Refusal(say('scopes-billed-already'), 'scopes');
	const applied = ctx.db
		.select({ id: payApplications.id })
		.from(payApplications)
		.where(and(eq(payApplications.jobId, jobId), ne(payApplications.state, 'void')))
		.get();
	if (applied) throw new Refusal(say('job-billed-by-applications'), 'jobId');
});
