import { say } from '../../contract/refusals/rounds';
import * as contract from '../../contract/rounds/commands';
import { and, eq, ne, sql } from 'drizzle-orm';
import { longDay } from '../../core/time';
import { Refusal } from '../../core/refusal';
import { serve, type Context } from '../commands';
import { crews } from '../people/schema';
import { blocks } from './block-for';
import { chargeWhole, openWhole } from './billed';
import { visitsDone } from './changed';
import { agreements, seasonServices, visits } from './schema';
import { sites } from '../sales/schema';

type Visit = typeof visits.$inferSelect;

function found(ctx: Context, visitId: string) {
	const visit = ctx.get(visits, visitId, 'This visit');
	const agreement = ctx.get(agreements, visit.agreementId, 'Its agreement');
	return { visit, agreement, site: ctx.get(sites, agreement.siteId, 'Its site') };
}

export const moveVisit = serve(contract.moveVisit, (ctx, i) => {
	const { visit, agreement, site } = found(ctx, i.visitId);
	if (visit.state !== 'planned') throw new Refusal(say('visit-over'));
	if (i.day < agreement.from || i.day > agreement.to)
		throw new Refusal(say('season-of-site-to', { from: longDay(agreement.from), to: longDay(agreement.to) }), 'day');
	const same = ctx.db
		.select({ id: visits.id })
		.from(visits)
		.where(and(eq(visits.agreementId, agreement.id), eq(visits.day, i.day), ne(visits.id, visit.id)))
		.get();
	if (same) throw new Refusal(say('site-has-visit-on-day-already'), 'day');
	if (i.crewId !== null) ctx.get(crews, i.crewId, 'This crew');
	const minutes = blocks(ctx).given(agreement, visit, i.crewId);
	ctx.update(visits, visit.id, { day: i.day, crewId: i.crewId, minutes }, i.version);
	ctx.happened(`job:${agreement.jobId}`, 'rounds.move-visit', { site: site.address, from: visit.day, to: i.day }, 'plan', 'field');
});

/** The lowest share that no other visit of the agreement has. */
function nextShare(ctx: Context, agreementId: string): number {
	const taken = new Set(
		ctx.db
			.select({ share: visits.share })
			.from(visits)
			.where(and(eq(visits.agreementId, agreementId), sql`${visits.share} is not null`))
			.all()
			.map((v) => v.share)
	);
	let n = 1;
	while (taken.has(n)) n++;
	return n;
}

export const doVisit = serve(contract.doVisit, (ctx, i) => {
	const { visit, agreement, site } = found(ctx, i.visitId);
	if (i.done) finish(ctx, visit, agreement, site.address, i.note.trim());
	else takeBack(ctx, visit, agreement, site.address);
});

function finish(ctx: Context, visit: Visit, agreement: typeof agreements.$inferSelect, address: string, note: string): void {
	// Two of a crew press it: it is done once.
	if (visit.state === 'done') return;
	if (visit.day > ctx.today) throw new Refusal(say('visit-planned-for-move-to-today', { day: longDay(visit.day) }));
	const share = nextShare(ctx, agreement.id);
	// Who leaves with it done need not say that they leave.
	const leftAt = visit.arrivedAt !== null && visit.leftAt === null ? ctx.doneAt : visit.leftAt;
	ctx.update(visits, visit.id, { state: 'done', doneAt: ctx.doneAt, doneBy: ctx.who.name, note, share, leftAt });
	const service = ctx.get(seasonServices, agreement.serviceId, 'Its service');
	ctx.happened(
		`job:${agreement.jobId}`,
		'rounds.visit-done',
		{ visitId: visit.id, site: address, service: service.name, share, sold: agreement.visits },
		'plan',
		'field',
		'costs',
		'today'
	);
	if (agreement.billing === 'completion' && share >= agreement.visits) chargeWhole(ctx, agreement);
}

function takeBack(ctx: Context, visit: Visit, agreement: typeof agreements.$inferSelect, address: string): void {
	if (visit.state !== 'done') return;
	// Told before it changes: what hangs on it may refuse.
	ctx.happened(`job:${agreement.jobId}`, 'rounds.visit-open', { visitId: visit.id, site: address }, 'plan', 'field', 'costs', 'today');
	ctx.update(visits, visit.id, { state: 'planned', doneAt: null, doneBy: '', share: null });
	// Said to be complete with fewer visits it stays so: those were not what completed it.
	const left = visitsDone(ctx, agreement.id);
	if (left === agreement.visits - 1) openWhole(ctx, agreement);
}

export const skipVisit = serve(contract.skipVisit, (ctx, i) => {
	const { visit, agreement, site } = found(ctx, i.visitId);
	// Kept on a device without reception and sent again: it is left out once.
	if (visit.state === 'skipped') return;
	if (visit.state !== 'planned') throw new Refusal(say('visit-over-already'));
	ctx.update(visits, visit.id, { state: 'skipped', note: i.reason.trim() }, i.version);
	ctx.happened(
		`job:${agreement.jobId}`,
		'rounds.skip-visit',
		{ site: site.address, day: visit.day, reason: i.reason.trim() },
		'plan',
		'field'
	);
});

export const arriveVisit = serve(contract.arriveVisit, (ctx, i) => {
	const { visit, agreement, site } = found(ctx, i.visitId);
	if (visit.state !== 'planned') return;
	// Pressed twice, or by two of a crew: the first time counts.
	if (i.here && visit.arrivedAt !== null && visit.leftAt === null) return;
	if (!i.here && (visit.arrivedAt === null || visit.leftAt !== null)) return;
	ctx.update(visits, visit.id, i.here ? { arrivedAt: visit.arrivedAt ?? ctx.doneAt, leftAt: null } : { leftAt: ctx.doneAt });
	ctx.happened(`job:${agreement.jobId}`, 'rounds.arrive-visit', { site: site.address, here: i.here }, 'plan', 'field');
});
