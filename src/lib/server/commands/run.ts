import { say } from '../../contract/refusals/asking';
import type { Database, Statement } from 'better-sqlite3';
import { areaOf, may } from '../../core/access';
import { Refusal } from '../../core/refusal';
import type { Clock } from '../clock';
import type { Db } from '../db';
import { history } from './schema';
import { live } from '../live';
import { log } from '../log';
import { changesHidden, namesHidden } from '../scope';
import { Context, Missing, NotAllowed, type Actor, type When } from './context';
import type { Access, InputOf, LinkKind, OutputOf } from '../../contract';
import type { Command } from './define';
import { clickOf, earlierAnswer, keepAnswer } from './idempotency';
import { reactTo } from './reactions';
import { writeMany } from './rows';
import { limitRate } from './limits';
import { checkAnswer, validate } from './validate';

/** The disk is full, the file is locked or cannot be written: nothing was saved, trying again may help. */
export class CannotSave extends Refusal {}

export interface Runner {
	db: Db;
	clock: Clock;
	afterCommit: () => void;
	/** The file as somebody sees it who sees only some of the jobs; null for all others. */
	scopedFor?: (who: Extract<Actor, { type: 'person' }>) => Db | null;
	/** Whether each answer is held against the contract: wherever tests run, not on every click of a working day. */
	checkAnswers?: boolean;
}

const isLink = (access: Access): access is `${LinkKind} link` => access.endsWith(' link');

/** Whether an actor may use what asks for this access. */
export function allowed(actor: Actor, access: Access): boolean {
	if (actor.type === 'system') return true;
	if (access === 'public') return true;
	if (access === 'system') return false;
	if (isLink(access)) return actor.type === 'link' && access === `${actor.kind} link`;
	return actor.type === 'person' && may(actor, access);
}

/**
 * Runs a command: validation, access, one immediate transaction with its history entry, then the live event.
 * A command that fails changes nothing.
 * @param key the client's own key of this click: the second time the first result is given back
 * @throws Refusal in plain words; OtherInput when the key came before with another input
 */
export function runCommand<C extends Command>(runner: Runner, command: C, input: InputOf<C>, actor: Actor, key?: string): OutputOf<C> {
	return runGiven(runner, command, input, actor, key) as OutputOf<C>;
}

/** The same with what came from outside and may be anything: its schema says first whether it can be taken. */
export function runGiven(runner: Runner, c: Command, input: unknown, actor: Actor, key?: string, when: When = {}): unknown {
	const { sqlite, orm } = runner.db;
	const click = key ? clickOf(actor, c.name, input, key) : null;
	// Before anything is asked: what was taken once is answered again, whatever rules or rights have changed since.
	const earlier = click && earlierAnswer(orm, click);
	if (earlier) return earlier.result;
	if (!allowed(actor, c.right)) throw new NotAllowed(say('you-may-not-do'));
	validate(c.input, input);
	const scoped = (actor.type === 'person' && runner.scopedFor?.(actor)) || null;
	if (scoped && namesHidden(scoped, input)) throw new Missing(say('not-or-not-yours-to-see'));
	const topics: string[] = [];
	const ended: Context['ended'] = [];
	const work = sqlite.transaction((): unknown => {
		// Another process of the same company may have been first.
		const meanwhile = click && earlierAnswer(orm, click);
		if (meanwhile) return meanwhile.result;
		// A click that is repeated with its key was counted the first time.
		limitRate(c.name, actor, Date.now());
		const now = runner.clock.now();
		const zone = zoneOf(sqlite);
		const ctx = new Context(orm, actor, now, zone, reactTo, c.offline ? when : {});
		const result: unknown = c.run(ctx, input, actor);
		if (runner.checkAnswers) checkAnswer(c, result);
		if (scoped && changesHidden(scoped, ctx.changes)) throw new NotAllowed(say('would-change-jobs-you-do-not'));
		const who = ctx.who;
		const entry = { at: now, byId: who.id, byName: who.name, command: c.name };
		// The changed rows are kept once, with what was told last: that is what the command itself is about.
		writeMany(
			orm,
			history,
			ctx.told.map((t, n) => ({
				...{ ...entry, ...t, text: '', area: t.area ?? areaOf(c.name) },
				changes: n === ctx.told.length - 1 ? ctx.changes : []
			}))
		);
		if (click) keepAnswer(orm, click, result, now);
		topics.push(...ctx.topics);
		ended.push(...ctx.ended);
		return result;
	});
	try {
		const result = work.immediate();
		for (const { personId, but } of ended) live.closeOf((of) => of.personId === personId && of.sessionId !== but);
		live.publish(topics);
		runner.afterCommit();
		return result;
	} catch (e) {
		throw translate(e, c.name);
	}
}

const ZONE = new WeakMap<object, Statement>();
/** The company's zone: asked for with every command, so the statement is made once. */
function zoneOf(sqlite: Database): string {
	const ask = ZONE.get(sqlite) ?? sqlite.prepare('select zone from company');
	ZONE.set(sqlite, ask);
	return (ask.get() as { zone: string } | undefined)?.zone ?? 'UTC';
}

/** Errors of the database and of arithmetic in plain words; what nobody foresaw stays what it is. */
function translate(e: unknown, command: string): unknown {
	if (e instanceof Refusal) return e;
	const code = (e as { code?: string }).code ?? '';
	if (/^SQLITE_(BUSY|LOCKED)/.test(code)) return new CannotSave(say('companys-file-in-use-by-something'));
	if (/^SQLITE_(FULL|IOERR|READONLY|CANTOPEN)/.test(code)) return new CannotSave(say('disk-full-or-cannot-be-written'));
	if (/^SQLITE_CONSTRAINT/.test(code)) {
		log.warn({ command, code }, 'constraint');
		return new Refusal(
			code === 'SQLITE_CONSTRAINT_FOREIGNKEY'
				? say('belongs-to-something-not-or-something')
				: code === 'SQLITE_CONSTRAINT_UNIQUE'
					? say('one-like-already')
					: say('value-outside-what-possible')
		);
	}
	return e;
}
