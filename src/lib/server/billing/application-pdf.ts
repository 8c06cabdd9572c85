import { eq } from 'drizzle-orm';
import { formatCents, formatRate } from '../../core/money';
import { longDay } from '../../core/time';
import type { App } from '../app';
import { companyOf } from '../company';
import { payApplications } from './schema';
import { customers, jobs, sites } from '../sales/schema';
import { letterheadOf, GREY, hair, latin, paperMoney, render } from '../documents';
import { figured } from './applications';

/** What the general contractor reads of an application: the schedule of values and what is due; nothing of our costs. */
export function applicationView(app: App, id: string) {
	const db = app.db.orm;
	const row = db
		.select({ application: payApplications, job: jobs.name, customer: customers.name, address: customers.address, site: sites.address })
		.from(payApplications)
		.innerJoin(jobs, eq(jobs.id, payApplications.jobId))
		.innerJoin(customers, eq(customers.id, jobs.customerId))
		.leftJoin(sites, eq(sites.id, jobs.siteId))
		.where(eq(payApplications.id, id))
		.get();
	if (!row || row.application.state === 'void') return null;
	const found = figured(db, row.application.jobId, row.application.number, true);
	if (!found) return null;
	const { figures, rows, earlierDue } = found;
	const changes = rows.filter((r) => r.change !== null);
	const sumOf = (list: readonly { scheduled: number }[]) => list.reduce((a, r) => a + r.scheduled, 0);
	return {
		...{ number: row.application.number, periodEnd: row.application.periodEnd, state: row.application.state },
		...{ from: companyOf(app).name, to: row.customer, address: row.address, job: row.job, site: row.site ?? '' },
		...{ workRate: row.application.workRate, storedRate: row.application.storedRate },
		original: sumOf(rows.filter((r) => r.change === null)),
		added: sumOf(changes.filter((r) => r.scheduled > 0)),
		deducted: sumOf(changes.filter((r) => r.scheduled < 0)),
		contract: sumOf(rows),
		total: figures.total,
		retainage: figures.retainage,
		earned: figures.earned,
		earlier: earlierDue.reduce((a, d) => a + d, 0),
		due: figures.due,
		balance: figures.balanceToFinish,
		lines: rows.map((r, n) => ({
			...{ text: `${r.scope}: ${r.text}`, change: r.change, scheduled: r.scheduled, previous: r.previous },
			...{ thisPeriod: figures.lines[n]?.thisPeriod ?? 0, stored: r.stored, total: figures.lines[n]?.total ?? 0 },
			...{
				percent: figures.lines[n]?.percent ?? null,
				balance: figures.lines[n]?.balance ?? 0,
				retainage: figures.lines[n]?.retainage ?? 0
			}
		}))
	};
}
type View = NonNullable<ReturnType<typeof applicationView>>;

const right = (text: string, more: object = {}) => ({ text: latin(text), alignment: 'right', ...more });
/** In the narrow columns of the schedule figures stand bare; the summary says what they are in. */
const small = (n: number, more: object = {}) => right(formatCents(n), { fontSize: 8, ...more });

function summary(v: View, money: (n: number) => string): object[] {
	const rate =
		v.workRate === v.storedRate ? `${v.workRate / 100} %` : `work ${v.workRate / 100} %, stored materials ${v.storedRate / 100} %`;
	const rows: [string, number, boolean?][] = [
		['Contract sum at first', v.original],
		['Change orders, added', v.added],
		['Change orders, deducted', v.deducted],
		['Contract sum to date', v.contract, true],
		['Work completed and materials stored to date', v.total],
		[`Retainage (${rate})`, v.retainage],
		['Earned less retainage', v.earned, true],
		['Less what was due with earlier applications', v.earlier],
		['Due now', v.due, true],
		['Balance to finish, with retainage', v.balance]
	];
	return [
		{
			table: {
				widths: ['*', 120],
				body: rows.map(([text, n, bold]) => [{ text: latin(text), bold: bold ?? false }, right(money(n), { bold: bold ?? false })])
			},
			layout: hair
		},
		{
			text: 'What is asked for here was done and stored as stated, and what was paid before was passed on to those it was for.',
			margin: [0, 20, 0, 30]
		},
		{
			columns: [
				{ stack: [{ text: '______________________________' }, { text: latin(`For ${v.from}`), color: GREY }] },
				{ stack: [{ text: '______________________________' }, { text: latin('Certified, with day'), color: GREY }] }
			]
		}
	];
}

function continuation(v: View): object {
	const heads = ['Line', 'Scheduled value', 'Before', 'This period', 'Stored', 'To date', '%', 'To finish', 'Retainage'];
	const all = (pick: (l: View['lines'][number]) => number) =>
		small(
			v.lines.reduce((a, l) => a + pick(l), 0),
			{ bold: true }
		);
	return {
		pageBreak: 'before',
		stack: [
			{ text: 'Schedule of values', fontSize: 13, bold: true, margin: [0, 0, 0, 8] },
			{
				table: {
					headerRows: 1,
					widths: ['*', 56, 50, 50, 44, 56, 30, 54, 48],
					body: [
						heads.map((text, n) => ({ text, color: GREY, fontSize: 8, alignment: n === 0 ? 'left' : 'right' })),
						...v.lines.map((l) => [
							{ text: latin(l.change === null ? l.text : `Change ${l.change}: ${l.text}`), fontSize: 8 },
							...[small(l.scheduled), small(l.previous), small(l.thisPeriod), small(l.stored), small(l.total)],
							right(l.percent === null ? '–' : formatRate(l.percent, 0), { fontSize: 8 }),
							...[small(l.balance), small(l.retainage)]
						]),
						[
							{ text: 'All', bold: true, fontSize: 8 },
							...[all((l) => l.scheduled), all((l) => l.previous), all((l) => l.thisPeriod), all((l) => l.stored), all((l) => l.total)],
							'',
							...[all((l) => l.balance), all((l) => l.retainage)]
						]
					]
				},
				layout: hair
			}
		]
	};
}

/** A pay application as a PDF: the summary page and the schedule of values behind it. */
export async function applicationDocument(app: App, id: string): Promise<{ name: string; bytes: Buffer } | null> {
	const v = applicationView(app, id);
	if (!v) return null;
	const head = letterheadOf(app);
	const bytes = await render(head, `Pay application ${v.number}`, [
		{
			columns: [
				{ stack: [{ text: latin(v.to), bold: true }, { text: latin(v.address) }] },
				{ stack: [{ text: `Pay application ${v.number}`, bold: true }, { text: `period to ${longDay(v.periodEnd)}` }], alignment: 'right' }
			]
		},
		{ text: latin(v.job), fontSize: 16, bold: true, margin: [0, 18, 0, 0] },
		{ text: latin(v.site), color: GREY, margin: [0, 0, 0, 12] },
		...summary(v, paperMoney(head)),
		continuation(v)
	]);
	return { name: `Pay-application-${v.number}.pdf`, bytes };
}
