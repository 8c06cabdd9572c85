import { and, eq, gte, isNull } from 'drizzle-orm';
import { whenever, type Context } from '../commands';
import { settingsOf } from '../company';
import { moveWon } from '../sales';
import { billingSteps, invoices } from './schema';

/** A job whose deposit is paid in full goes where the rule says. */
function movePaid(ctx: Context, customerId: string | undefined): void {
	const to = settingsOf(ctx.db).cardMoves.deposit;
	if (!to || !customerId) return;
	const paid = ctx.db
		.select({ jobId: billingSteps.jobId })
		.from(billingSteps)
		.innerJoin(invoices, eq(invoices.id, billingSteps.invoiceId))
		.where(
			and(
				eq(billingSteps.when, 'acceptance'),
				eq(invoices.customerId, customerId),
				isNull(invoices.voidedAt),
				gte(invoices.paid, invoices.total)
			)
		)
		.all();
	for (const { jobId } of paid) moveWon(ctx, jobId, to);
}

whenever('payments.record', (ctx, p) => movePaid(ctx, p.customerId));
whenever('charges.answer', (ctx, p) => movePaid(ctx, p.customerId));
whenever('charges.settle', (ctx, p) => movePaid(ctx, p.customerId));
