import { asc, eq, sql } from 'drizzle-orm';
import type { Context } from '../../commands';
import type { Orm } from '../../db';
import { catalogWork } from '../schema';

type Work = typeof catalogWork.$inferSelect;

/** Keeps what is to be carried out, portion by portion, after this command: the server goes on with it as soon as the command is through. */
export function beginWork(ctx: Context, work: Omit<Work, 'at' | 'cursor' | 'done' | 'total'> & Partial<Work>, text: string): void {
	// What was asked for may be a list of megabytes: it is no history.
	ctx.insertRecorded(catalogWork, [{ ...work, at: ctx.now }]);
	ctx.happened('catalog', 'catalog.begin', { text }, 'catalog');
}

export const workOf = (db: Orm, id: string): Work | undefined => db.select().from(catalogWork).where(eq(catalogWork.id, id)).get();

export const dropWork = (db: Orm, id: string): void => void db.delete(catalogWork).where(eq(catalogWork.id, id)).run();

/** Notes where the next portion begins. */
export const noteWork = (db: Orm, id: string, now: Partial<Work>): void =>
	void db.update(catalogWork).set(now).where(eq(catalogWork.id, id)).run();

/** What is carried out next: what was asked for first. */
export const nextWork = (db: Orm): Pick<Work, 'id' | 'kind'> | undefined =>
	db
		.select({ id: catalogWork.id, kind: catalogWork.kind })
		.from(catalogWork)
		.orderBy(asc(catalogWork.at), sql`rowid`)
		.limit(1)
		.get();
