import { randomBytes } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { whoAsks } from './asking';
import { clockFrom, type Clock } from './clock';
import type { InputOf, OutputOf } from '../contract';
import { runCommand, runGiven, type Actor, type Command, type Runner, type When } from './commands';
import { openDatabase, type Db } from './db';
import { closeScopes, databaseFor, hearsOf, seesAll, type Reach } from './scope';
import { company } from './company/schema';
import {
	standInCards,
	type CardPort,
	folderPublisher,
	webPublisher,
	type PublisherPort,
	smtpMail,
	standInMail,
	type MailPort,
	standInTexts,
	standInRouting,
	standInWeather,
	webTexts,
	webRouting,
	webWeather,
	type CalendarPort,
	webCalendars,
	type RoutingPort,
	type WeatherPort,
	type TextPort
} from './ports';
import { useSecret } from './links';
import { readSettings, type Settings } from './settings';

/** Everything a running server needs, opened once. */
export interface App {
	settings: Settings;
	db: Db;
	clock: Clock;
	secret: Buffer;
	mail: MailPort;
	texts: TextPort;
	cards: CardPort;
	publisher: PublisherPort;
	weather: WeatherPort;
	routing: RoutingPort;
	calendars: CalendarPort;
	/** Set by the worker: looks at once whether something is due. */
	poke: () => void;
	run<C extends Command>(command: C, input: InputOf<C>, actor: Actor, key?: string): OutputOf<C>;
	/** Runs a command with what came from outside and may be anything. */
	runGiven(command: Command, input: unknown, actor: Actor, key?: string, when?: When): unknown;
	/** The same house as somebody sees it who may see only some of the jobs. */
	seenBy(who: Reach): App;
	/** Whether somebody hears that something changed. */
	hears(who: Reach, topic: string): boolean;
}

/** Opens the company's file and the ports. */
export function openApp(settings: Settings = readSettings(), clock?: Clock): App {
	const db = openDatabase(settings.databaseFile, settings.migrationsDir);
	const zone = () => db.orm.select({ zone: company.zone }).from(company).get()?.zone ?? 'America/New_York';
	const time = clock ?? clockFrom(process.env.NICKEL_NOW, zone());
	const now = () => time.now();
	const app: App = {
		settings,
		db,
		clock: time,
		secret: readSecret(settings.dataDir),
		mail: settings.smtpUrl ? smtpMail(settings.smtpUrl) : standInMail(db, now),
		texts: settings.textUrl ? webTexts(settings.textUrl) : standInTexts(db, now),
		cards: standInCards(db, now),
		publisher: /^https?:\/\//.test(settings.publisher) ? webPublisher(settings.publisher) : folderPublisher(settings.publisher),
		calendars: webCalendars(),
		routing: settings.routingUrl ? webRouting(settings.routingUrl) : standInRouting(),
		weather: settings.weatherUrl ? webWeather(settings.weatherUrl) : standInWeather(),
		poke: () => undefined,
		run: (command, input, actor, key) => runCommand(runner, command, input, actor, key),
		runGiven: (command, input, actor, key, when) => runGiven(runner, command, input, actor, key, when),
		seenBy: (who) => (seesAll(who) ? app : { ...app, db: databaseFor(settings.databaseFile, who) }),
		hears: (who, topic) => seesAll(who) || hearsOf(databaseFor(settings.databaseFile, who), topic)
	};
	const runner: Runner = {
		scopedFor: (who) => (seesAll(who) ? null : databaseFor(settings.databaseFile, who)),
		db,
		clock: time,
		afterCommit: () => app.poke(),
		checkAnswers: process.env.VITEST !== undefined
	};
	useSecret(() => app.secret);
	return app;
}

/** The secret from which link tokens are made; outside the database, so that a copy of the file opens no link. */
function readSecret(dataDir: string): Buffer {
	const file = join(dataDir, 'secret.key');
	if (!existsSync(file)) {
		mkdirSync(dataDir, { recursive: true });
		writeFileSync(file, randomBytes(32).toString('hex'), { mode: 0o600 });
	}
	return Buffer.from(readFileSync(file, 'utf8').trim(), 'hex');
}

let current: App | null = null;
/** The application of this process, as whoever asks may see it. Opened at the first use, never during the build. */
export function app(): App {
	current ??= openApp();
	const who = whoAsks();
	return who ? current.seenBy(who) : current;
}
/** Closes the file, for a graceful stop. */
export function closeApp(): void {
	closeScopes();
	current?.db.sqlite.close();
	current = null;
}
