import { languageOf, mailWords } from '../../core/words';
import { say } from '../../contract/refusals/quotes';
import * as contract from '../../contract/quotes/questions';
import { and, asc, eq, gte, isNull, sql } from 'drizzle-orm';
import { USUAL_LAYOUT } from '../../core/documents';
import { customerView, presetsOf } from '../../core/estimate';
import { Refusal } from '../../core/refusal';
import type { App } from '../app';
import { serve } from '../commands';
import type { Orm } from '../db';
import { questions, quotes, revisions } from './schema';
import { customers, jobs } from '../sales/schema';
import { newId } from '../ids';
import { linkOf } from '../links';
import { personInCharge } from './in-charge';

/** One link may ask so much a day: a script that asks without end is stopped, a curious customer is not. */
const A_DAY = 20;

export const askQuestion = serve(contract.askQuestion, (ctx, i, actor) => {
	if (actor.type !== 'link') throw new Refusal(say('needs-link-from-mail'));
	const r = ctx.get(revisions, actor.subjectId, 'This quote');
	const quote = ctx.get(quotes, r.quoteId, 'This quote');
	const job = ctx.get(jobs, quote.jobId, 'This job');
	const asked = i.asked.trim();
	if (asked === '') throw new Refusal(say('type-your-question-first'), 'asked');
	if (r.state === 'withdrawn') throw new Refusal(say('quote-withdrawn'));
	// A page that is sent again, or a button pressed twice, asks nothing twice.
	const same = ctx.db
		.select({ id: questions.id })
		.from(questions)
		.where(and(eq(questions.quoteId, quote.id), eq(questions.asked, asked), gte(questions.askedAt, ctx.now - 600_000)))
		.get();
	if (same) return { questionId: same.id };
	const today = ctx.db
		.select({ n: sql<number>`count(*)` })
		.from(questions)
		.where(and(eq(questions.quoteId, quote.id), gte(questions.askedAt, ctx.now - 86_400_000)))
		.get()?.n;
	if ((today ?? 0) >= A_DAY) throw new Refusal(say('many-questions-for-one-day'), 'asked');
	// Only what the customer can read can be asked about.
	const { estimate, tax } = r.frozen;
	const about =
		customerView(estimate, presetsOf(estimate), tax, r.header.layout ?? USUAL_LAYOUT).about.find((a) => a.id === i.aboutId)?.text ?? '';
	const q = ctx.insert(questions, {
		id: newId(),
		quoteId: quote.id,
		revisionId: r.id,
		aboutId: about === '' ? '' : i.aboutId,
		about,
		asked,
		askedBy: i.name.trim() || r.header.customer,
		askedAt: ctx.now
	});
	const person = personInCharge(ctx, job.personId);
	if (person)
		ctx.mail({
			to: person.mail,
			subject: `Question on quote ${quote.number}: ${job.name}`,
			text: `${q.askedBy} asks${about ? ` about ${about}` : ''}:\n\n${asked}\n\nAnswer it on the page of the job.`,
			about: `job:${job.id}`
		});
	ctx.happened(`job:${job.id}`, 'quotes.ask', { askedBy: q.askedBy, about, asked: asked.slice(0, 120) }, 'today', 'track');
	return { questionId: q.id };
});

export const answerQuestion = serve(contract.answerQuestion, (ctx, i) => {
	const q = ctx.get(questions, i.questionId, 'This question');
	if (i.answer.trim() === '') throw new Refusal(say('type-answer-first'), 'answer');
	if (q.answeredAt !== null) throw new Refusal(say('answered-already', { answeredBy: q.answeredBy }), 'answer');
	const r = ctx.get(revisions, q.revisionId, 'This quote');
	const quote = ctx.get(quotes, q.quoteId, 'This quote');
	const job = ctx.get(jobs, quote.jobId, 'This job');
	ctx.update(questions, q.id, { answer: i.answer.trim(), answeredBy: ctx.who.name, answeredAt: ctx.now });
	const to = r.sentTo || ctx.get(customers, job.customerId, 'The customer').mail;
	const linkId = linkOf(ctx.db, 'quote', r.id);
	if (to && linkId)
		ctx.mail({
			to,
			...mailWords(languageOf(r.header.language)).answer({
				...{ number: quote.number, about: q.about, asked: q.asked, answer: i.answer.trim(), who: ctx.who.name, company: r.header.company }
			}),
			linkId,
			about: `job:${job.id}`
		});
	ctx.update(jobs, job.id, { touchedAt: ctx.now });
	ctx.happened(`job:${job.id}`, 'quotes.answer-question', { askedBy: q.askedBy }, 'today', 'track');
});

/** Questions and answers of a quote, oldest first; they stay over its revisions. */
export const questionsOf = (db: Orm, quoteId: string) =>
	db.select().from(questions).where(eq(questions.quoteId, quoteId)).orderBy(asc(questions.askedAt)).all();

/** Questions nobody answered yet, oldest first. */
export const openQuestions = (app: App) =>
	app.db.orm
		.select({
			id: questions.id,
			jobId: quotes.jobId,
			job: jobs.name,
			asked: questions.asked,
			by: questions.askedBy,
			at: questions.askedAt,
			about: questions.about,
			total: revisions.total
		})
		.from(questions)
		.innerJoin(quotes, eq(quotes.id, questions.quoteId))
		.innerJoin(revisions, eq(revisions.id, questions.revisionId))
		.innerJoin(jobs, eq(jobs.id, quotes.jobId))
		.where(isNull(questions.answeredAt))
		.orderBy(asc(questions.askedAt))
		.limit(100)
		.all();
