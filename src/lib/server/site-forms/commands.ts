import { say } from '../../contract/refusals/site-forms';
import * as contract from '../../contract/site-forms/commands';
import { asc, desc, eq, sql } from 'drizzle-orm';
import { readRecipients } from '../../core/quotes';
import { filesOf, formErrors, formProblems, givenOnly } from '../../core/site-forms';
import { Refusal } from '../../core/refusal';
import type { App } from '../app';
import { serve, type Context } from '../commands';
import type { Orm } from '../db';
import { issuedFiles } from '../documents/schema';
import { files } from '../files/schema';
import { fieldWords, languageOf, mailWords, type Language } from '../../core/words';
import { customers, jobs } from '../sales/schema';
import { formOf } from './designs';
import { formDesigns, handovers, siteForms } from './schema';
import { isDrawable } from '../files';
import { hashOf, newId } from '../ids';
import { makeLink } from '../links';
import { workJob } from '../planning';

type SiteFormRecord = typeof siteForms.$inferSelect;

export const beginForm = serve(contract.beginForm, (ctx, i) => {
	const job = workJob(ctx, i.jobId);
	const form = formOf(ctx.db, i.form);
	if (ctx.find(formDesigns, form.id)?.setAside) throw new Refusal(say('form-set-aside', { name: form.name }), 'form');
	const record = ctx.insert(siteForms, {
		id: newId(),
		jobId: job.id,
		form: form.id,
		edition: form.edition,
		values: {},
		createdAt: ctx.now,
		createdBy: ctx.who.name
	});
	ctx.happened(`job:${job.id}`, 'forms.begin', { form: form.name }, 'field');
	return { recordId: record.id };
});

/** A record that can still be filled in. @throws Refusal for one that is signed or approved */
function open(ctx: Context, recordId: string): SiteFormRecord {
	const record = ctx.get(siteForms, recordId, 'This form');
	if (record.state === 'signed') throw new Refusal(say('form-signed'));
	if (record.state === 'approved') throw new Refusal(say('certificate-issued-and-does-not-change'));
	return record;
}

export const saveForm = serve(contract.saveForm, (ctx, i) => {
	const record = open(ctx, i.recordId);
	const form = formOf(ctx.db, record.form, record.edition);
	const values = givenOnly(form, i.values);
	const [wrong] = formErrors(form, values);
	if (wrong) throw new Refusal(wrong.said, wrong.field);
	for (const id of [...i.pictures, ...filesOf(form, values)]) ctx.get(files, id, 'A picture');
	const after = ctx.update(siteForms, record.id, { values, pictures: i.pictures }, i.version);
	// It is kept at every field; history says once that somebody fills it in.
	if (Object.keys(record.values).length === 0 && record.pictures.length === 0)
		ctx.happened(`job:${record.jobId}`, 'forms.save', { form: form.name }, 'field');
	return { version: after.version };
});

export const signForm = serve(contract.signForm, (ctx, i) => {
	const record = open(ctx, i.recordId);
	const form = formOf(ctx.db, record.form, record.edition);
	const problem = formProblems(form, record.values)[0];
	if (problem) throw new Refusal(problem.said, problem.field);
	if (!isDrawable(i.leadSignature)) throw new Refusal(say('lead-has-to-sign'), 'leadSignature');
	const customer = form.customerSigns === 'no' ? '' : i.customerName.trim();
	if (form.customerSigns === 'must' && customer === '') throw new Refusal(say('customer-has-to-sign'), 'customerName');
	if (customer !== '' && !isDrawable(i.customerSignature)) throw new Refusal(say('customer-has-to-sign-or-leave'), 'customerSignature');
	ctx.update(
		siteForms,
		record.id,
		{
			state: 'signed',
			leadName: i.leadName.trim(),
			leadSignature: i.leadSignature,
			customerName: customer,
			customerSignature: customer === '' ? '' : i.customerSignature,
			signedAt: ctx.now
		},
		i.version
	);
	ctx.happened(`job:${record.jobId}`, 'forms.sign', { form: form.name, name: i.leadName.trim(), jobId: record.jobId }, 'field', 'today');
});

export const approveForm = serve(contract.approveForm, (ctx, i) => {
	const record = ctx.get(siteForms, i.recordId, 'This form');
	if (record.state === 'approved' && record.number !== null) return { number: record.number };
	if (record.state !== 'signed') throw new Refusal(say('form-not-signed-yet'));
	const number = ctx.nextNumber('certificate');
	ctx.update(siteForms, record.id, { state: 'approved', number, approvedAt: ctx.now, approvedBy: ctx.who.name }, i.version);
	ctx.happened(
		`job:${record.jobId}`,
		'forms.approve',
		{ form: formOf(ctx.db, record.form, record.edition).certificate, number },
		'field',
		'today'
	);
	return { number };
});

export const returnForm = serve(contract.returnForm, (ctx, i) => {
	const record = ctx.get(siteForms, i.recordId, 'This form');
	if (record.state !== 'signed') throw new Refusal(say('only-signed-form-given-back'));
	ctx.update(
		siteForms,
		record.id,
		{ state: 'open', leadName: '', leadSignature: '', customerName: '', customerSignature: '', signedAt: null },
		i.version
	);
	ctx.happened(
		`job:${record.jobId}`,
		'forms.return',
		{ form: formOf(ctx.db, record.form, record.edition).name, reason: i.reason.trim() },
		'field',
		'today'
	);
});

export const replaceForm = serve(contract.replaceForm, (ctx, i) => {
	const record = ctx.get(siteForms, i.recordId, 'This form');
	if (record.number === null) throw new Refusal(say('only-certificate-replaced'));
	const begun = ctx.db.select({ id: siteForms.id }).from(siteForms).where(eq(siteForms.replaces, record.id)).get();
	// Asked for twice, it is the same one.
	if (begun) return { recordId: begun.id };
	const anew = ctx.insert(siteForms, {
		id: newId(),
		jobId: record.jobId,
		form: record.form,
		edition: record.edition,
		values: record.values,
		pictures: record.pictures,
		replaces: record.id,
		createdAt: ctx.now,
		createdBy: ctx.who.name
	});
	const { certificate } = formOf(ctx.db, record.form, record.edition);
	ctx.happened(`job:${record.jobId}`, 'forms.replace', { form: certificate, number: record.number }, 'field');
	return { recordId: anew.id };
});

export const removeForm = serve(contract.removeForm, (ctx, i) => {
	const record = open(ctx, i.recordId);
	ctx.remove(siteForms, record.id);
	ctx.happened(`job:${record.jobId}`, 'forms.remove', { form: formOf(ctx.db, record.form, record.edition).name }, 'field');
});

/** An issued document as it is kept, the job it is of, and what it is called in a language. @throws Refusal when it is not issued yet */
function issuedSubject(
	ctx: Pick<Context, 'get' | 'db'>,
	kind: 'certificate' | 'handover',
	id: string
): { subject: string; jobId: string; nameIn: (language: Language) => string } {
	if (kind === 'handover') {
		const h = ctx.get(handovers, id, 'This report');
		return { subject: `handover:${id}`, jobId: h.jobId, nameIn: (language) => mailWords(language).handoverNumber(h.number) };
	}
	const record = ctx.get(siteForms, id, 'This form');
	if (record.number === null) throw new Refusal(say('form-not-approved-yet'));
	const { certificate } = formOf(ctx.db, record.form, record.edition);
	return {
		subject: `certificate:${id}`,
		jobId: record.jobId,
		nameIn: (language) => `${fieldWords(language).siteForm(certificate)} ${record.number}`
	};
}

export const mailDocument = serve(contract.mailDocument, (ctx, i) => {
	const { subject, jobId, nameIn } = issuedSubject(ctx, i.kind, i.id);
	const to = readRecipients(i.to);
	if (to.length === 0) throw new Refusal(say('say-where-mail-goes'), 'to');
	const customer = ctx.get(customers, ctx.get(jobs, jobId, 'This job').customerId, 'The customer');
	const language = languageOf(customer.language);
	const usual = mailWords(language).document({ name: nameIn(language) });
	const text = i.text.trim() || usual.text;
	ctx.mail({
		to: to.join(', '),
		subject: i.subject.trim() || usual.subject,
		text: text.includes('{link}') ? text : `${text}\n\n{link}`,
		linkId: makeLink(ctx, 'document', subject),
		about: `job:${jobId}`
	});
	ctx.happened(`job:${jobId}`, 'forms.mail', { name: nameIn('en'), to: to.join(', ') });
});

export const keepIssued = serve(contract.keepIssued, (ctx, i) => {
	const there = ctx.db.select({ id: issuedFiles.id }).from(issuedFiles).where(eq(issuedFiles.subject, i.subject)).get();
	if (there) return;
	// The bytes are their own record: history need not hold them once more.
	ctx.insertRecorded(issuedFiles, [
		{
			id: newId(),
			subject: i.subject,
			name: i.name,
			type: 'application/pdf',
			bytes: i.bytes,
			hash: hashOf(i.bytes.toString('base64')),
			at: ctx.now
		}
	]);
});

/** Forms of one job with their names, and the number of the certificate that stands in the place of one. */
function placed<F extends { id: string; form: string; edition: number; number: number | null; replaces: string | null }>(
	db: Orm,
	all: F[]
) {
	const inPlace = new Map(all.flatMap((f) => (f.replaces !== null && f.number !== null ? [[f.replaces, f.number] as const] : [])));
	return all.map((f) => ({ ...f, name: formOf(db, f.form, f.edition).name, replacedBy: inPlace.get(f.id) ?? null }));
}

/** The forms of a job, newest first, without their signatures. */
export const formsOf = (app: App, jobId: string) =>
	placed(
		app.db.orm,
		app.db.orm
			.select({
				id: siteForms.id,
				form: siteForms.form,
				edition: siteForms.edition,
				number: siteForms.number,
				state: siteForms.state,
				leadName: siteForms.leadName,
				customerName: siteForms.customerName,
				signedAt: siteForms.signedAt,
				approvedBy: siteForms.approvedBy,
				createdAt: siteForms.createdAt,
				createdBy: siteForms.createdBy,
				replaces: siteForms.replaces,
				version: siteForms.version
			})
			.from(siteForms)
			.where(eq(siteForms.jobId, jobId))
			.orderBy(desc(siteForms.createdAt))
			.all()
	);

/** One record with its form, for filling in and for the certificate. */
export function formRecord(app: App, recordId: string) {
	const row = app.db.orm
		.select({ record: siteForms, job: { id: jobs.id, name: jobs.name, number: jobs.number } })
		.from(siteForms)
		.innerJoin(jobs, eq(jobs.id, siteForms.jobId))
		.where(eq(siteForms.id, recordId))
		.get();
	if (!row) return null;
	const { replaces } = row.record;
	const before =
		replaces === null ? undefined : app.db.orm.select({ number: siteForms.number }).from(siteForms).where(eq(siteForms.id, replaces)).get();
	return { ...row, form: formOf(app.db.orm, row.record.form, row.record.edition), replacesNumber: before?.number ?? null };
}

/** Signed forms that wait for approval, the oldest first. */
export const formsToApprove = (app: App) =>
	app.db.orm
		.select({
			id: siteForms.id,
			form: siteForms.form,
			edition: siteForms.edition,
			jobId: jobs.id,
			job: jobs.name,
			leadName: siteForms.leadName
		})
		.from(siteForms)
		.innerJoin(jobs, eq(jobs.id, siteForms.jobId))
		// Written out, so that the index of those that wait is used.
		.where(sql`${siteForms.state} = 'signed'`)
		.orderBy(asc(siteForms.signedAt))
		.limit(50)
		.all()
		.map((f) => ({ ...f, name: formOf(app.db.orm, f.form, f.edition).name }));
