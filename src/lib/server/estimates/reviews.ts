import { say } from '../../contract/refusals/estimates';
import { settingsOf } from '../company';
import * as contract from '../../contract/estimates/reviews';
import { and, asc, desc, eq, sql } from 'drizzle-orm';
import { may, type Holder } from '../../core/access';
import { computeEstimate, signOffReasons, type Estimate, type SignOffRules } from '../../core/estimate';
import { formatCents, formatRate, cents, percent } from '../../core/money';
import { Refusal } from '../../core/refusal';
import type { App } from '../app';
import { notNegative, serve, type Context } from '../commands';
import type { Orm } from '../db';
import { company } from '../company/schema';
import { comments, estimates, lines, scopes, signOffs } from './schema';
import { jobs } from '../sales/schema';
import { activeHolders, mentioned } from '../people';
import { people } from '../people/schema';
import { hashOf, newId } from '../ids';
import { loadEstimate } from './load';

export const comment = serve(contract.comment, (ctx, i) => {
	const e = ctx.get(estimates, i.estimateId, 'This estimate');
	const about = i.lineId ? ctx.get(lines, i.lineId, 'This line').name : i.scopeId ? ctx.get(scopes, i.scopeId, 'This scope').name : '';
	const named = mentioned(ctx.db, i.text);
	const c = ctx.insert(comments, {
		id: newId(),
		estimateId: e.id,
		scopeId: i.scopeId ?? null,
		lineId: i.lineId ?? null,
		text: i.text.trim(),
		mentions: named.map((p) => p.id),
		byId: ctx.who.id,
		byName: ctx.who.name,
		at: ctx.now
	});
	const job = ctx.get(jobs, e.jobId, 'Its job');
	for (const p of named)
		if (p.id !== ctx.who.id)
			ctx.mail({
				to: p.mail,
				subject: `${ctx.who.name} on ${job.name}${about ? `: ${about}` : ''}`,
				text: `${i.text.trim()}\n\n${job.name}, estimate`,
				about: `job:${job.id}`
			});
	ctx.happened(`job:${job.id}`, 'estimates.comment', { about }, `review:${e.id}`, 'today');
	return { commentId: c.id };
});

export const settleComment = serve(contract.settleComment, (ctx, i) => {
	const c = ctx.update(comments, i.commentId, { settledAt: i.settled ? ctx.now : null, settledBy: i.settled ? ctx.who.name : '' });
	const e = ctx.get(estimates, c.estimateId, 'This estimate');
	ctx.happened(`job:${e.jobId}`, 'estimates.settle-comment', { settled: i.settled }, `review:${e.id}`);
});

export const setSignOffRules = serve(contract.setSignOffRules, (ctx, i) => {
	const own = ctx.get(company, 'company', 'The company');
	const rules: SignOffRules = {
		belowMargin: i.belowMargin === null ? null : percent(notNegative(i.belowMargin, 'belowMargin')),
		discountAbove: i.discountAbove === null ? null : percent(notNegative(i.discountAbove, 'discountAbove')),
		aboveAmount: i.aboveAmount === null ? null : cents(notNegative(i.aboveAmount, 'aboveAmount')),
		kindsOfWork: i.kindsOfWork
	};
	ctx.update(company, own.id, { settings: { ...own.settings, signOff: rules } });
	ctx.happened('company', 'company.set-sign-off', {}, 'company');
});

const rulesOf = (db: Orm): SignOffRules => settingsOf(db).signOff;

/** What an estimate is, for a sign-off: any change of figures or words is another one. */
export const fingerprintOf = (estimate: Estimate): string => hashOf(JSON.stringify(estimate));

/** Where an estimate stands with its sign-off: why it needs one, and whether the one there is still holds. */
export function signOffOf(db: Orm, estimateId: string) {
	const estimate = loadEstimate(db, estimateId);
	const row = db.select().from(estimates).where(eq(estimates.id, estimateId)).get();
	if (!estimate || !row) return { reasons: [], last: null, holds: false };
	const kind = db.select({ k: jobs.kindOfWork }).from(jobs).where(eq(jobs.id, row.jobId)).get()?.k ?? '';
	const reasons = signOffReasons(computeEstimate(estimate), rulesOf(db), kind, estimate.discount);
	const last =
		db
			.select()
			.from(signOffs)
			.where(eq(signOffs.estimateId, estimateId))
			.orderBy(desc(signOffs.askedAt), desc(sql`rowid`))
			.get() ?? null;
	return { reasons, last, holds: last !== null && last.fingerprint === fingerprintOf(estimate) };
}

export const askSignOff = serve(contract.askSignOff, (ctx, i) => {
	const e = ctx.get(estimates, i.estimateId, 'This estimate');
	const estimate = loadEstimate(ctx.db, e.id);
	const { reasons, last, holds } = signOffOf(ctx.db, e.id);
	if (!estimate || reasons.length === 0) throw new Refusal(say('estimate-needs-no-sign-off'));
	if (holds && last?.state === 'asked') throw new Refusal(say('asked-for-already-and-nothing-changed'));
	if (holds && last?.state === 'given') throw new Refusal(say('signed-off-as-stands'));
	if (last?.state === 'asked') ctx.update(signOffs, last.id, { state: 'overtaken' });
	const { total } = computeEstimate(estimate);
	ctx.insert(signOffs, {
		id: newId(),
		estimateId: e.id,
		fingerprint: fingerprintOf(estimate),
		reasons,
		price: total.price,
		margin: total.margin,
		askedById: ctx.who.id,
		askedBy: ctx.who.name,
		askedAt: ctx.now,
		note: i.note.trim()
	});
	const job = ctx.get(jobs, e.jobId, 'Its job');
	for (const p of activeHolders(ctx.db))
		if (may(p, 'quotes.sign-off'))
			ctx.mail({
				to: p.mail,
				subject: `Sign-off asked for: ${job.name}`,
				text: `${ctx.who.name} asks you to sign off ${job.name} at ${formatCents(total.price)}, margin ${formatRate(total.margin)}.\n\nWhy: ${reasons.join('; ')}.\n${i.note}`,
				about: `job:${job.id}`
			});
	ctx.happened(`job:${job.id}`, 'estimates.ask-sign-off', { reasons }, `review:${e.id}`, 'today', 'track');
});

export const answerSignOff = serve(contract.answerSignOff, (ctx, i) => {
	const s = ctx.get(signOffs, i.signOffId, 'This request');
	if (s.state !== 'asked')
		throw new Refusal(
			s.state === 'overtaken' ? say('newer-request-has-taken-place') : say('sign-off-answered-already', { state: s.state })
		);
	const estimate = loadEstimate(ctx.db, s.estimateId);
	if (!estimate || fingerprintOf(estimate) !== s.fingerprint) throw new Refusal(say('estimate-changed-since-asked-for'));
	if (!i.give && i.answer.trim() === '') throw new Refusal(say('say-what-should-change'), 'answer');
	ctx.update(signOffs, s.id, {
		state: i.give ? 'given' : 'sent back',
		answeredBy: ctx.who.name,
		answeredAt: ctx.now,
		answer: i.answer.trim()
	});
	const e = ctx.get(estimates, s.estimateId, 'This estimate');
	const job = ctx.get(jobs, e.jobId, 'Its job');
	const asker = ctx.find(people, s.askedById);
	if (asker)
		ctx.mail({
			to: asker.mail,
			subject: `${i.give ? 'Signed off' : 'Sent back'}: ${job.name}`,
			text: `${ctx.who.name}: ${i.answer.trim() || 'signed off'}`,
			about: `job:${job.id}`
		});
	ctx.happened(
		`job:${job.id}`,
		'estimates.answer-sign-off',
		{ give: i.give, price: s.price, answer: i.answer.trim() },
		`review:${e.id}`,
		'today',
		'track'
	);
});

/**
 * What stands against issuing: an estimate that needs a sign-off and has none for what it is now. Whoever may sign off and issues it
 * has looked: that is noted as a sign-off of their own.
 */
export function checkSignedOff(ctx: Context, estimateId: string, estimate: Estimate, who: Holder | null): void {
	const { reasons, last, holds } = signOffOf(ctx.db, estimateId);
	if (reasons.length === 0 || (holds && last?.state === 'given')) return;
	if (who !== null && may(who, 'quotes.sign-off')) {
		const { total } = computeEstimate(estimate);
		if (last?.state === 'asked') ctx.update(signOffs, last.id, { state: 'overtaken' });
		ctx.insert(signOffs, {
			id: newId(),
			estimateId,
			fingerprint: fingerprintOf(estimate),
			reasons,
			price: total.price,
			margin: total.margin,
			askedById: ctx.who.id,
			askedBy: ctx.who.name,
			askedAt: ctx.now,
			note: '',
			state: 'given',
			answeredBy: ctx.who.name,
			answeredAt: ctx.now,
			answer: 'by issuing it'
		});
		return;
	}
	throw new Refusal(say('needs-sign-off-before-goes-out', { reasons: reasons.join('; ') }), 'sign-off');
}

/** Comments and sign-offs of an estimate. */
export function reviewOf(app: App, estimateId: string) {
	const db = app.db.orm;
	return {
		...signOffOf(db, estimateId),
		comments: db.select().from(comments).where(eq(comments.estimateId, estimateId)).orderBy(asc(comments.at)).all(),
		signOffs: db
			.select()
			.from(signOffs)
			.where(eq(signOffs.estimateId, estimateId))
			.orderBy(desc(signOffs.askedAt), desc(sql`rowid`))
			.limit(20)
			.all(),
		people: db.select({ id: people.id, name: people.name }).from(people).where(eq(people.active, true)).orderBy(asc(people.name)).all()
	};
}

/** Sign-offs that wait, for Today: the most money first. */
export const waitingSignOffs = (app: App) =>
	app.db.orm
		.select({
			id: signOffs.id,
			jobId: jobs.id,
			change: estimates.change,
			name: jobs.name,
			price: signOffs.price,
			reasons: signOffs.reasons,
			askedBy: signOffs.askedBy,
			askedAt: signOffs.askedAt
		})
		.from(signOffs)
		.innerJoin(estimates, eq(estimates.id, signOffs.estimateId))
		.innerJoin(jobs, eq(jobs.id, estimates.jobId))
		.where(and(eq(signOffs.state, 'asked')))
		.orderBy(desc(signOffs.price))
		.all();
