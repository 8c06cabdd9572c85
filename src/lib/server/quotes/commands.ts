import * as contract from '../../contract/quotes/commands';
import { and, eq, max } from 'drizzle-orm';
import { coherent, mapRich } from '../../core/documents';
import { checkChoice, computeEstimate, freeze, groupProblems, membersOf, presetsOf, quoteTotals, type Estimate } from '../../core/estimate';
import { formatCents } from '../../core/money';
import { Refusal } from '../../core/refusal';
import { fillLetter, readPhones, readRecipients, USUAL_MESSAGE } from '../../core/quotes';
import { ownWords } from '../../core/sales';
import { addDays, instantOf, longDay, wallTime } from '../../core/time';
import { serve, type Actor, type Context } from '../commands';
import {
	answers,
	attachments,
	company,
	customers,
	estimates,
	flatServices,
	items,
	jobs,
	links,
	outbox,
	people,
	quotes,
	revisions,
	signatures,
	sites,
	taxCodes,
	taxComponents,
	views
} from '../db/schema';
import { loadEstimate } from '../estimates/load';
import { undoEndsHere } from '../estimates/undo';
import { checkSignedOff } from '../estimates/reviews';
import { hashOf, newId } from '../ids';
import { photosForQuote } from '../survey/commands';
import { isDrawable } from '../files/pictures';
import { recordOrDue, signaturesOf } from './acceptance';
import { personInCharge } from './in-charge';
import { linkOf, makeLink } from '../links';

export const issueQuote = serve(contract.issueQuote, (ctx, i, actor) => {
	const row = ctx.get(estimates, i.estimateId, 'This estimate');
	const estimate = loadEstimate(ctx.db, row.id);
	const job = ctx.get(jobs, row.jobId, 'This job');
	if (!estimate) throw new Refusal('This estimate is not there any more.');
	if (job.number !== null && row.change === null) throw new Refusal('This job is won already; what comes now is a change order.');
	if (row.change !== null && isAccepted(ctx, row.id))
		throw new Refusal('This change order is accepted already; what comes now is another one.');
	if (row.change !== null && job.number === null) throw new Refusal('A change order belongs to a job that is won.');
	const result = computeEstimate(estimate);
	if (result.problems[0]) throw new Refusal(`Before it goes out: ${result.problems[0].text}`);
	if (result.lines.every((l) => l.state === 'aside')) throw new Refusal('There is nothing on this estimate yet.');
	if (result.toDecide.length > 0)
		throw new Refusal(
			`Before it goes out: ${result.toDecide.length} line${result.toDecide.length > 1 ? 's' : ''} still to decide (${result.toDecide[0]?.line.name}).`
		);
	const wrongGroup = groupProblems(estimate)[0];
	if (wrongGroup) throw new Refusal(`Before it goes out: ${wrongGroup}`);
	if (result.total.profit < 0 && !i.despite)
		throw new Refusal(
			`This price is ${formatCents(-result.total.profit)} below break-even. Issue it all the same if that is meant.`,
			'despite'
		);
	checkSignedOff(ctx, row.id, estimate, actor.type === 'person' ? actor : null);
	const own = ctx.get(company, 'company', 'The company');
	const recipients = readRecipients(i.to);
	const phones = readPhones(i.textTo ?? '');
	const at = sendingTime(i.sendAt ?? '', ctx.now, own.zone);
	const customer = ctx.get(customers, job.customerId, 'The customer');
	const site = job.siteId ? ctx.find(sites, job.siteId) : undefined;
	const tax = {
		codes: ctx.db.select().from(taxCodes).all(),
		components: ctx.db.select().from(taxComponents).all(),
		day: ctx.today,
		exemption: customer.exemption
	};
	const frozen = freeze(estimate, tax);
	let quote = ctx.db.select().from(quotes).where(eq(quotes.estimateId, row.id)).get();
	quote ??= ctx.insert(quotes, { id: newId(), number: ctx.nextNumber('quote'), jobId: job.id, estimateId: row.id, createdAt: ctx.now });
	for (const old of ctx.db
		.select()
		.from(revisions)
		.where(and(eq(revisions.quoteId, quote.id), eq(revisions.state, 'open')))
		.all()) {
		ctx.db.update(revisions).set({ state: 'replaced' }).where(eq(revisions.id, old.id)).run();
		holdBack(ctx, old.id);
	}
	const number =
		(ctx.db
			.select({ n: max(revisions.revision) })
			.from(revisions)
			.where(eq(revisions.quoteId, quote.id))
			.get()?.n ?? 0) + 1;
	const photos = photosForQuote(ctx.db, job.id);
	const pictures = picturesOf(ctx, estimate);
	const layout = coherent(i.layout ?? own.settings.quoteLayout);
	const words = {
		...ownWords(own.settings.ownFields, { customer: customer.own, site: site?.own ?? {}, job: job.own, quote: quote.own }),
		customer: customer.name,
		title: row.title,
		number: String(quote.number),
		total: formatCents(frozen.totals.total),
		'valid until': longDay(addDays(wallTime(at, own.zone).day, own.settings.quoteDays)),
		me: ctx.who.name,
		company: own.name,
		phone: own.phone
	};
	const block = (place: 'introduction' | 'closing') =>
		own.settings.textBlocks
			.filter((b) => b.place === place && (i.blocks?.includes(b.id) ?? true))
			.flatMap((b) => mapRich(b.text, (t) => fillLetter(t, words)));
	const [opening, closing] = [block('introduction'), block('closing')];
	const signers = readSigners(i.signers ?? []);
	const sheets = [...(layout.dataSheets ? sheetsOf(ctx, estimate) : []), ...filesOf(ctx, customer.id, i.files ?? [])];
	const header = {
		title: row.title,
		customer: customer.name,
		site: site?.address ?? '',
		intro: row.intro,
		terms: own.settings.terms,
		company: own.name,
		by: ctx.who.name,
		...(row.change === null ? {} : { change: row.change }),
		...(photos.length ? { photos } : {}),
		...(Object.keys(pictures).length ? { pictures } : {}),
		layout,
		...(opening.length ? { opening } : {}),
		...(closing.length ? { closing } : {}),
		...(sheets.length ? { sheets } : {})
	};
	const whole = JSON.stringify({ header, frozen });
	const revision = {
		id: newId(),
		quoteId: quote.id,
		revision: number,
		issuedAt: ctx.now,
		issuedBy: ctx.who.name,
		validUntil: addDays(wallTime(at, own.zone).day, own.settings.quoteDays),
		header,
		frozen,
		hash: hashOf(whole),
		net: frozen.totals.net,
		tax: frozen.totals.tax,
		total: frozen.totals.total,
		sentTo: [...recipients, ...phones].join(', '),
		goesOutAt: at > ctx.now ? at : null,
		signers
	};
	ctx.db.insert(revisions).values(revision).run();
	const linkId = makeLink(ctx, 'quote', revision.id);
	const text = fillLetter(i.text, words);
	const mine = i.copy && actor.type === 'person' ? ctx.find(people, actor.id)?.mail : undefined;
	ctx.mail({
		to: [...recipients, ...(mine && !recipients.includes(mine) ? [mine] : [])].join(', '),
		subject: fillLetter(i.subject, words, 'subject') || `Quote ${quote.number} from ${own.name}`,
		text: text.includes('{link}') ? text : `${text}\n\n{link}`,
		linkId,
		about: `job:${job.id}`,
		at
	});
	if (phones.length) {
		const said = fillLetter((i.message ?? '').trim() || USUAL_MESSAGE, words, 'message');
		ctx.textMessage({
			to: phones.join(', '),
			text: said.includes('{link}') ? said : `${said} {link}`,
			linkId,
			about: `job:${job.id}`,
			at
		});
	}
	if (i.keep)
		ctx.update(company, 'company', {
			settings: { ...own.settings, quoteLetter: { subject: i.subject, text: i.text, ...(i.message ? { message: i.message } : {}) } }
		});
	ctx.update(jobs, job.id, { touchedAt: ctx.now });
	undoEndsHere(ctx, row.id);
	ctx.happened(
		`job:${job.id}`,
		'quotes.issue',
		{ number: quote.number, revision: number, total: frozen.totals.total },
		'track',
		'today',
		`estimate:${row.id}`
	);
	return { quoteNumber: quote.number, revision: number, revisionId: revision.id, linkId };
});

/** Names of those who must all sign. @throws Refusal for one alone, or one twice */
function readSigners(typed: readonly string[]): string[] {
	const names = typed.map((n) => n.trim()).filter(Boolean);
	if (names.length === 1) throw new Refusal('One alone signs anyway. Name two or more, or nobody.', 'signers');
	if (new Set(names.map((n) => n.toLowerCase())).size < names.length) throw new Refusal('Somebody is named twice.', 'signers');
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

/** Files of the customer that were chosen to go along. @throws Refusal for one that is another’s, or gone */
function filesOf(ctx: Context, customerId: string, ids: readonly string[]): { id: string; name: string }[] {
	return ids.map((id) => {
		const file = ctx.find(attachments, id);
		if (file?.subject !== `customer:${customerId}`) throw new Refusal('One of these files is not there any more.', 'files');
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
		throw new Refusal('This is not a day and time.', 'sendAt');
	}
	if (at <= now) throw new Refusal('This time is over. Leave it empty to send now.', 'sendAt');
	if (at > now + 60 * 86_400_000) throw new Refusal('A quote waits at most sixty days; freeze it then.', 'sendAt');
	return at;
}

/** Letters about a revision that have not gone out yet stay here: it is not offered any more. */
function holdBack(ctx: Context, revisionId: string): void {
	const waiting = ctx.db
		.select({ id: outbox.id })
		.from(outbox)
		.innerJoin(links, eq(links.id, outbox.linkId))
		.where(and(eq(links.subjectId, revisionId), eq(outbox.state, 'queued')))
		.all();
	for (const m of waiting) ctx.update(outbox, m.id, { state: 'failed', message: 'held back: the quote is not offered any more' });
}

export const withdrawQuote = serve(contract.withdrawQuote, (ctx, i) => {
	const r = ctx.get(revisions, i.revisionId, 'This quote');
	if (r.state !== 'open') throw new Refusal(`This quote is ${r.state} already.`);
	ctx.db.update(revisions).set({ state: 'withdrawn' }).where(eq(revisions.id, r.id)).run();
	holdBack(ctx, r.id);
	const quote = ctx.get(quotes, r.quoteId, 'This quote');
	ctx.happened(`job:${quote.jobId}`, 'quotes.withdraw', { number: quote.number }, 'today', 'track');
});

/** Thanks the customer, with the link under which the record of what was agreed stays. */
function thankCustomer(ctx: Context, r: typeof revisions.$inferSelect, number: number, job: typeof jobs.$inferSelect, total: number): void {
	const to = r.sentTo || ctx.get(customers, job.customerId, 'The customer').mail;
	const linkId = linkOf(ctx.db, 'quote', r.id);
	if (linkId)
		ctx.mail({
			to,
			subject: `Thank you: quote ${number} is accepted`,
			text: `Thank you for your trust. You accepted quote ${number} at ${formatCents(total)}.

The record of what we agreed on, with terms, options and signature, as a PDF:

{link}/record

${r.header.company}`,
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

const isAccepted = (ctx: Context, estimateId: string): boolean =>
	ctx.db
		.select({ id: revisions.id })
		.from(revisions)
		.innerJoin(quotes, eq(quotes.id, revisions.quoteId))
		.where(and(eq(quotes.estimateId, estimateId), eq(revisions.state, 'accepted')))
		.get() !== undefined;

function revisionOf(ctx: Context, actor: Actor) {
	if (actor.type !== 'link') throw new Refusal('This needs the link from the mail.');
	return ctx.get(revisions, actor.subjectId, 'This quote');
}

export const answerQuote = serve(contract.answerQuote, (ctx, i, actor) => {
	const r = revisionOf(ctx, actor);
	if (i.signature !== '' && !isDrawable(i.signature))
		throw new Refusal('The signature cannot be read. Please sign once more.', 'signature');
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

interface Answer {
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
	if (!who) throw new Refusal(`These have to sign: ${r.signers.join(', ')}. Choose your name.`, 'name');
	const before = signaturesOf(ctx.db, r.id);
	const first = before[0];
	if (first && [...first.chosen].sort().join() !== [...a.chosen].sort().join())
		throw new Refusal(`${first.name} signed with other options. Load the page again to see which, or ask us for a fresh quote.`, 'name');
	if (!before.some((s) => s.name === who))
		ctx.insert(signatures, {
			...{ id: newId(), revisionId: r.id, name: who, signature: a.signature, chosen: a.chosen, at: ctx.now },
			...{ address: a.address, agent: a.agent }
		});
	const done = new Set([...before.map((s) => s.name), who]);
	return r.signers.filter((s) => !done.has(s));
}

function recordAnswer(ctx: Context, r: typeof revisions.$inferSelect, a: Answer) {
	const earlier = ctx.db.select().from(answers).where(eq(answers.revisionId, r.id)).get();
	if (earlier) return { answer: earlier.answer, total: earlier.total };
	if (r.state === 'replaced')
		throw new Refusal('A newer revision of this quote has replaced this one. Please use the link in the latest mail.');
	if (r.state === 'withdrawn') throw new Refusal('This quote was withdrawn. Please call us.');
	if (r.state !== 'open') throw new Refusal('This quote is answered already.');
	if (r.validUntil < ctx.today && a.answer === 'accepted' && !a.byHand)
		throw new Refusal(`This quote was valid until ${r.validUntil}. Please ask us for a fresh one.`);
	const quote = ctx.get(quotes, r.quoteId, 'This quote');
	const job = ctx.get(jobs, quote.jobId, 'This job');
	const chosen = new Set(a.chosen);
	// Who declines need not have chosen well.
	if (a.answer === 'accepted') checkChoice(r.frozen.estimate, chosen);
	const totals = quoteTotals(computeEstimate(r.frozen.estimate, { chosen }), r.frozen.tax);
	if (a.answer === 'accepted') {
		if (a.name.trim() === '') throw new Refusal('Please type your name.', 'name');
		if (!a.agreed) throw new Refusal('Please tick that you agree to the terms.', 'agreed');
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
	} else if (a.reason.trim() === '') throw new Refusal('Please tell us why; a word is enough.', 'reason');
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
		ctx.happened(`job:${job.id}`, 'quotes.declined', { number: quote.number, reason: a.reason.trim() }, 'track', 'today');
	}
	tellPersonInCharge(ctx, job, quote.number, a, totals.total);
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
