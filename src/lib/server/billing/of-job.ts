import { type SQL, desc, sql } from 'drizzle-orm';
import type { App } from '../app';
import { invoices } from './schema';

export const invoicesWhere = (db: App['db']['orm'], where: SQL) =>
	db
		.select({
			id: invoices.id,
			number: invoices.number,
			title: invoices.title,
			total: invoices.total,
			issuedAt: invoices.issuedAt,
			voidedAt: invoices.voidedAt,
			due: invoices.due,
			paid: invoices.paid
		})
		.from(invoices)
		.where(where)
		.orderBy(desc(invoices.number))
		.all();

export const invoicesOfJob = (app: App, jobId: string) =>
	invoicesWhere(app.db.orm, sql`invoices.id in (select invoice_id from invoice_parts where job_id = ${jobId})`);
