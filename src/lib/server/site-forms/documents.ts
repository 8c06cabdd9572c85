import { eq } from 'drizzle-orm';
import { formatMinutes, formatQuantity } from '../../core/money';
import { formReadings, type FormField } from '../../core/site-forms';
import { longDay, wallTime } from '../../core/time';
import type { App } from '../app';
import { companyOf } from '../company';
import { issuedFiles } from '../documents/schema';
import { customers, jobs, sites } from '../sales/schema';
import { handovers } from './schema';
import { letterheadOf, pictureData, GREY, hair, latin, render } from '../documents';
import { formRecord, keepIssued } from './commands';

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
		.select({ job: jobs.name, number: jobs.number, customer: customers.name, site: sites.address })
		.from(jobs)
		.innerJoin(customers, eq(customers.id, jobs.customerId))
		.leftJoin(sites, eq(sites.id, jobs.siteId))
		.where(eq(jobs.id, jobId))
		.get();

const row = (label: string, value: string) => [{ text: latin(label), color: GREY }, { text: latin(value) }];
const limits = (f: FormField): string =>
	f.kind !== 'reading'
		? ''
		: f.low !== undefined && f.high !== undefined
			? `${formatQuantity(f.low)} to ${formatQuantity(f.high)} ${f.unit ?? ''}`
			: f.low !== undefined
				? `at least ${formatQuantity(f.low)} ${f.unit ?? ''}`
				: f.high !== undefined
					? `at most ${formatQuantity(f.high)} ${f.unit ?? ''}`
					: '';

const signed = (who: string, what: string, picture: string, when: string) => ({
	stack: [
		picture ? { image: picture, fit: [200, 80] } : { text: ' ', margin: [0, 60, 0, 0] },
		{ text: latin(who), bold: true },
		{ text: latin(`${what}, ${when}`), color: GREY, fontSize: 8.5 }
	]
});

const pictureRows = (app: App, ids: readonly string[]): object[] => {
	const all = ids.flatMap((id) => pictureData(app, id) ?? []);
	const rows: object[] = [];
	for (let n = 0; n < all.length; n += 2)
		rows.push({ columns: all.slice(n, n + 2).map((image) => ({ image, fit: [245, 180], margin: [0, 6, 0, 0] })), columnGap: 12 });
	return rows;
};

const when = (app: App, ms: number | null): string => {
	if (ms === null) return '';
	const w = wallTime(ms, companyOf(app).zone);
	return `${longDay(w.day)}, ${w.time}`;
};

/** The certificate of an approved form as a PDF; null for one that is not approved. */
export const certificateDocument = (app: App, recordId: string): Promise<Issued | null> =>
	issued(app, `certificate:${recordId}`, async () => {
		const found = formRecord(app, recordId);
		if (!found || found.record.number === null) return null;
		const { record, form, job } = found;
		const place = whereOf(app, job.id);
		const readings = new Map(formReadings(form, record.values).map((r) => [r.field.id, r]));
		const line = (f: FormField) => {
			const r = readings.get(f.id);
			return [
				{ text: latin(f.label) },
				{ text: latin(r?.given ? `${r.given}${f.unit ? ` ${f.unit}` : ''}` : '–'), bold: r?.outside ?? false },
				{ text: latin(limits(f)), color: GREY },
				{ text: r?.outside ? 'outside' : '', bold: true }
			];
		};
		const bytes = await render(letterheadOf(app), `${form.certificate} ${record.number}`, [
			{ text: latin(form.certificate), fontSize: 16, bold: true },
			{ text: `Number ${record.number}`, color: GREY, margin: [0, 0, 0, 12] },
			{
				table: {
					widths: [110, '*'],
					body: [
						row('Customer', place?.customer ?? ''),
						row('Site', place?.site ?? ''),
						row('Job', `${job.number ?? ''} ${job.name}`),
						row('Inspected', `${when(app, record.signedAt)} by ${record.leadName}`),
						row('Approved', `${when(app, record.approvedAt)} by ${record.approvedBy}`)
					]
				},
				layout: hair
			},
			...form.sections.flatMap((s) => [
				{ text: latin(s.title), bold: true, margin: [0, 14, 0, 2] },
				...(s.fields.every((f) => f.kind === 'text')
					? s.fields.map((f) => ({ text: latin(readings.get(f.id)?.given || '–') }))
					: [{ table: { widths: ['*', 110, 120, 50], body: s.fields.map(line) }, layout: hair }])
			]),
			...pictureRows(app, record.pictures),
			{
				columns: [
					signed(record.leadName, 'Crew lead', record.leadSignature, when(app, record.signedAt)),
					...(record.customerName ? [signed(record.customerName, 'Customer', record.customerSignature, when(app, record.signedAt))] : [])
				],
				margin: [0, 20, 0, 0],
				unbreakable: true
			}
		]);
		return { name: `Certificate-${record.number}.pdf`, bytes };
	});

/** A handover report as it was signed, as a PDF. */
export const handoverDocument = (app: App, id: string): Promise<Issued | null> =>
	issued(app, `handover:${id}`, async () => {
		const h = app.db.orm.select().from(handovers).where(eq(handovers.id, id)).get();
		if (!h) return null;
		const c = h.content;
		const part = (title: string, rows: object[]) => (rows.length > 0 ? [{ text: title, bold: true, margin: [0, 14, 0, 2] }, ...rows] : []);
		const bytes = await render(letterheadOf(app), `Handover report, ${c.title}`, [
			{ text: 'Handover report', fontSize: 16, bold: true },
			{ text: latin(`${c.title} · report ${h.number}`), color: GREY, margin: [0, 0, 0, 12] },
			{
				table: { widths: [110, '*'], body: [row('Customer', c.customer), row('Site', c.site), row('Signed', when(app, h.at))] },
				layout: hair
			},
			...part('What was done', [...(c.note ? [{ text: latin(c.note) }] : []), ...(c.tasks?.length ? [{ ul: c.tasks.map(latin) }] : [])]),
			...part('Hours', c.minutes === undefined ? [] : [{ text: latin(`${formatMinutes(c.minutes)} worked on site`) }]),
			...part(
				'Materials',
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
			...part('Pictures', pictureRows(app, c.pictures ?? [])),
			{ columns: [signed(h.signedBy, 'Customer', h.signature, when(app, h.at))], margin: [0, 20, 0, 0], unbreakable: true }
		]);
		return { name: `Handover-${h.number}.pdf`, bytes };
	});
