import { languageOf } from '../../core/words';
import { linkFor } from '../links';
import { isNull, isNotNull, and, sql, eq } from 'drizzle-orm';
import { billingSteps, invoices } from '../billing/schema';
import { depositAmount } from '../../core/billing';
import { customerView, presetsOf } from '../../core/estimate';
import { percent, type Cents } from '../../core/money';
import { recurringSums } from '../../core/quotes';
import { companyOf } from '../company';
import { questionsOf, signaturesOf } from '../quotes';
import { answers, quotes, revisions, type RevisionHeader } from '../quotes/schema';
import { USUAL_LAYOUT } from '../../core/documents';
import { company } from '../company/schema';
import type { App } from '../app';

/**
 * A revision as its customer sees it, with some options chosen: frozen figures, and of them only what the layout shows. Page, PDF and mails are
 * made from it; what it does not hold cannot leave the house.
 */
export function customerQuote(app: App, revisionId: string, chosen: readonly string[] | null) {
	const db = app.db.orm;
	const row = db
		.select({ r: revisions, number: quotes.number, jobId: quotes.jobId })
		.from(revisions)
		.innerJoin(quotes, eq(quotes.id, revisions.quoteId))
		.where(eq(revisions.id, revisionId))
		.get();
	const own = db.select().from(company).get();
	if (!row || !own) return null;
	const { r } = row;
	const layout = r.header.layout ?? USUAL_LAYOUT;
	const answer = db.select().from(answers).where(eq(answers.revisionId, r.id)).get() ?? null;
	const signed = signaturesOf(db, r.id);
	// Who signed first settled the options for all who have to sign.
	const picked = new Set(answer ? answer.chosen : (signed[0]?.chosen ?? chosen ?? presetsOf(r.frozen.estimate)));
	const view = customerView(r.frozen.estimate, picked, r.frozen.tax, layout, r.header.pictures);
	return {
		number: row.number,
		revision: r.revision,
		state: r.state,
		validUntil: r.validUntil,
		language: languageOf(r.header.language),
		header: {
			title: r.header.title,
			customer: r.header.customer,
			site: r.header.site,
			intro: r.header.intro,
			terms: r.header.terms,
			company: r.header.company,
			by: r.header.by,
			change: r.header.change,
			photos: r.header.photos ?? [],
			opening: r.header.opening ?? [],
			closing: r.header.closing ?? [],
			sheets: r.header.sheets ?? [],
			layout,
			estimator: r.header.estimator ?? null
		},
		letterhead: own.settings.letterhead,
		company: { name: own.name, phone: own.phone, mail: own.mail },
		questions: questionsOf(db, r.quoteId).map(({ id, about, asked, askedBy, askedAt, answer: said, answeredBy, answeredAt }) => ({
			id,
			about,
			asked,
			askedBy,
			askedAt,
			answer: said,
			answeredBy,
			answeredAt
		})),
		signers: r.signers.map((name) => ({ name, at: signed.find((s) => s.name === name)?.at ?? null })),
		settled: signed.length > 0,
		deposit: answer?.answer === 'accepted' ? depositOf(app, row.jobId) : null,
		depositAsked: r.state === 'open' ? depositAsked(app, r.header, view.totals.total) : null,
		recurring: recurringSums(r.header.recurring ?? [], r.frozen.tax),
		hasRecord: (answer?.record ?? null) !== null,
		answer: answer && { answer: answer.answer, name: answer.name, at: answer.at, total: answer.total, reason: answer.reason },
		view,
		zone: own.zone,
		system: own.system
	};
}

/** What a revision is written in. */
export const quoteLanguage = (app: App, revisionId: string) =>
	languageOf(app.db.orm.select({ header: revisions.header }).from(revisions).where(eq(revisions.id, revisionId)).get()?.header.language);

/** What is to be paid when the quote is accepted, as it was frozen (an older one: as every billing plan begins now): the share, hundredths of a percent, and the amount. */
function depositAsked(app: App, { change, deposit }: RevisionHeader, total: Cents): { percent: number; amount: Cents } | null {
	const share = deposit?.percent ?? companyOf(app).settings.deposit.percent;
	// A change order is billed with its job.
	if (change !== undefined || share <= 0 || share >= 10_000 || total <= 0) return null;
	return { percent: share, amount: depositAmount(total, { by: 'percent', percent: percent(share) }) };
}

/** The deposit that was billed when the job was won, while it is not paid: what is left, and where it can be paid by card. */
function depositOf(app: App, jobId: string): { left: number; url: string } | null {
	const bill = app.db.orm
		.select({ id: invoices.id, left: sql<number>`${invoices.total} - ${invoices.paid}` })
		.from(billingSteps)
		.innerJoin(invoices, eq(invoices.id, billingSteps.invoiceId))
		.where(and(eq(billingSteps.jobId, jobId), eq(billingSteps.when, 'acceptance'), isNotNull(invoices.issuedAt), isNull(invoices.voidedAt)))
		.get();
	const url = bill && bill.left > 0 ? linkFor(app, 'invoice', bill.id) : null;
	return bill && url ? { left: bill.left, url } : null;
}
