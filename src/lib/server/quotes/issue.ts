import { dayIn, mailWords, type Language } from '../../core/words';
import { say } from '../../contract/refusals/quotes';
import * as contract from '../../contract/quotes/commands';
import { and, eq, max } from 'drizzle-orm';
import type { Input } from '../../contract';
import { coherent, mapRich } from '../../core/documents';
import { computeEstimate, freeze, groupProblems, type Estimate } from '../../core/estimate';
import { formatCents, moneyIn } from '../../core/money';
import { Refusal } from '../../core/refusal';
import { fillLetter, readPhones, readRecipients } from '../../core/quotes';
import { ownWords } from '../../core/sales';
import { addDays, instantOf, wallTime } from '../../core/time';
import { serve, type Actor, type Context } from '../commands';
import { items } from '../catalog/schema';
import { company, taxCodes, taxComponents } from '../company/schema';
import { estimates } from '../estimates/schema';
import { attachments } from '../files/schema';
import { flatServices } from '../flat-rate/schema';
import { links } from '../links/schema';
import { outbox } from '../outbox/schema';
import { people } from '../people/schema';
import { quotes, revisions, type RevisionHeader } from './schema';
import { customers, jobs, sites } from '../sales/schema';
import { loadEstimate, undoEndsHere, checkSignedOff } from '../estimates';
import { hashOf, newId } from '../ids';
import { photosForQuote } from '../survey';
import { makeLink } from '../links';

type Given = Input<'quotes.issue'>;
type Customer = typeof customers.$inferSelect;
type Job = typeof jobs.$inferSelect;
type EstimateRow = typeof estimates.$inferSelect;
type Quote = typeof quotes.$inferSelect;

export const issueQuote = serve(contract.issueQuote, (ctx, i, actor) => issue(ctx, i, actor));

/** Freezes an estimate as the next revision of its quote, and sends it where that is wished. */
export function issue(ctx: Context, i: Given, actor: Actor) {
	const row = ctx.get(estimates, i.estimateId, 'This estimate');
	const job = ctx.get(jobs, row.jobId, 'This job');
	const estimate = readyToIssue(ctx, row, job, i.despite ?? false);
	checkSignedOff(ctx, row.id, estimate, actor.type === 'person' ? actor : null);
	const own = ctx.get(company, 'company', 'The company');
	const sending = sendingOf(ctx, i, own.zone);
	const customer = ctx.get(customers, job.customerId, 'The customer');
	const frozen = freeze(estimate, taxFor(ctx, customer));
	const quote = quoteOf(ctx, row, job.id);
	replaceOpen(ctx, quote.id);
	const validUntil = addDays(wallTime(sending.at, own.zone).day, own.settings.quoteDays);
	const words = wordsFor(ctx, { row, job, customer, quote, total: moneyIn(own.settings.currency)(frozen.totals.total), validUntil });
	const header = headerOf(ctx, i, { row, job, customer, estimate, words });
	const revision = {
		id: newId(),
		quoteId: quote.id,
		revision: nextRevision(ctx, quote.id),
		issuedAt: ctx.now,
		issuedBy: ctx.who.name,
		validUntil,
		header,
		frozen,
		hash: hashOf(JSON.stringify({ header, frozen })),
		net: frozen.totals.net,
		tax: frozen.totals.tax,
		total: frozen.totals.total,
		sentTo: [...sending.recipients, ...sending.phones].join(', '),
		goesOutAt: sending.at > ctx.now ? sending.at : null,
		signers: readSigners(i.signers ?? [])
	};
	ctx.db.insert(revisions).values(revision).run();
	const linkId = makeLink(ctx, 'quote', revision.id);
	send(ctx, i, {
		...sending,
		linkId,
		about: `job:${job.id}`,
		words,
		subject: mailWords(customer.language).quoteFrom({ number: quote.number, company: own.name }),
		language: customer.language
	});
	if (i.keep) keepLetter(ctx, i);
	ctx.update(jobs, job.id, { touchedAt: ctx.now });
	undoEndsHere(ctx, row.id);
	ctx.happened(
		`job:${job.id}`,
		'quotes.issue',
		{ number: quote.number, revision: revision.revision, total: frozen.totals.total, jobId: job.id },
		'track',
		'today',
		`estimate:${row.id}`
	);
	return { quoteNumber: quote.number, revision: revision.revision, revisionId: revision.id, linkId };
}

/** The estimate as it can be offered. @throws Refusal with the first thing that stands against it */
function readyToIssue(ctx: Context, row: EstimateRow, job: Job, despiteLoss: boolean): Estimate {
	const estimate = loadEstimate(ctx.db, row.id);
	if (!estimate) throw new Refusal(say('estimate-not-any-more'));
	if (job.number !== null && row.change === null) throw new Refusal(say('job-won-already'));
	if (row.change !== null && isAccepted(ctx, row.id)) throw new Refusal(say('change-order-accepted-already'));
	if (row.change !== null && job.number === null) throw new Refusal(say('change-order-belongs-to-job-won'));
	const result = computeEstimate(estimate);
	if (result.problems[0]) throw new Refusal(say('before-goes-out', { text: result.problems[0].text }));
	if (result.lines.every((l) => l.state === 'aside')) throw new Refusal(say('nothing-on-estimate-yet'));
	if (result.toDecide.length > 0)
		throw new Refusal(say('lines-to-decide', { count: result.toDecide.length, name: result.toDecide[0]?.line.name }));
	const wrongGroup = groupProblems(estimate)[0];
	if (wrongGroup) throw new Refusal(say('group-not-chosen', { wrongGroup }));
	if (result.total.profit < 0 && !despiteLoss)
		throw new Refusal(say('price-below-break-even', { profit: formatCents(-result.total.profit) }), 'despite');
	return estimate;
}

/** Whom it goes to, and when. */
const sendingOf = (ctx: Context, i: Given, zone: string) => ({
	recipients: readRecipients(i.to),
	phones: readPhones(i.textTo ?? ''),
	at: sendingTime(i.sendAt ?? '', ctx.now, zone)
});

/** The taxes as they hold today for this customer. */
const taxFor = (ctx: Context, customer: Customer) => ({
	codes: ctx.db.select().from(taxCodes).all(),
	components: ctx.db.select().from(taxComponents).all(),
	day: ctx.today,
	exemption: customer.exemption
});

/** The quote of an estimate: one for all its revisions, with a number that it keeps. */
const quoteOf = (ctx: Context, row: EstimateRow, jobId: string): Quote =>
	ctx.db.select().from(quotes).where(eq(quotes.estimateId, row.id)).get() ??
	ctx.insert(quotes, { id: newId(), number: ctx.nextNumber('quote'), jobId, estimateId: row.id, createdAt: ctx.now });

/** What was offered before is offered no more, and letters about it that wait stay here. */
function replaceOpen(ctx: Context, quoteId: string): void {
	for (const old of ctx.db
		.select()
		.from(revisions)
		.where(and(eq(revisions.quoteId, quoteId), eq(revisions.state, 'open')))
		.all()) {
		ctx.db.update(revisions).set({ state: 'replaced' }).where(eq(revisions.id, old.id)).run();
		holdBack(ctx, old.id);
	}
}

const nextRevision = (ctx: Context, quoteId: string): number =>
	(ctx.db
		.select({ n: max(revisions.revision) })
		.from(revisions)
		.where(eq(revisions.quoteId, quoteId))
		.get()?.n ?? 0) + 1;

type Words = ReturnType<typeof wordsFor>;

/** What letters and text blocks may name in braces. */
function wordsFor(ctx: Context, of: { row: EstimateRow; job: Job; customer: Customer; quote: Quote; total: string; validUntil: string }) {
	const own = ctx.get(company, 'company', 'The company');
	const site = of.job.siteId ? ctx.find(sites, of.job.siteId) : undefined;
	return {
		...ownWords(own.settings.ownFields, { customer: of.customer.own, site: site?.own ?? {}, job: of.job.own, quote: of.quote.own }),
		customer: of.customer.name,
		title: of.row.title,
		number: String(of.quote.number),
		total: of.total,
		'valid until': dayIn(of.customer.language, of.validUntil),
		me: ctx.who.name,
		company: own.name,
		phone: own.phone
	};
}

/** What stands around the figures of a revision, frozen with them. */
function headerOf(ctx: Context, i: Given, of: { row: EstimateRow; job: Job; customer: Customer; estimate: Estimate; words: Words }) {
	const own = ctx.get(company, 'company', 'The company');
	const site = of.job.siteId ? ctx.find(sites, of.job.siteId) : undefined;
	const layout = coherent(i.layout ?? own.settings.quoteLayout);
	const photos = photosForQuote(ctx.db, of.job.id);
	const pictures = picturesOf(ctx, of.estimate);
	const block = (place: 'introduction' | 'closing') =>
		own.settings.textBlocks
			.filter((b) => b.place === place && (i.blocks?.includes(b.id) ?? true))
			.flatMap((b) => mapRich(b.text, (t) => fillLetter(t, of.words)));
	const [opening, closing] = [block('introduction'), block('closing')];
	const sheets = [
		...(layout.dataSheets ? sheetsOf(ctx, of.estimate) : []),
		...filesOf(ctx, [`customer:${of.customer.id}`, `job:${of.job.id}`], i.files ?? [])
	];
	return {
		title: of.row.title,
		customer: of.customer.name,
		site: site?.address ?? '',
		intro: of.row.intro,
		terms: own.settings.terms,
		company: own.name,
		by: ctx.who.name,
		...(of.customer.language === 'en' ? {} : { language: of.customer.language }),
		...(of.row.change === null
			? { deposit: { percent: depositShare(i.deposit ?? usualShare(own.settings.deposit.percent)) } }
			: { change: of.row.change }),
		...(of.row.recurring.length ? { recurring: of.row.recurring } : {}),
		...(layout.estimator ? estimatorOf(ctx) : {}),
		...(photos.length ? { photos } : {}),
		...(Object.keys(pictures).length ? { pictures } : {}),
		layout,
		...(opening.length ? { opening } : {}),
		...(closing.length ? { closing } : {}),
		...(sheets.length ? { sheets } : {})
	};
}

/** What the company asks for; all of it or more is no deposit, and holds no quote back. */
const usualShare = (percent: number): number => (percent > 0 && percent < 10_000 ? percent : 0);

/** A share of the total that is less than the whole. @throws Refusal at the field */
function depositShare(share: number): number {
	if (share < 0 || share >= 10_000) throw new Refusal(say('deposit-between'), 'deposit');
	return share;
}

/** Whoever issues it, as they said they stand on quotes. */
function estimatorOf(ctx: Context): Pick<RevisionHeader, 'estimator'> {
	const person = ctx.actor.type === 'person' ? ctx.find(people, ctx.actor.id) : undefined;
	return person ? { estimator: { name: person.name, title: person.title, pictureId: person.pictureId, signature: person.signature } } : {};
}

interface Sending {
	recipients: string[];
	phones: string[];
	at: number;
	linkId: string;
	about: string;
	words: Words;
	/** What a letter is about when nobody said. */
	subject: string;
	language: Language;
}

/** The letter and, if wished, the text message with the link, now or when their time comes. */
function send(ctx: Context, i: Given, s: Sending): void {
	const { linkId, about, at, words } = s;
	const withLink = (text: string, gap: string) => (text.includes('{link}') ? text : `${text}${gap}{link}`);
	const mine = i.copy && ctx.actor.type === 'person' ? ctx.find(people, ctx.actor.id)?.mail : undefined;
	ctx.mail({
		to: [...s.recipients, ...(mine && !s.recipients.includes(mine) ? [mine] : [])].join(', '),
		subject: fillLetter(i.subject, words, 'subject') || s.subject,
		text: withLink(fillLetter(i.text, words), '\n\n'),
		...{ linkId, about, at }
	});
	if (s.phones.length === 0) return;
	const said = fillLetter((i.message ?? '').trim() || mailWords(s.language).quoteLetter.message, words, 'message');
	ctx.textMessage({ to: s.phones.join(', '), text: withLink(said, ' '), ...{ linkId, about, at } });
}

/** The wording is what the next quotes begin with. */
function keepLetter(ctx: Context, i: Given): void {
	const own = ctx.get(company, 'company', 'The company');
	const quoteLetter = { subject: i.subject, text: i.text, ...(i.message ? { message: i.message } : {}) };
	ctx.update(company, 'company', { settings: { ...own.settings, quoteLetter } });
}

const isAccepted = (ctx: Context, estimateId: string): boolean =>
	ctx.db
		.select({ id: revisions.id })
		.from(revisions)
		.innerJoin(quotes, eq(quotes.id, revisions.quoteId))
		.where(and(eq(quotes.estimateId, estimateId), eq(revisions.state, 'accepted')))
		.get() !== undefined;

/** Names of those who must all sign. @throws Refusal for one alone, or one twice */
function readSigners(typed: readonly string[]): string[] {
	const names = typed.map((n) => n.trim()).filter(Boolean);
	if (names.length === 1) throw new Refusal(say('one-alone-signs-anyway'), 'signers');
	if (new Set(names.map((n) => n.toLowerCase())).size < names.length) throw new Refusal(say('somebody-named-twice'), 'signers');
	return names;
}

/** Pictures of what a customer sees offered: of the item or the flat-rate service that a shown line stands for. */
function picturesOf(ctx: Context, estimate: Estimate): Record<string, string> {
	const shown = estimate.scopes.filter((s) => !s.setAside).flatMap((s) => s.lines.filter((l) => !l.setAside && !l.hidden && !l.heading));
	return Object.fromEntries(
		shown.flatMap((l) => {
			const fileId = l.flat ? ctx.find(flatServices, l.flat.serviceId)?.fileId : l.itemId ? ctx.find(items, l.itemId)?.fileId : null;
			return fileId ? [[l.id, fileId]] : [];
		})
	);
}

/** Files of the customer and of the job that were chosen to go along. @throws Refusal for one that is another’s, or gone */
function filesOf(ctx: Context, owners: readonly string[], ids: readonly string[]): { id: string; name: string }[] {
	return ids.map((id) => {
		const file = ctx.find(attachments, id);
		if (!file || !owners.includes(file.subject)) throw new Refusal(say('one-of-these-files-not-any'), 'files');
		return { id, name: file.name };
	});
}

/** Data sheets of what is offered, each once, in the order of the estimate. */
function sheetsOf(ctx: Context, estimate: Estimate): { id: string; name: string }[] {
	const items = [...new Set(estimate.scopes.flatMap((s) => s.lines.flatMap((l) => (l.itemId && !l.setAside ? [`item:${l.itemId}`] : []))))];
	return items.flatMap((subject) =>
		ctx.db.select({ id: attachments.id, name: attachments.name }).from(attachments).where(eq(attachments.subject, subject)).all()
	);
}

/** When a letter goes out. @throws Refusal for a time that cannot be, is over, or is more than sixty days away */
function sendingTime(typed: string, now: number, zone: string): number {
	if (typed === '') return now;
	const m = /^(\d{4}-\d{2}-\d{2})T(\d{2}:\d{2})$/.exec(typed);
	let at: number;
	try {
		at = instantOf(m?.[1] ?? '', m?.[2] ?? '', zone);
	} catch {
		throw new Refusal(say('not-day-and-time'), 'sendAt');
	}
	if (at <= now) throw new Refusal(say('time-over'), 'sendAt');
	if (at > now + 60 * 86_400_000) throw new Refusal(say('quote-waits-at-most-sixty-days'), 'sendAt');
	return at;
}

/** Letters about a revision that have not gone out yet stay here: it is not offered any more. */
export function holdBack(ctx: Context, revisionId: string): void {
	const waiting = ctx.db
		.select({ id: outbox.id })
		.from(outbox)
		.innerJoin(links, eq(links.id, outbox.linkId))
		.where(and(eq(links.subjectId, revisionId), eq(outbox.state, 'queued')))
		.all();
	for (const m of waiting) ctx.update(outbox, m.id, { state: 'failed', message: 'held back: the quote is not offered any more' });
}
