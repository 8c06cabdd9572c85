import { say } from '../../contract/refusals/sales';
import * as contract from '../../contract/sales/stages';
import { Refusal } from '../../core/refusal';
import { serve, whenever, type Context } from '../commands';
import { company } from '../company/schema';
import { settingsOf } from '../company';
import { heldBack } from './held';
import { jobs, stages } from './schema';

export const setCardMoves = serve(contract.setCardMoves, (ctx, moves) => {
	for (const field of ['issued', 'declined'] as const) {
		const stage = moves[field] === '' ? null : ctx.get(stages, moves[field], 'This stage');
		if (stage && stage.track !== 'winning') throw new Refusal(say('card-moves-on-winning-track'), field);
	}
	for (const field of ['deposit', 'clockOn', 'lastTask'] as const) {
		const stage = moves[field] ? ctx.get(stages, moves[field], 'This stage') : null;
		if (stage && stage.track !== 'doing') throw new Refusal(say('won-moves-on-doing-track'), field);
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

/** Moves a job that is won on the doing track where a rule says; never back. */
export function moveWon(ctx: Context, jobId: string, stageId: string | undefined): void {
	const job = ctx.find(jobs, jobId);
	const to = stageId ? ctx.find(stages, stageId) : undefined;
	const from = job && ctx.find(stages, job.stageId);
	if (!job || !to || !from || job.number === null || to.track !== 'doing') return;
	if (from.track === 'doing' && to.position <= from.position) return;
	const held = heldBack(ctx, job, to);
	if (held !== null) return ctx.happened(`job:${job.id}`, 'jobs.held', { stage: to.name, why: held }, 'today');
	const finished = to.meaning === 'finished' && job.doneAt === null;
	ctx.update(jobs, job.id, { stageId: to.id, touchedAt: ctx.now, ...(finished ? { doneAt: ctx.now } : {}) });
	ctx.happened(`job:${job.id}`, 'jobs.move', { from: from.name, stage: to.name, reason: '' }, 'track', 'today', 'plan');
}

whenever('quotes.issue', (ctx, { jobId }) => moveByRule(ctx, jobId, settingsOf(ctx.db).cardMoves.issued, ''));
whenever('quotes.declined', (ctx, { jobId, reason }) =>
	moveByRule(ctx, jobId, settingsOf(ctx.db).cardMoves.declined, reason || 'Declined, without a reason')
);
