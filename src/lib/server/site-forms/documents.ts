import { eq } from 'drizzle-orm';
import { formatMinutes, formatQuantity } from '../../core/money';
import { wallTime } from '../../core/time';
import { dayIn, fieldWords, languageOf, paperWords, type Language } from '../../core/words';
import type { App } from '../app';
import { companyOf } from '../company';
import { issuedFiles } from '../documents/schema';
import { customers, jobs, sites } from '../sales/schema';
import { handovers } from './schema';
import { letterheadOf, GREY, hair, latin, render } from '../documents';
import { formRecord, keepIssued } from './commands';
import { pictureRows, sectionsOf } from './form-paper';

interface Issued {
	name: string;
	bytes: Buffer;
}

/** A document as it was issued: made the first time it is asked for, and the same bytes ever after. */
export async function issued(app: App, subject: string, make: () => Promise<Issued | null>): Promise<Issued | null> {
	const kept = () =>
		app.db.orm.select({ name: issuedFiles.name, bytes: issuedFiles.bytes }).from(issuedFiles).where(eq(issuedFiles.subject, subject)).get();
	const before = kept();
	if (before) return before;
	const made = await make();
	if (!made) return null;
	app.run(keepIssued, { subject, ...made }, { type: 'system' });
	return kept() ?? made;
}

const whereOf = (app: App, jobId: string) =>
	app.db.orm
		.select({ job: jobs.name, number: jobs.number, customer: customers.name, language: customers.language, site: sites.address })
		.from(jobs)
		.innerJoin(customers, eq(customers.id, jobs.customerId))
		.leftJoin(sites, eq(sites.id, jobs.siteId))
		.where(eq(jobs.id, jobId))
		.get();

const row = (label: string, value: string) => [{ text: latin(label), color: GREY }, { text: latin(value) }];
const signed = (who: string, what: string, picture: string, when: string) => ({
	stack: [
		picture ? { image: picture, fit: [200, 80] } : { text: ' ', margin: [0, 60, 0, 0] },
		{ text: latin(who), bold: true },
		{ text: latin(`${what}, ${when}`), color: GREY, fontSize: 8.5 }
	]
});

const when = (app: App, ms: number | null, language: Language): string => {
	if (ms === null) return '';
	const at = wallTime(ms, companyOf(app).zone);
	return paperWords(language).record.at(dayIn(language, at.day), at.time);
};

/** The certificate of an approved form as a PDF; null for one that is not approved. */
export const certificateDocument = (app: App, recordId: string): Promise<Issued | null> =>
	issued(app, `certificate:${recordId}`, async () => {
		const found = formRecord(app, recordId);
		if (!found) return null;
		const { record, form, job, replacesNumber } = found;
		const { number } = record;
		if (number === null) return null;
		const place = whereOf(app, job.id);
		const language = languageOf(place?.language);
		const w = paperWords(language).record;
		// A form that comes with the program is read in the customer's language; the company's own words stand as they are.
		const said = (own: string) => fieldWords(language).siteForm(own);
		const at = (ms: number | null) => when(app, ms, language);
		const bytes = await render(letterheadOf(app, language), latin(`${said(form.certificate)} ${number}`), [
			{ text: latin(said(form.certificate)), fontSize: 16, bold: true },
			{
				text: latin([w.number(number), replacesNumber === null ? '' : w.replaces(replacesNumber)].filter(Boolean).join(' · ')),
				color: GREY,
				margin: [0, 0, 0, 12]
			},
			{
				table: {
					widths: [110, '*'],
					body: [
						row(w.customer, place?.customer ?? ''),
						row(w.site, place?.site ?? ''),
						row(w.job, `${job.number ?? ''} ${job.name}`),
						row(w.inspected, w.by(at(record.signedAt), record.leadName)),
						row(w.approved, w.by(at(record.approvedAt), record.approvedBy))
					]
				},
				layout: hair
			},
			...sectionsOf(app, form, record.values, { said, w }),
			...pictureRows(app, record.pictures),
			{
				columns: [
					signed(record.leadName, w.lead, record.leadSignature, at(record.signedAt)),
					...(record.customerName ? [signed(record.customerName, w.customer, record.customerSignature, at(record.signedAt))] : [])
				],
				margin: [0, 20, 0, 0],
				unbreakable: true
			}
		]);
		return { name: `Certificate-${number}.pdf`, bytes };
	});

/** A handover report as it was signed, as a PDF. */
export const handoverDocument = (app: App, id: string): Promise<Issued | null> =>
	issued(app, `handover:${id}`, async () => {
		const h = app.db.orm.select().from(handovers).where(eq(handovers.id, id)).get();
		if (!h) return null;
		const c = h.content;
		const language = languageOf(whereOf(app, h.jobId)?.language);
		const w = paperWords(language).record;
		const part = (title: string, rows: object[]) =>
			rows.length > 0 ? [{ text: latin(title), bold: true, margin: [0, 14, 0, 2] }, ...rows] : [];
		const bytes = await render(letterheadOf(app, language), latin(`${w.handover}, ${c.title}`), [
			{ text: w.handover, fontSize: 16, bold: true },
			{ text: latin(w.handoverOf(c.title, h.number)), color: GREY, margin: [0, 0, 0, 12] },
			{
				table: { widths: [110, '*'], body: [row(w.customer, c.customer), row(w.site, c.site), row(w.signed, when(app, h.at, language))] },
				layout: hair
			},
			...part(w.done, [...(c.note ? [{ text: latin(c.note) }] : []), ...(c.tasks?.length ? [{ ul: c.tasks.map(latin) }] : [])]),
			...part(w.hours, c.minutes === undefined ? [] : [{ text: latin(w.worked(formatMinutes(c.minutes))) }]),
			...part(
				w.materials,
				c.materials?.length
					? [
							{
								table: {
									widths: ['*', 100],
									body: c.materials.map((m) => [
										{ text: latin(m.name) },
										{ text: latin(`${formatQuantity(m.quantity)} ${m.unit}`), alignment: 'right' }
									])
								},
								layout: hair
							}
						]
					: []
			),
			...part(w.pictures, pictureRows(app, c.pictures ?? [])),
			{ columns: [signed(h.signedBy, w.customer, h.signature, when(app, h.at, language))], margin: [0, 20, 0, 0], unbreakable: true }
		]);
		return { name: `Handover-${h.number}.pdf`, bytes };
	});
