import { asc, desc } from 'drizzle-orm';
import type { App } from '../app';
import { crews, outbox, people, standInLog, timeOff } from '../db/schema';
import { letterText } from '../work/outbox';

export const staff = (app: App) => ({
	people: app.db.orm
		.select({
			id: people.id,
			name: people.name,
			mail: people.mail,
			role: people.role,
			crewId: people.crewId,
			active: people.active,
			language: people.language,
			version: people.version
		})
		.from(people)
		.orderBy(asc(people.name))
		.all(),
	crews: app.db.orm.select().from(crews).orderBy(asc(crews.position)).all(),
	timeOff: app.db.orm.select().from(timeOff).orderBy(desc(timeOff.from)).limit(100).all()
});
/** The outbox, readable: with the customer's link in each letter. */
export const letters = (app: App) =>
	app.db.orm
		.select()
		.from(outbox)
		.orderBy(desc(outbox.createdAt))
		.limit(200)
		.all()
		.map((m) => ({ ...m, text: letterText(app, m) }));
export const standIns = (app: App) => ({
	mail: app.mail.name,
	texts: app.texts.name,
	cards: app.cards.name,
	map: app.settings.mapTiles ? 'tile service' : 'own outlines of the town',
	log: app.db.orm.select().from(standInLog).orderBy(desc(standInLog.id)).limit(200).all()
});
