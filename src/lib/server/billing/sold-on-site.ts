import { mailWords, paperWords } from '../../core/words';
import { and, asc, eq } from 'drizzle-orm';
import { cents } from '../../core/money';
import { whenever } from '../commands';
import { customers, jobs } from '../sales/schema';
import { contractLines } from '../work/schema';
import { draft, issueDraft, languageOfJob } from './drafts';

/** What was sold and signed on site is invoiced at once, whole; the customer gets it by mail where there is an address. */
whenever('field.sold', (ctx, { jobId, change }) => {
	const sold = ctx.db
		.select()
		.from(contractLines)
		.where(and(eq(contractLines.jobId, jobId), eq(contractLines.change, change)))
		.orderBy(asc(contractLines.position))
		.all();
	if (sold.every((l) => l.amount === 0)) return;
	const { invoiceId } = draft(
		ctx,
		jobId,
		'contract',
		paperWords(languageOfJob(ctx, jobId)).titles.soldOnSite,
		sold.map((l) => ({ text: l.text, amount: cents(l.amount), taxCodeId: l.taxCodeId, contractLineId: l.id }))
	);
	const customer = ctx.get(customers, ctx.get(jobs, jobId, 'This job').customerId, 'The customer');
	issueDraft(ctx, invoiceId, {
		to: customer.mail,
		subject: '',
		text: mailWords(customer.language).soldOnSite
	});
});
