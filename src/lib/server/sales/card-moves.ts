import { say } from '../../contract/refusals/sales';
import * as contract from '../../contract/sales/stages';
import { Refusal } from '../../core/refusal';
import { serve, whenever, type Context } from '../commands';
import { company } from '../company/schema';
import { settingsOf } from '../company';
import { jobs, stages } from './schema';

export const setCardMoves = serve(contract.setCardMoves, (ctx, moves) => {
	for (const field of ['issued', 'declined'] as const) {
		const stage = moves[field] === '' ? null : ctx.get(stages, moves[field], 'This stage');
		if (stage && stage.track !== 'winning') throw new Refusal(say('card-moves-on-winning-track'), field);
	}
	const own = ctx.get(company, 'company', 'The company');
	ctx.update(company, 'company', { settings: { ...own.settings, cardMoves: moves } });
	ctx.happened('company', 'company.card-moves', {}, 'track');
});

/** Moves a card that is still to be won where the rule says; never back, and never one that somebody has closed already. */
function moveByRule(ctx: Context, jobId: string | undefined, stageId: string, reason: string): void {
	const job = jobId === undefined ? undefined : ctx.find(jobs, jobId);
	const to = stageId === '' ? undefined : ctx.find(stages, stageId);
	const from = job && ctx.find(stages, job.stageId);
	if (!job || !to || !from || job.number !== null || from.meaning !== 'bidding') return;
	if (to.meaning === 'bidding' && to.position <= from.position) return;
	ctx.update(jobs, job.id, { stageId: to.id, lostReason: to.meaning === 'lost' ? reason : '', touchedAt: ctx.now });
	ctx.happened(`job:${job.id}`, 'jobs.move', { from: from.name, stage: to.name, reason }, 'track', 'today');
}

whenever('quotes.issue', (ctx, { jobId }) => moveByRule(ctx, jobId, settingsOf(ctx.db).cardMoves.issued, ''));
whenever('quotes.declined', (ctx, { jobId, reason }) =>
	moveByRule(ctx, jobId, settingsOf(ctx.db).cardMoves.declined, reason || 'Declined, without a reason')
);
