import * as contract from '../../contract/quotes/acceptance';
import { asc, eq, sql } from 'drizzle-orm';
import { computeEstimate, frozenHolds, membersOf, quoteTotals, type QuoteTotals } from '../../core/estimate';
import { recordText, type AcceptanceRecord } from '../../core/quotes';
import { wallTime } from '../../core/time';
import { Refusal } from '../../core/refusal';
import { serve, type Context } from '../commands';
import { log } from '../log';
import type { Orm } from '../db';
import { company } from '../company/schema';
import { answers, quotes, revisions, signatures } from './schema';
import { hashOf } from '../ids';
import { questionsOf } from './questions';

type Revision = typeof revisions.$inferSelect;
type Signature = typeof signatures.$inferSelect;
const signatureHash = (s: Pick<Signature, 'signature'>): string => (s.signature === '' ? '' : hashOf(s.signature));
/** The hash of what was issued: its header and frozen estimate, as they stand in the file. */
export const revisionHash = (r: Pick<Revision, 'header' | 'frozen'>): string =>
	hashOf(JSON.stringify({ header: r.header, frozen: r.frozen }));

/** Those who signed, in the order in which they did. */
export const signaturesOf = (db: Orm, revisionId: string): Signature[] =>
	db
		.select()
		.from(signatures)
		.where(eq(signatures.revisionId, revisionId))
		.orderBy(asc(signatures.at), sql`rowid`)
		.all();

/** The record of an acceptance, and its hash. */
export function makeRecord(
	ctx: Context,
	r: Revision,
	quoteNumber: number,
	totals: QuoteTotals,
	a: { chosen: string[]; name: string; signature: string; address: string; agent: string; at?: number },
	signed: readonly Signature[] = []
): { record: AcceptanceRecord; recordHash: string } {
	const own = ctx.get(company, 'company', 'The company');
	const at = a.at ?? ctx.now;
	const here = wallTime(at, own.zone);
	const offered = new Map(membersOf(r.frozen.estimate).map((m) => [m.id, m.name]));
	const record: AcceptanceRecord = {
		version: 1,
		company: r.header.company,
		customer: r.header.customer,
		site: r.header.site,
		quote: quoteNumber,
		revision: r.revision,
		revisionHash: revisionHash(r),
		chosen: a.chosen.map((id) => ({ id, name: offered.get(id) ?? '' })),
		net: totals.net,
		tax: totals.tax,
		total: totals.total,
		terms: r.header.terms,
		name: a.name,
		signatureHash: a.signature === '' ? '' : hashOf(a.signature),
		at,
		wallTime: `${here.day} ${here.time}`,
		zone: own.zone,
		address: a.address,
		agent: a.agent,
		...(signed.length
			? { signatures: signed.map((s) => ({ name: s.name, signatureHash: signatureHash(s), at: s.at, address: s.address, agent: s.agent })) }
			: {}),
		questions: questionsOf(ctx.db, r.quoteId).map(({ about, asked, askedBy, askedAt, answer, answeredBy }) => ({
			about,
			asked,
			askedBy,
			askedAt,
			answer,
			answeredBy
		}))
	};
	return { record, recordHash: hashOf(recordText(record)) };
}

/**
 * The record of an acceptance, or none yet: the customer's word counts also when its record cannot be made at this moment. Then it is due, and
 * made by the worker.
 */
export function recordOrDue(...of: Parameters<typeof makeRecord>): {
	record: AcceptanceRecord | null;
	recordHash: string;
	recordDue: boolean;
} {
	try {
		return { ...makeRecord(...of), recordDue: false };
	} catch (e) {
		if (e instanceof Refusal) throw e;
		log.error({ revision: of[1].id, error: (e as Error).message }, 'record of acceptance');
		return { record: null, recordHash: '', recordDue: true };
	}
}

export const makeDueRecords = serve(contract.makeDueRecords, (ctx) => {
	const due = ctx.db
		.select()
		.from(answers)
		.where(sql`record_due = 1`)
		.limit(20)
		.all();
	for (const a of due) {
		const r = ctx.get(revisions, a.revisionId, 'This quote');
		const quote = ctx.get(quotes, r.quoteId, 'This quote');
		const totals = quoteTotals(computeEstimate(r.frozen.estimate, { chosen: new Set(a.chosen) }), r.frozen.tax);
		const made = makeRecord(ctx, r, quote.number, totals, a, signaturesOf(ctx.db, r.id));
		ctx.update(answers, a.id, { ...made, recordDue: false });
		ctx.happened(`job:${quote.jobId}`, 'quotes.make-due-records', { number: quote.number });
	}
	return { made: due.length };
});

/** Whether a record waits to be made. */
export const recordsDue = (db: Orm): boolean =>
	db
		.select({ id: answers.id })
		.from(answers)
		.where(sql`record_due = 1`)
		.limit(1)
		.get() !== undefined;

/** Checks one acceptance: its record against its hash, the revision and signature against the record, the totals afresh. @returns what is wrong */
export function checkAcceptance(db: Orm, answerId: string): string[] {
	const a = db.select().from(answers).where(eq(answers.id, answerId)).get();
	if (!a || a.answer !== 'accepted') return ['There is no such acceptance.'];
	if (!a.record) return ['It is older than records of acceptance: only its figures are checked.'];
	const r = db.select().from(revisions).where(eq(revisions.id, a.revisionId)).get();
	const quote = r ? db.select().from(quotes).where(eq(quotes.id, r.quoteId)).get() : undefined;
	if (!r || !quote) return ['The revision is gone.'];
	const wrong: string[] = [];
	if (hashOf(recordText(a.record)) !== a.recordHash) wrong.push('The record does not have the hash it was given.');
	if (revisionHash(r) !== a.record.revisionHash) wrong.push('The revision is not the one that was accepted.');
	if ((a.signature === '' ? '' : hashOf(a.signature)) !== a.record.signatureHash) wrong.push('The signature is another one.');
	const signed = signaturesOf(db, r.id);
	const said = a.record.signatures ?? [];
	if (said.length !== signed.length || said.some((s, n) => s.name !== signed[n]?.name || s.signatureHash !== signatureHash(signed[n])))
		wrong.push('The signatures of those who had to sign are others.');
	if (!frozenHolds(r.frozen)) wrong.push('The revision does not recompute to its own figures.');
	const totals = quoteTotals(computeEstimate(r.frozen.estimate, { chosen: new Set(a.record.chosen.map((c) => c.id)) }), r.frozen.tax);
	if (totals.total !== a.record.total || a.total !== a.record.total) wrong.push('The total is another one.');
	if (quote.number !== a.record.quote || r.revision !== a.record.revision) wrong.push('The numbers differ.');
	return wrong;
}

/** Every acceptance with what is wrong with it; nothing: it holds. */
export const checkAll = (db: Orm) =>
	db
		.select({ id: answers.id, name: answers.name, at: answers.at, hash: answers.recordHash })
		.from(answers)
		.where(eq(answers.answer, 'accepted'))
		.all()
		.map((a) => ({ ...a, wrong: checkAcceptance(db, a.id) }));
