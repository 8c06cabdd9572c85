import { grouped } from '../../core/lists';
import { paperWords } from '../../core/words';
import { repeatOf } from '../../core/quotes';
import { addDays } from '../../core/time';
import { whenever, type Context } from '../commands';
import { newId } from '../ids';
import { quotes, revisions } from '../quotes/schema';
import { languageOfJob } from './drafts';
import { repeatInvoices } from './schema';

/**
 * What a customer accepted to pay again and again becomes repeat invoices of the job, one for each period, from the first of the month after.
 * Each comes as a draft that somebody looks at, until the office says that it may go out by itself.
 */
function repeatsOf(ctx: Context, revisionId: string): void {
	const r = ctx.get(revisions, revisionId, 'This quote');
	const jobId = ctx.get(quotes, r.quoteId, 'This quote').jobId;
	const words = paperWords(languageOfJob(ctx, jobId)).againTotal;
	for (const [period, lines] of grouped(r.header.recurring ?? [], (l) => l.period)) {
		const name = `${words[period]}: ${lines.map((l) => l.text).join(', ')}`.slice(0, 200);
		ctx.insert(repeatInvoices, {
			...{ id: newId(), jobId, name, rule: repeatOf(period, ctx.today), onHoliday: 'leave', send: false },
			lines: lines.map(({ text, amount, taxCodeId }) => ({ text, amount, taxCodeId })),
			madeTo: addDays(ctx.today, -1)
		});
		ctx.happened(`job:${jobId}`, 'invoices.repeat-accepted', { name }, 'invoices');
	}
}

whenever('quotes.accepted', (ctx, p) => repeatsOf(ctx, p.revisionId));
whenever('changes.accepted', (ctx, p) => repeatsOf(ctx, p.revisionId));
