import { say } from '../../contract/refusals/books';
import * as contract from '../../contract/books/commands';
import { asc, desc, eq, sql } from 'drizzle-orm';
import { ACCOUNT_KEYS, accountOf, checkEntries, journalRows, onOpenDay } from '../../core/books';
import { writeCsv } from '../../core/formats';
import { Refusal } from '../../core/refusal';
import type { App } from '../app';
import { serve } from '../commands';
import { journalEntries, journalExports } from './schema';
import { company } from '../company/schema';
import { newId } from '../ids';
import { openEvents } from './events';

export const setAccounts = serve(contract.setAccounts, (ctx, i) => {
	const own = ctx.get(company, 'company', 'The company');
	const plain: readonly string[] = ACCOUNT_KEYS;
	for (const key of Object.keys(i.accounts))
		if (!plain.includes(key) && !/^(revenue|tax): ./.test(key)) throw new Refusal(say('nothing-booked-on', { key }), 'accounts');
	const accounts = Object.fromEntries(Object.entries(i.accounts).flatMap(([k, v]) => (v.trim() === '' ? [] : [[k, v.trim()]])));
	ctx.update(company, 'company', { settings: { ...own.settings, accounts } });
	ctx.happened('company', 'books.set-accounts', {}, 'invoices');
});

export const closeBooks = serve(contract.closeBooks, (ctx, i) => {
	if (i.through !== '' && i.through >= ctx.today) throw new Refusal(say('only-days-over-can-be-closed'), 'through');
	const own = ctx.get(company, 'company', 'The company');
	ctx.update(company, 'company', { settings: { ...own.settings, booksClosed: i.through } });
	ctx.happened('company', 'books.close', { through: i.through }, 'invoices');
});

export const exportJournal = serve(contract.exportJournal, (ctx, i) => {
	if (i.through > ctx.today) throw new Refusal(say('day-ahead-of-today'), 'through');
	const { settings, zone } = ctx.get(company, 'company', 'The company');
	const events = openEvents(ctx.db, i.through, zone).map((e) => onOpenDay(e, settings.booksClosed));
	if (events.length === 0) return { exportId: null, entries: 0 };
	checkEntries(events, settings.accounts);
	const exportId = newId();
	const entries = events.filter((e) => e.lines.length > 0).length;
	ctx.insert(journalExports, { id: exportId, through: i.through, at: ctx.now, byName: ctx.who.name, entries });
	// What was handed over is its own record: history need not hold it once more.
	ctx.insertRecorded(
		journalEntries,
		events.map((e, position) => ({
			...{ id: newId(), exportId, position, event: e.event, day: e.day, text: e.text },
			lines: e.lines.map((l) => ({ account: accountOf(settings.accounts, l.account), amount: l.amount })),
			...{ settles: e.settles?.invoiceId ?? null, settled: e.settles?.amount ?? 0 }
		}))
	);
	ctx.happened('company', 'books.export', { through: i.through, entries }, 'invoices');
	return { exportId, entries };
});

/** An export as CSV, the same bytes whenever it is asked for; null when there is none. */
export function journalCsv(app: App, exportId: string): { name: string; text: string } | null {
	const db = app.db.orm;
	const found = db.select().from(journalExports).where(eq(journalExports.id, exportId)).get();
	if (!found) return null;
	const entries = db.select().from(journalEntries).where(eq(journalEntries.exportId, exportId)).orderBy(asc(journalEntries.position)).all();
	const rows = journalRows(entries.filter((e) => e.lines.length > 0).map((e, n) => ({ number: n + 1, ...e })));
	return { name: `journal-to-${found.through}.csv`, text: writeCsv(rows) };
}

/** So many entries are shown before they are handed over. */
const FIRST_LOOK = 60;

/** What the books page shows: the exports, and what waits, the oldest first. */
export function booksPage(app: App, today: string) {
	const db = app.db.orm;
	const own = db.select().from(company).get();
	const waiting = (own ? openEvents(db, today, own.zone, FIRST_LOOK) : []).filter((e) => e.lines.length > 0);
	return {
		exports: db
			.select()
			.from(journalExports)
			.orderBy(desc(journalExports.at), sql`journal_exports.rowid desc`)
			.limit(100)
			.all(),
		next: waiting.slice(0, FIRST_LOOK),
		more: waiting.length > FIRST_LOOK,
		accounts: own?.settings.accounts ?? {},
		closed: own?.settings.booksClosed ?? ''
	};
}
