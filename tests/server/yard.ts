import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Viewer, type Role } from '$lib/core/access';
import { textOf } from '$lib/core/events';
import { Refusal } from '$lib/core/refusal';
import { instantOf } from '$lib/core/time';
import { openApp, type App } from '$lib/server/app';
import { readSettings } from '$lib/server/settings';
import { setUp } from '../../src/demo/set-up';
import { DemoClock, Yard } from '../../src/demo/yard';

/** A fresh company in a file of its own, with people, rates, catalog and recipes, on a clock that tests move. */
export async function freshYard(): Promise<{ yard: Yard; app: App; clock: DemoClock; dir: string }> {
	const dir = mkdtempSync(join(tmpdir(), 'ny-server-'));
	const clock = new DemoClock(instantOf('2027-04-14', '09:20', 'America/New_York'));
	const app = openApp(readSettings({ NICKEL_DATA: dir }), clock);
	app.db.sqlite.pragma('synchronous = OFF');
	const yard = new Yard(app, clock);
	await setUp(yard);
	return { yard, app, clock, dir };
}

/** A won re-roof of 96 by 14 feet with its quote accepted. */
export function wonJob(yard: Yard, name = 'Test roof'): { jobId: string; estimateId: string; customerId: string } {
	const customerId = yard.customer(`Customer of ${name}`, 'person', 'c@customer.example', '', '1 Gull Street');
	const jobId = yard.job(name, customerId, `1 Gull Street, ${name}`, [-47, -131]);
	const estimateId = yard.estimate(jobId);
	yard.scope(estimateId, 'Main roof', [['roof face', { length: "96'", run: "14'", pitch: '8' }]], ['reroof-shingle']);
	yard.decide(estimateId);
	yard.accept(yard.issue(estimateId, 'c@customer.example'), 'C. Customer');
	return { jobId, estimateId, customerId };
}

/** Who looks at a page, by role. */
export const viewer = (role: Role): Viewer => Viewer.of({ id: `a person who is ${role}`, role });
export const OWNER = viewer('owner');

export const count = (app: App, sql: string, ...args: unknown[]): number =>
	Object.values(app.db.sqlite.prepare(sql).get(...args) as Record<string, number>)[0] ?? 0;
export const value = <T>(app: App, sql: string, ...args: unknown[]): T =>
	Object.values((app.db.sqlite.prepare(sql).get(...args) as Record<string, T> | undefined) ?? {})[0] as T;

/** What history says, in the order it happened. @param where SQL of the entries, with its values */
export const told = (app: App, where: string, ...args: unknown[]): string[] =>
	(
		app.db.sqlite.prepare(`select code, params, text from history where ${where} order by id`).all(...args) as {
			code: string;
			params: string;
			text: string;
		}[]
	).map((e) => textOf({ ...e, params: JSON.parse(e.params) as object }));

/** What a refused piece of work says, and of which field; “taken” when it was not refused. */
export function refused(work: () => unknown): [field: string | null, words: string] {
	try {
		work();
	} catch (e) {
		if (e instanceof Refusal) return [e.field ?? null, e.message];
		throw e;
	}
	return [null, 'taken'];
}
