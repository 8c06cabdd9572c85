import { sql, desc } from 'drizzle-orm';
import type { App } from '../app';
import { leads } from './schema';

export function leadInbox(app: App, state: string) {
	return app.db.orm
		.select()
		.from(leads)
		.where(state === 'all' ? undefined : sql`${leads.state} = ${state}`)
		.orderBy(desc(leads.receivedAt))
		.limit(200)
		.all();
}
