import { existsSync, mkdirSync, rmSync } from 'node:fs';
import { openApp, type App } from '../lib/server/app';
import { clockFrom } from '../lib/server/clock';
import { readSettings, type Settings } from '../lib/server/settings';
import { addDays, wallTime } from '../lib/core/time';
import { sendDue } from '../lib/server/outbox';
import { buildContacts } from './contacts';
import { buildDoing } from './doing';
import { buildFlatRate } from './flat-rate';
import { buildHistory } from './history';
import { buildMoney } from './money';
import { buildNow } from './now';
import { buildRates } from './rates';
import { setUp } from './set-up';
import { buildLook, buildSurvey } from './survey';
import { DemoClock, Yard } from './yard';
import { buildYears, YEARS } from './years';
import { budgetFromBooks } from './years/books';

const ZONE = 'America/New_York';

/**
 * Fills a fresh file with the demo company, on its own clock, by the commands that people use.
 * @param years with two years of the company’s real volume; without, with thirty jobs of that time, which is enough for tests
 */
export async function buildDemo(settings: Settings, years = false): Promise<App> {
	rmSync(settings.databaseFile, { force: true });
	for (const rest of ['-wal', '-shm']) rmSync(settings.databaseFile + rest, { force: true });
	mkdirSync(settings.dataDir, { recursive: true });
	const now = clockFrom(process.env.NICKEL_NOW, ZONE).now();
	const today = wallTime(now, ZONE).day;
	const clock = new DemoClock(now);
	const app = openApp(settings, clock);
	// A fresh file that is thrown away if this fails: waiting for the disk after every command would only cost time.
	app.db.sqlite.pragma('synchronous = OFF');
	const yard = new Yard(app, clock);
	// What is there from the beginning was there when the books begin.
	if (years) yard.at(addDays(today, -YEARS - 2), '09:00');
	await setUp(yard);
	buildRates(yard, today);
	buildFlatRate(yard, today);
	if (years) {
		buildYears(yard, today);
		budgetFromBooks(yard, Number(today.slice(0, 4)));
	} else buildHistory(yard, today);
	buildNow(yard, today);
	await buildLook(yard);
	await buildSurvey(yard);
	buildContacts(yard, today);
	await buildDoing(yard, today);
	buildMoney(yard, today);
	clock.at = now;
	await sendDue(app);
	app.db.sqlite.pragma('wal_checkpoint(TRUNCATE)');
	return app;
}

if (process.argv[1]?.endsWith('build.ts')) {
	const settings = readSettings();
	if (existsSync(settings.databaseFile) && !process.argv.includes('--fresh')) console.log('The demo company is there already.');
	else {
		const started = performance.now();
		const app = await buildDemo(settings, !process.argv.includes('--small'));
		app.db.sqlite.close();
		console.log(`The demo company is built (${((performance.now() - started) / 1000).toFixed(1)} s).`);
	}
}
