import * as contract from '../../contract/sales/stages';
import { formatCents } from '../../core/money';
import { readPhones } from '../../core/quotes';
import { notNegative, serve, type Context } from '../commands';
import { settingsOf } from '../company';
import { company } from '../company/schema';

export const setWonText = serve(contract.setWonText, (ctx, i) => {
	const wonText = { above: notNegative(i.above, 'above'), to: readPhones(i.to, 'to').join(', ') };
	const own = ctx.get(company, 'company', 'The company');
	ctx.update(company, 'company', { settings: { ...own.settings, wonText } });
	ctx.happened('company', 'company.won-text', { to: wonText.to });
});

/** Tells whom the company named that a quote of some size was accepted, whoever took it down. */
export function textOfWon(ctx: Context, jobId: string, jobName: string, number: number, by: string, total: number): void {
	const { above, to } = settingsOf(ctx.db).wonText;
	if (to === '' || total < above) return;
	ctx.textMessage({ to, text: `${by} accepted quote ${number}, ${jobName}: ${formatCents(total)}.`, about: `job:${jobId}` });
}
