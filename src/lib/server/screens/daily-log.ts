import { and, asc, desc, eq, gte, isNotNull, lt } from 'drizzle-orm';
import { grouped } from '../../core/lists';
import { formatMinutes, formatQuantity } from '../../core/money';
import { addDays, longDay, wallTime, workedSeconds, type Day } from '../../core/time';
import type { App } from '../app';
import { deliveries, deliveryLines, orderLines, orderNeeds, orders } from '../buying/schema';
import { companyOf } from '../company';
import { GREY, hair, latin, letterheadOf, pictureData, render } from '../documents';
import { fieldNotes } from '../field/schema';
import { firms } from '../firms/schema';
import { people } from '../people/schema';
import { customers, jobs, sites } from '../sales/schema';
import { timeEntries } from '../time/schema';
import { dailyLogs, findings, tasks } from '../work/schema';

/** A span that surely holds the day in every zone; what is found in it is looked at by its own day. */
const around = (day: Day): [number, number] => [Date.parse(addDays(day, -1)), Date.parse(addDays(day, 2))];

/** Who worked on a job on a day and how long, by the day on which each entry began. */
function workOn(app: App, jobId: string, day: Day) {
	const [from, to] = around(day);
	const rows = app.db.orm
		.select({ entry: timeEntries, name: people.name, task: tasks.text })
		.from(timeEntries)
		.innerJoin(people, eq(people.id, timeEntries.personId))
		.leftJoin(tasks, eq(tasks.id, timeEntries.taskId))
		.where(and(eq(timeEntries.jobId, jobId), gte(timeEntries.startedAt, from), lt(timeEntries.startedAt, to)))
		.orderBy(asc(people.name), asc(timeEntries.startedAt))
		.all()
		.filter(({ entry }) => wallTime(entry.startedAt, entry.zone).day === day);
	return [...grouped(rows, (r) => r.name)].map(([name, own]) => ({
		name,
		minutes: Math.round(
			own.reduce((a, { entry: e }) => a + workedSeconds(e.startedAt, e.endedAt ?? app.clock.now(), e.breakMinutes), 0) / 60
		),
		on: [...new Set(own.flatMap((o) => o.task ?? []))].join(', '),
		running: own.some((o) => o.entry.endedAt === null)
	}));
}

/** What was delivered for a job on a day, by whom. */
const deliveredOn = (app: App, jobId: string, day: Day): string[] =>
	app.db.orm
		.selectDistinct({ firm: firms.name, what: orderLines.name, unit: orderLines.unit, quantity: deliveryLines.quantity })
		.from(deliveries)
		.innerJoin(deliveryLines, eq(deliveryLines.deliveryId, deliveries.id))
		.innerJoin(orderLines, eq(orderLines.id, deliveryLines.orderLineId))
		.innerJoin(orderNeeds, eq(orderNeeds.lineId, orderLines.id))
		.innerJoin(orders, eq(orders.id, deliveries.orderId))
		.innerJoin(firms, eq(firms.id, orders.firmId))
		.where(and(eq(orderNeeds.jobId, jobId), eq(deliveries.day, day)))
		.all()
		.map((d) => `${formatQuantity(d.quantity)} ${d.unit} ${d.what} (${d.firm})`);

/** A job's day: what is gathered of it (hours, tasks, pictures, deliveries, what was found), and what its lead added. */
export function dailyLogOf(app: App, jobId: string, day: Day) {
	const db = app.db.orm;
	const { zone } = companyOf(app);
	const [from, to] = around(day);
	const that = (ms: number | null): boolean => ms !== null && wallTime(ms, zone).day === day;
	return {
		day,
		work: workOn(app, jobId, day),
		tasks: db
			.select({ id: tasks.id, text: tasks.text, doneAt: tasks.doneAt, doneBy: tasks.doneBy })
			.from(tasks)
			.where(and(eq(tasks.jobId, jobId), isNotNull(tasks.doneAt)))
			.orderBy(asc(tasks.position))
			.all()
			.filter((t) => that(t.doneAt)),
		notes: db
			.select({ id: fieldNotes.id, at: fieldNotes.at, text: fieldNotes.text, fileId: fieldNotes.fileId, by: people.name })
			.from(fieldNotes)
			.innerJoin(people, eq(people.id, fieldNotes.personId))
			.where(and(eq(fieldNotes.jobId, jobId), gte(fieldNotes.at, from), lt(fieldNotes.at, to)))
			.orderBy(asc(fieldNotes.at))
			.all()
			.filter((n) => that(n.at)),
		found: db
			.select({ id: findings.id, text: findings.text, at: findings.foundAt })
			.from(findings)
			.where(and(eq(findings.jobId, jobId), gte(findings.foundAt, from), lt(findings.foundAt, to)))
			.all()
			.filter((f) => that(f.at)),
		delivered: deliveredOn(app, jobId, day),
		log:
			db
				.select()
				.from(dailyLogs)
				.where(and(eq(dailyLogs.jobId, jobId), eq(dailyLogs.day, day)))
				.get() ?? null
	};
}

/** Days of a job on which somebody worked or wrote, the newest first. */
export function logDays(app: App, jobId: string): { day: Day; written: boolean }[] {
	const db = app.db.orm;
	const written = new Set(
		db
			.select({ day: dailyLogs.day })
			.from(dailyLogs)
			.where(eq(dailyLogs.jobId, jobId))
			.all()
			.map((l) => l.day)
	);
	const worked = db
		.select({ at: timeEntries.startedAt, zone: timeEntries.zone })
		.from(timeEntries)
		.where(eq(timeEntries.jobId, jobId))
		.orderBy(desc(timeEntries.startedAt))
		.limit(3000)
		.all()
		.map((t) => wallTime(t.at, t.zone).day);
	return [...new Set([...worked, ...written])].sort((a, b) => (a < b ? 1 : -1)).map((day) => ({ day, written: written.has(day) }));
}

/** The weather of a job’s site on a day as the service says it; null without a place or an answer. */
export function weatherOn(app: App, jobId: string, day: Day): Promise<string | null> {
	const site = app.db.orm
		.select({ lat: sites.lat, lng: sites.lng })
		.from(jobs)
		.innerJoin(sites, eq(sites.id, jobs.siteId))
		.where(eq(jobs.id, jobId))
		.get();
	const [lat, lng] = [site?.lat ?? null, site?.lng ?? null];
	return lat === null || lng === null ? Promise.resolve(null) : app.weather.on({ lat, lng }, day);
}

/** A daily log as a PDF on the letterhead. */
export async function dailyLogPaper(app: App, jobId: string, day: Day): Promise<{ name: string; bytes: Buffer } | null> {
	const job = app.db.orm
		.select({ name: jobs.name, number: jobs.number, customer: customers.name, site: sites.address })
		.from(jobs)
		.innerJoin(customers, eq(customers.id, jobs.customerId))
		.leftJoin(sites, eq(sites.id, jobs.siteId))
		.where(eq(jobs.id, jobId))
		.get();
	if (!job) return null;
	const of = dailyLogOf(app, jobId, day);
	const row = (label: string, text: string) => [{ text: label, color: GREY }, { text: latin(text) }];
	const part = (title: string, rows: object[]) => (rows.length > 0 ? [{ text: title, bold: true, margin: [0, 14, 0, 2] }, ...rows] : []);
	const words = (text: string | undefined) => (text ? [{ text: latin(text) }] : []);
	const pictures = of.notes.flatMap((n) => (n.fileId ? (pictureData(app, n.fileId) ?? []) : []));
	const bytes = await render(letterheadOf(app), latin(`Daily log, ${job.name}, ${longDay(day)}`), [
		{ text: 'Daily log', fontSize: 16, bold: true },
		{ text: latin(longDay(day)), color: GREY, margin: [0, 0, 0, 12] },
		{
			table: {
				widths: [110, '*'],
				body: [
					row('Job', `${job.number ?? ''} ${job.name}`),
					row('Customer', job.customer),
					row('Site', job.site ?? ''),
					row('Weather', of.log?.weather || '–'),
					row('Written by', of.log?.byName || 'not written yet')
				]
			},
			layout: hair
		},
		...part(
			'Who was there',
			of.work.length
				? [
						{
							table: {
								widths: ['*', 60, '*'],
								body: of.work.map((w) => [
									{ text: latin(w.name) },
									{ text: formatMinutes(w.minutes), alignment: 'right' },
									{ text: latin(w.on), color: GREY }
								])
							},
							layout: hair
						}
					]
				: []
		),
		...part('What was done', [...words(of.log?.done), ...(of.tasks.length ? [{ ul: of.tasks.map((t) => latin(t.text)) }] : [])]),
		...part('What hindered', words(of.log?.hindered)),
		...part('Deliveries', [...(of.delivered.length ? [{ ul: of.delivered.map(latin) }] : []), ...words(of.log?.deliveries)]),
		...part('Found on site', of.found.length ? [{ ul: of.found.map((f) => latin(f.text)) }] : []),
		...part(
			'Notes',
			of.notes.filter((n) => n.text).map((n) => ({ text: latin(`${n.by}: ${n.text}`) }))
		),
		...part(
			'Pictures',
			pictures.map((image) => ({ image, fit: [380, 260], margin: [0, 6, 0, 0] }))
		)
	]);
	return { name: `Daily-log-${job.number ?? ''}-${day}.pdf`, bytes };
}
