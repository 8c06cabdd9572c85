import { asc, eq, sql } from 'drizzle-orm';
import { likely } from '../../core/formats';
import type { App } from '../app';
import { customers, jobs } from './schema';

export const parties = (app: App) =>
	app.db.orm
		.select({ id: customers.id, name: customers.name, mail: customers.mail, phone: customers.phone, address: customers.address })
		.from(customers)
		.all();

type Typed = { name: string; mail: string; phone: string; address: string };
type Party = ReturnType<typeof parties>[number];

/** The three likeliest of the known ones to be the one that is typed, with why. */
export const likeliest = (typed: Typed, known: readonly Party[]) =>
	likely(typed, known)
		.slice(0, 3)
		.flatMap((d) => {
			const party = known.find((k) => k.id === d.id);
			return party ? [{ ...d, party }] : [];
		});

/** Customers that may be the one that is typed, the likeliest first. */
export const likelyCustomers = (app: App, typed: Typed) =>
	likeliest(typed, parties(app)).map(({ id, reasons, party }) => ({ id, reasons, name: party.name, address: party.address }));

/** Who can be picked for a new job. */
export const customerNames = (app: App) =>
	app.db.orm.select({ id: customers.id, name: customers.name }).from(customers).orderBy(asc(customers.name)).limit(10_000).all();

export const customerList = (app: App) =>
	app.db.orm
		.select({
			id: customers.id,
			name: customers.name,
			kind: customers.kind,
			mail: customers.mail,
			phone: customers.phone,
			address: customers.address,
			own: customers.own,
			jobs: sql<number>`(select count(*) from jobs where jobs.customer_id = customers.id)`
		})
		.from(customers)
		.orderBy(asc(customers.name))
		.limit(10_000)
		.all();

/** The kind of work of a job, for what is offered first. */
export const kindOfJob = (app: App, jobId: string): string =>
	app.db.orm.select({ kind: jobs.kindOfWork }).from(jobs).where(eq(jobs.id, jobId)).get()?.kind ?? '';
