import { say } from '../../contract/refusals/asking';
import type { EventCode, EventParams } from '../../core/events';
import { eq, getTableName } from 'drizzle-orm';
import type { SQLiteColumn, SQLiteTable } from 'drizzle-orm/sqlite-core';
import { Refusal } from '../../core/refusal';
import type { LinkKind } from '../../contract';
import type { Right, Role, Scope } from '../../core/access';
import { wallTime, type Day } from '../../core/time';
import type { Orm } from '../db';
import type { RowChange } from './schema';
import { counters } from '../company/schema';
import { outbox } from '../outbox/schema';
import { newId } from '../ids';
import { findRow, insertMany, insertRow, updateRow, writeMany } from './rows';
import { changeOf } from './row-changes';

/** Who asks for a command. */
export type Actor =
	| { type: 'person'; id: string; name: string; role: Role; rights?: readonly Right[] | null; scope?: Scope; branchId?: string | null }
	| { type: 'link'; linkId: string; kind: LinkKind; subjectId: string }
	/** Anybody: by the address they come from, which limits how often. */
	| { type: 'public'; address: string }
	| { type: 'system' };

/** Somebody of the company who is signed in. */
export type Person = Extract<Actor, { type: 'person' }>;

/** A record that is not there (any more). */
export class Missing extends Refusal {}
/** Somebody else changed the record meanwhile. */
export class Stale extends Refusal {}
/** A body that is larger than what its route or command takes. */
export class TooLarge extends Refusal {}
/** Asked for too often in a short time. */
export class TooMany extends Refusal {}
/** Done by somebody else than is signed in now: it waits until they are. */
export class OtherPerson extends Refusal {}
/** Not allowed for this role. */
export class NotAllowed extends Refusal {}

/** When something was done on a device that sent it later. */
export interface When {
	/** In milliseconds since 1970, by our clock. */
	doneAt?: number;
	/** How far the device's clock is ahead of ours, in seconds; below zero: behind. */
	clockOff?: number;
}

type Table = SQLiteTable & { id: SQLiteColumn };
type Row<T extends Table> = T['$inferSelect'];
type NewRow<T extends Table> = T['$inferInsert'];

/** A letter to one or several addresses with commas between; it goes out at once, or when `at` has come. */
export interface Mail {
	to: string;
	subject: string;
	text: string;
	linkId?: string;
	about: string;
	at?: number;
}
const addressesIn = (to: string): string[] =>
	to
		.split(',')
		.map((a) => a.trim())
		.filter((a) => a.includes('@'));

type Series = 'job' | 'quote' | 'invoice' | 'agreement' | 'certificate' | 'order' | 'credit';

/** What a command works with: one transaction, the clock, and change functions that write history as they go. */
export class Context {
	readonly changes: RowChange[] = [];
	readonly topics = new Set<string>();
	/** Whose sessions or rights end with this command, but perhaps those of one session: their open streams are closed when it is through. */
	readonly ended: { personId: string; but: string }[] = [];
	/** What happened, in the order it was told: a command may do several things, on several records. */
	readonly told: { subject: string; code: EventCode; params: object; area: string | null }[] = [];

	constructor(
		readonly db: Orm,
		readonly actor: Actor,
		readonly now: number,
		readonly zone: string,
		/** What other rooms do when something happened. */
		private readonly react: (ctx: Context, code: EventCode, params: object) => void = () => undefined,
		readonly when: When = {}
	) {}

	/** When it was done: on a device without reception, earlier than it came here. */
	get doneAt(): number {
		return this.when.doneAt ?? this.now;
	}
	/** The day on which it was done, in the company's zone. */
	get doneOn(): Day {
		return wallTime(this.doneAt, this.zone).day;
	}

	/** Today in the company's zone. */
	get today(): Day {
		return (this.#today ??= wallTime(this.now, this.zone).day);
	}
	#today: Day | null = null;

	get who(): { id: string; name: string } {
		if (this.actor.type === 'person') return { id: this.actor.id, name: this.actor.name };
		return { id: '', name: this.actor.type === 'link' ? 'Customer' : this.actor.type === 'public' ? 'Website' : 'Nickel Yard' };
	}

	/**
	 * Says what happened, as a code with values, on which records, and which open screens should look again. Said again, for another
	 * thing, it stands beside what was said before: nothing that happened is lost. Its words are made when somebody reads it.
	 * @param on the record it happened to, or every record it concerns, the closest one last
	 */
	happened<C extends EventCode>(on: string | readonly string[], code: C, params: EventParams<C>, ...topics: string[]): void {
		this.#tell(null, on, code, params, topics);
	}

	/** The same for what belongs to another area than the command: an invoice made by an acceptance is told to those who see invoices. */
	happenedIn<C extends EventCode>(
		area: string,
		on: string | readonly string[],
		code: C,
		params: EventParams<C>,
		...topics: string[]
	): void {
		this.#tell(area, on, code, params, topics);
	}

	#tell(area: string | null, on: string | readonly string[], code: EventCode, params: object, topics: readonly string[]): void {
		const subjects = typeof on === 'string' ? [on] : on;
		for (const subject of subjects) this.told.push({ subject, code, params, area });
		for (const t of [...subjects, ...topics]) this.topics.add(t);
		this.react(this, code, params);
	}

	find<T extends Table>(table: T, id: string): Row<T> | undefined {
		return findRow(this.db, table, id) as Row<T> | undefined;
	}

	/** @throws Missing with the words given */
	get<T extends Table>(table: T, id: string, what: string): Row<T> {
		const row = this.find(table, id);
		if (!row) throw new Missing(say('not-any-more', { what }));
		return row;
	}

	insert<T extends Table>(table: T, row: NewRow<T>): Row<T> {
		const after = insertRow(this.db, table, row as Record<string, unknown>) as Row<T>;
		this.#note(table, (after as { id: string }).id, null, after);
		return after;
	}

	/** Writes many rows of one table: the same as one after the other, in a fraction of the time. */
	insertMany<T extends Table>(table: T, rows: readonly NewRow<T>[]): Row<T>[] {
		const written = insertMany(this.db, table as SQLiteTable, rows as readonly Record<string, unknown>[]) as Row<T>[];
		for (const after of written) this.#note(table, (after as { id: string }).id, null, after);
		return written;
	}

	/**
	 * Writes rows that are their own record because they name what made them: a whole season, a large import. History keeps what happened, not
	 * each row once more.
	 */
	insertRecorded<T extends Table>(table: T, rows: readonly NewRow<T>[]): void {
		writeMany(this.db, table as SQLiteTable, rows as readonly Record<string, unknown>[]);
	}

	/**
	 * Changes a record; its version goes up by one where it has one.
	 * @param expected the version the person saw; another one is refused with what to do
	 */
	update<T extends Table>(table: T, id: string, patch: Partial<Row<T>>, expected?: number): Row<T> {
		const before = this.get(table, id, 'This');
		if (Object.keys(patch).length === 0) return before;
		const version = (before as { version?: number }).version;
		if (expected !== undefined && version !== undefined && version !== expected) {
			const fields = Object.keys(patch).filter((k) => k !== 'version');
			throw new Stale(say('somebody-else-changed-meanwhile-what-you', { fields: fields.join(', ') }));
		}
		const next = version === undefined ? patch : { ...patch, version: version + 1 };
		const after = updateRow(this.db, table, id, next as Record<string, unknown>) as Row<T>;
		this.#note(table, id, before, after);
		return after;
	}

	remove<T extends Table>(table: T, id: string): void {
		const before = this.get(table, id, 'This');
		this.db.delete(table).where(eq(table.id, id)).run();
		this.#note(table, id, before, null);
	}

	#note(table: Table, id: string, before: object | null, after: object | null): void {
		const change = changeOf(getTableName(table), id, before, after);
		if (change) this.changes.push(change);
	}

	/** The next number of a series. Taken inside the transaction: what fails gives it back, so there are no gaps. */
	nextNumber(series: Series): number {
		return this.nextNumbers(series, 1);
	}

	/** As many numbers of a series in a row. @returns the first of them */
	nextNumbers(series: Series, count: number): number {
		const row = this.db.select().from(counters).where(eq(counters.id, series)).get();
		const number = row?.next ?? 1001;
		const next = number + count;
		if (row) this.db.update(counters).set({ next }).where(eq(counters.id, series)).run();
		else this.db.insert(counters).values({ id: series, next }).run();
		return number;
	}

	/**
	 * Puts a mail in the outbox, one for each address of `to`. `{link}` in the text becomes the customer's link when it is sent or
	 * shown. Goes out at once, or when `at` has come.
	 */
	mail(m: Mail): void {
		for (const to of addressesIn(m.to)) this.#letter({ ...m, to });
	}

	/** Puts many mails in the outbox at once: the outbox is their record, history need not hold them once more. */
	mailMany(mails: readonly Mail[]): void {
		const rows = mails.flatMap((m) => addressesIn(m.to).map((to) => this.#letterRow({ ...m, to }, 'mail')));
		this.insertRecorded(outbox, rows);
		if (rows.length > 0) this.topics.add('outbox');
	}

	/** Puts a text message in the outbox, one for each phone number of `to`; mail addresses among them are left to `mail`. */
	textMessage(m: { to: string; text: string; linkId?: string; about: string; at?: number }): void {
		for (const to of m.to.split(',').map((a) => a.trim()))
			if (to !== '' && !to.includes('@')) this.#letter({ ...m, to, subject: m.text.slice(0, 60) }, 'text');
	}

	#letter(m: Mail, channel: 'mail' | 'text' = 'mail'): void {
		this.insert(outbox, this.#letterRow(m, channel));
		this.topics.add('outbox');
	}

	#letterRow(m: Mail, channel: 'mail' | 'text'): typeof outbox.$inferInsert {
		return {
			...{ id: newId(), channel, to: m.to, subject: m.subject, text: m.text, linkId: m.linkId ?? null, about: m.about },
			...{ createdAt: this.now, dueAt: m.at ?? this.now }
		};
	}
}
