import { asc, desc, eq, sql } from 'drizzle-orm';
import type { Holder } from '../../core/access';
import { NO_PASSWORD } from '../people';
import type { App } from '../app';
import { timeOff, crews, people } from '../people/schema';
import { branches } from './schema';
import { links } from '../links/schema';
import { outbox, standInLog } from '../outbox/schema';
import type { LinkKind } from '../commands';
import { maySend } from '../links';
import { letterText } from '../outbox';

export const staff = (app: App) => ({
	people: app.db.orm
		.select({
			id: people.id,
			name: people.name,
			mail: people.mail,
			role: people.role,
			roleId: people.roleId,
			crewId: people.crewId,
			active: people.active,
			language: people.language,
			scope: people.scope,
			branchId: people.branchId,
			invited: sql<boolean>`${people.passwordHash} = ${NO_PASSWORD}`,
			version: people.version
		})
		.from(people)
		.orderBy(asc(people.name))
		.all(),
	crews: app.db.orm.select().from(crews).orderBy(asc(crews.position)).all(),
	branches: app.db.orm.select({ id: branches.id, name: branches.name }).from(branches).orderBy(asc(branches.name)).all(),
	timeOff: app.db.orm.select().from(timeOff).orderBy(desc(timeOff.from)).limit(100).all()
});
/** Branches with the week their people work; null: the company's. */
export const branchWeeks = (app: App) =>
	app.db.orm.select({ id: branches.id, name: branches.name, hours: branches.hours }).from(branches).orderBy(asc(branches.name)).all();

/** The outbox, readable: with the link in each letter for those who may send it. */
export const letters = (app: App, who: Holder) =>
	app.db.orm
		.select({ letter: outbox, kind: links.kind })
		.from(outbox)
		.leftJoin(links, eq(links.id, outbox.linkId))
		.orderBy(desc(outbox.createdAt))
		.limit(200)
		.all()
		.map(({ letter, kind }) => ({ ...letter, text: mayRead(app, who, kind) ? letterText(app, letter) : withoutLink(letter.text) }));

/** A way to choose a password is read by its person alone; where mails go nowhere, as in the demo, the owner hands it on. */
const mayRead = (app: App, who: Holder, kind: LinkKind | null): boolean =>
	kind === null || (maySend(who, kind) && (kind !== 'password' || !app.settings.smtpUrl));
const withoutLink = (text: string): string => text.replaceAll('{link}', '(the link is in the mail alone)');

export const standIns = (app: App) => ({
	mail: app.mail.name,
	texts: app.texts.name,
	cards: app.cards.name,
	map: app.settings.mapTiles ? 'tile service' : 'own outlines of the town',
	log: app.db.orm.select().from(standInLog).orderBy(desc(standInLog.id)).limit(200).all()
});
