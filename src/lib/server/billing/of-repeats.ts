import { desc, eq, isNotNull, and, sum } from 'drizzle-orm';
import { cents } from '../../core/money';
import { whenever, type Context } from '../commands';
import { contractLines } from '../work/schema';
import { draft } from './drafts';

/** How most of a job's contract is taxed: what is made like it is taxed the same. */
const taxLike = (ctx: Context, jobId: string): string | null =>
	ctx.db
		.select({ code: contractLines.taxCodeId })
		.from(contractLines)
		.where(and(eq(contractLines.jobId, jobId), isNotNull(contractLines.taxCodeId)))
		.groupBy(contractLines.taxCodeId)
		.orderBy(desc(sum(contractLines.amount)))
		.get()?.code ?? null;

/** A repeat job whose day has come is drafted as an invoice, if its rule says so: somebody looks at it before it goes out. */
whenever('repeats.invoice-due', (ctx, { name, jobId, likeJobId, lines }) => {
	const taxCodeId = taxLike(ctx, likeJobId);
	draft(
		ctx,
		jobId,
		'repeat',
		name,
		lines.map((l) => ({ text: l.text, amount: cents(l.amount), taxCodeId }))
	);
});
