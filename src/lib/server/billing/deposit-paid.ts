import { and, eq, gte, isNull } from 'drizzle-orm';
import { whenever, type Context } from '../commands';
import { settingsOf } from '../company';
import { moveWon } from '../sales';
import { billingSteps, invoices } from './schema';

/** A job whose deposit was paid in full by this goes where the rule says: one paid long ago moves nothing once more. */
function movePaid(ctx: Context, invoiceId: string | undefined): void {
	const to = settingsOf(ctx.db).cardMoves.deposit;
	if (!to || !invoiceId) return;
	const paid = ctx.db
		.select({ jobId: billingSteps.jobId })
		.from(billingSteps)
		.innerJoin(invoices, eq(invoices.id, billingSteps.invoiceId))
		.where(
			and(
				eq(billingSteps.invoiceId, invoiceId),
				eq(billingSteps.when, 'acceptance'),
				isNull(invoices.voidedAt),
				gte(invoices.paid, invoices.total)
			)
		)
		.all();
	for (const { jobId } of paid) moveWon(ctx, jobId, to);
}

whenever('payments.record', (ctx, p) => movePaid(ctx, p.invoiceId));
whenever('charges.answer', (ctx, p) => movePaid(ctx, p.invoiceId));
whenever('charges.settle', (ctx, p) => movePaid(ctx, p.invoiceId));
