import { eq } from 'drizzle-orm';
import { beforeAll, describe, expect, it } from 'vitest';
import type { App } from '$lib/server/app';
import { Context } from '$lib/server/commands';
import { costEntries, tasks } from '$lib/server/db/schema';
import { freshYard, wonJob } from './yard';

let app: App;
let jobId: string;
beforeAll(async () => {
	const fresh = await freshYard();
	app = fresh.app;
	jobId = wonJob(fresh.yard).jobId;
});
const context = () => new Context(app.db.orm, { type: 'system' }, 1, 'America/New_York');

describe('many rows at once', () => {
	it('are the same rows as one after the other, with the same history', () => {
		const row = (id: string) => ({ id, jobId, text: `Task ${id}`, position: 7 });
		const [one, many] = [context(), context()];
		one.insert(tasks, row('a'));
		const written = many.insertMany(tasks, [row('b'), row('c')]);
		const read = (id: string) => app.db.orm.select().from(tasks).where(eq(tasks.id, id)).get()!;
		expect({ ...read('b'), id: 'a', text: 'Task a' }).toEqual(read('a'));
		expect(written).toEqual([read('b'), read('c')]);
		const noted = (c: Context) => c.changes.map((x) => JSON.stringify(x).replaceAll('Task b', 'Task a').replaceAll('"b"', '"a"'));
		expect(noted(many)[0]).toBe(noted(one)[0]);
		expect(many.changes).toHaveLength(2);
	});
	it('are refused whole by what the file itself refuses', () => {
		const before = app.db.orm.select().from(costEntries).all().length;
		const bad = () =>
			app.db.orm.transaction(() =>
				context().insertMany(costEntries, [
					{
						id: 'x',
						jobId,
						kind: 'other',
						name: 'x',
						day: '2027-01-01',
						quantity: 1,
						unit: 'each',
						unitCost: 1,
						cost: 1,
						charge: 1,
						state: 'to bill'
					},
					{
						id: 'y',
						jobId: 'nowhere',
						kind: 'other',
						name: 'y',
						day: '2027-01-01',
						quantity: 1,
						unit: 'each',
						unitCost: 1,
						cost: 1,
						charge: 1,
						state: 'to bill'
					}
				])
			);
		expect(bad).toThrow('FOREIGN KEY');
		expect(app.db.orm.select().from(costEntries).all()).toHaveLength(before);
	});
});
