import { languageOf, mailWords } from '../../core/words';
import { say } from '../../contract/refusals/quotes';
import { settingsOf } from '../company';
import * as contract from '../../contract/quotes/commands';
import { eq } from 'drizzle-orm';
import { checkChoice, computeEstimate, membersOf, presetsOf, quoteTotals } from '../../core/estimate';
import { formatCents, moneyIn } from '../../core/money';
import { Refusal } from '../../core/refusal';
import { serve, type Actor, type Context } from '../commands';
import { estimates } from '../estimates/schema';
import { views } from '../links/schema';
import { answers, quotes, revisions, signatures } from './schema';
import { customers, jobs } from '../sales/schema';
import { newId } from '../ids';
import { isDrawable } from '../files';
import { recordOrDue, signaturesOf } from './acceptance';
import { textOfWon } from './won-text';
import { personInCharge } from './in-charge';
import { holdBack } from './issue';
import { linkOf } from '../links';

export const withdrawQuote = serve(contract.withdrawQuote, (ctx, i) => {
	const r = ctx.get(revisions, i.revisionId, 'This quote');
	if (r.state !== 'open') throw new Refusal(say('quote-already', { state: r.state }));
	ctx.db.update(revisions).set({ state: 'withdrawn' }).where(eq(revisions.id, r.id)).run();
	holdBack(ctx, r.id);
	const quote = ctx.get(quotes, r.quoteId, 'This quote');
	if (i.tell) ctx.mail({ ...i.tell, about: `job:${quote.jobId}` });
	ctx.happened(`job:${quote.jobId}`, 'quotes.withdraw', { number: quote.number }, 'today', 'track');
});

/** Thanks the customer, with the link under which the record of what was agreed stays. */
function thankCustomer(ctx: Context, r: typeof revisions.$inferSelect, number: number, job: typeof jobs.$inferSelect, total: number): void {
	const to = r.sentTo || ctx.get(customers, job.customerId, 'The customer').mail;
	const linkId = linkOf(ctx.db, 'quote', r.id);
	if (linkId)
		ctx.mail({
			to,
			...mailWords(languageOf(r.header.language)).thanks({
				...{ number, total: moneyIn(settingsOf(ctx.db).currency)(total), company: r.header.company }
			}),
			linkId,
			about: `job:${job.id}`
		});
}

export const seeQuote = serve(contract.seeQuote, (ctx, i, actor) => {
	const r = revisionOf(ctx, actor);
	const viewId = newId();
	ctx.db.insert(views).values({ id: viewId, subjectId: r.id, at: ctx.now, device: i.device }).run();
	const quote = ctx.get(quotes, r.quoteId, 'This quote');
	ctx.topics.add(`job:${quote.jobId}`);
	ctx.topics.add('today');
	return { viewId };
});

export const seenFor = serve(contract.seenFor, (ctx, i, actor) => {
	const r = revisionOf(ctx, actor);
	const view = ctx.find(views, i.viewId);
	if (view?.subjectId !== r.id) return;
	const offered = new Set(membersOf(r.frozen.estimate).map((m) => m.id));
	const tried = [...new Set([...view.tried, ...i.tried.filter((id) => offered.has(id))])];
	ctx.db
		.update(views)
		.set({ seconds: Math.max(view.seconds, i.seconds), tried })
		.where(eq(views.id, view.id))
		.run();
});

function revisionOf(ctx: Context, actor: Actor) {
	if (actor.type !== 'link') throw new Refusal(say('needs-link-from-mail'));
	return ctx.get(revisions, actor.subjectId, 'This quote');
}

export const answerQuote = serve(contract.answerQuote, (ctx, i, actor) => {
	const r = revisionOf(ctx, actor);
	if (i.signature !== '' && !isDrawable(i.signature)) throw new Refusal(say('signature-cannot-be-read'), 'signature');
	return recordAnswer(ctx, r, {
		answer: i.answer,
		name: i.name,
		signature: i.signature,
		agreed: i.agreed,
		chosen: i.chosen,
		reason: i.reason,
		address: i.address,
		agent: i.agent,
		byHand: false
	});
});

export const acceptByHand = serve(contract.acceptByHand, (ctx, i) => {
	const r = ctx.get(revisions, i.revisionId, 'This quote');
	return recordAnswer(ctx, r, {
		answer: 'accepted',
		name: i.name,
		signature: '',
		agreed: true,
		chosen: i.chosen ?? [...presetsOf(r.frozen.estimate)],
		reason: '',
		address: '',
		agent: `by hand, ${ctx.who.name}`,
		byHand: true
	});
});

/** What somebody answered, by whatever way it came. */
export interface Answer {
	answer: 'accepted' | 'declined';
	name: string;
	signature: string;
	agreed: boolean;
	chosen: string[];
	reason: string;
	address: string;
	agent: string;
	byHand: boolean;
}

/**
 * Keeps one of several signatures. Who signs first settles the options; the others sign the same. Signing twice is once.
 * @returns who has not signed yet. @throws Refusal for a name that was not asked, or for other options
 */
function signFor(ctx: Context, r: typeof revisions.$inferSelect, a: Answer): string[] {
	if (r.signers.length < 2) return [];
	const who = r.signers.find((s) => s.toLowerCase() === a.name.trim().toLowerCase());
	if (!who) throw new Refusal(say('these-have-to-sign', { signers: r.signers.join(', ') }), 'name');
	const before = signaturesOf(ctx.db, r.id);
	const first = before[0];
	if (first && [...first.chosen].sort().join() !== [...a.chosen].sort().join())
		throw new Refusal(say('signed-with-other-options', { name: first.name }), 'name');
	if (!before.some((s) => s.name === who))
		ctx.insert(signatures, {
			...{ id: newId(), revisionId: r.id, name: who, signature: a.signature, chosen: a.chosen, at: ctx.now },
			...{ address: a.address, agent: a.agent }
		});
	const done = new Set([...before.map((s) => s.name), who]);
	return r.signers.filter((s) => !done.has(s));
}

/** An answer is recorded once; accepted, it sets off all that follows from it. */
export function recordAnswer(ctx: Context, r: typeof revisions.$inferSelect, a: Answer) {
	const earlier = ctx.db.select().from(answers).where(eq(answers.revisionId, r.id)).get();
	if (earlier) return { answer: earlier.answer, total: earlier.total };
	if (r.state === 'replaced') throw new Refusal(say('newer-revision-of-quote-has-replaced'));
	if (r.state === 'withdrawn') throw new Refusal(say('quote-withdrawn'));
	if (r.state !== 'open') throw new Refusal(say('quote-answered-already'));
	if (r.validUntil < ctx.today && a.answer === 'accepted' && !a.byHand)
		throw new Refusal(say('quote-valid-until-please-ask-us', { validUntil: r.validUntil }));
	const quote = ctx.get(quotes, r.quoteId, 'This quote');
	const job = ctx.get(jobs, quote.jobId, 'This job');
	const chosen = new Set(a.chosen);
	// Who declines need not have chosen well.
	if (a.answer === 'accepted') checkChoice(r.frozen.estimate, chosen);
	const totals = quoteTotals(computeEstimate(r.frozen.estimate, { chosen }), r.frozen.tax);
	if (a.answer === 'accepted') {
		if (a.name.trim() === '') throw new Refusal(say('please-type-your-name'), 'name');
		if (!a.agreed) throw new Refusal(say('please-tick-you-agree-to-terms'), 'agreed');
		const missing = a.byHand ? [] : signFor(ctx, r, a);
		if (missing.length > 0) {
			ctx.happened(`job:${job.id}`, 'quotes.signed', { number: quote.number, name: a.name.trim(), missing }, 'track', 'today');
			const person = personInCharge(ctx, job.personId);
			if (person)
				ctx.mail({
					to: person.mail,
					subject: `Quote ${quote.number} signed by ${a.name.trim()}: ${job.name}`,
					text: `${a.name.trim()} signed quote ${quote.number}. Still to sign: ${missing.join(', ')}.`,
					about: `job:${job.id}`
				});
			return { answer: 'signed' as const, total: totals.total, missing };
		}
	} else if (a.reason.trim() === '') throw new Refusal(say('please-tell-us-why'), 'reason');
	const signed = a.answer === 'accepted' ? signaturesOf(ctx.db, r.id) : [];
	const name = signed.length > 1 ? signed.map((s) => s.name).join(', ') : a.name.trim();
	const agreed =
		a.answer === 'accepted' ? recordOrDue(ctx, r, quote.number, totals, { ...a, name }, signed) : { record: null, recordHash: '' };
	ctx.insert(answers, {
		id: newId(),
		revisionId: r.id,
		answer: a.answer,
		name,
		signature: a.signature,
		chosen: a.chosen,
		reason: a.reason.trim(),
		at: ctx.now,
		address: a.address,
		agent: a.agent,
		total: totals.total,
		...agreed
	});
	ctx.db.update(revisions).set({ state: a.answer }).where(eq(revisions.id, r.id)).run();
	if (a.answer === 'accepted') {
		const change = ctx.get(estimates, quote.estimateId, 'Its estimate').change;
		const on = [`customer:${job.customerId}`, `job:${job.id}`];
		const what = { total: totals.total, revisionId: r.id, chosen: a.chosen };
		if (change === null) ctx.happened(on, 'quotes.accepted', { number: quote.number, by: name, ...what }, 'track', 'today', 'plan');
		else ctx.happened(on, 'changes.accepted', { change, by: a.name.trim(), ...what }, 'track', 'today', 'plan');
	} else {
		ctx.update(jobs, job.id, { touchedAt: ctx.now });
		ctx.happened(`job:${job.id}`, 'quotes.declined', { number: quote.number, reason: a.reason.trim(), jobId: job.id }, 'track', 'today');
	}
	tellPersonInCharge(ctx, job, quote.number, a, totals.total);
	if (a.answer === 'accepted') textOfWon(ctx, job.id, job.name, quote.number, name, totals.total);
	if (a.answer === 'accepted') thankCustomer(ctx, r, quote.number, job, totals.total);
	return { answer: a.answer, total: totals.total };
}

function tellPersonInCharge(ctx: Context, job: typeof jobs.$inferSelect, number: number, a: Answer, total: number): void {
	const person = personInCharge(ctx, job.personId);
	if (!person || a.byHand) return;
	ctx.mail({
		to: person.mail,
		subject: `Quote ${number} ${a.answer}: ${job.name}`,
		text:
			a.answer === 'accepted'
				? `${a.name} accepted quote ${number} at ${formatCents(total)}.`
				: `Quote ${number} was declined: ${a.reason}`,
		about: `job:${job.id}`
	});
}
