import { parseUnitPrice } from '$lib/core/money';
import { beforeAll, describe, expect, it } from 'vitest';
import type { App } from '$lib/server/app';
import { jobPage } from '$lib/server/screens/job';
import type { Yard } from '../../src/demo/yard';
import { freshYard, OWNER } from './yard';

let yard: Yard;
let app: App;
beforeAll(async () => {
	({ yard, app } = await freshYard());
});
/** How many statements a piece of work asks the file for. */
function statements(work: () => unknown): number {
	const { sqlite } = app.db;
	const prepare = sqlite.prepare.bind(sqlite);
	let n = 0;
	sqlite.prepare = ((sql: string) => {
		n += 1;
		return prepare(sql);
	}) as typeof sqlite.prepare;
	work();
	sqlite.prepare = prepare as typeof sqlite.prepare;
	return n;
}

describe('the page of a job', () => {
	it('asks for one more row a revision, its customer’s link; all else comes for all of them at once', () => {
		const jobId = yard.job('Often made anew', yard.customer('Often', 'person', 'o@customer.example', '', ''), '', [0, 0]);
		const estimateId = yard.estimate(jobId);
		const scopeId = yard.scope(estimateId, 'Roof', [], []);
		const again = (price: string) => {
			yard.call('bastian', 'estimates.add-line', { scopeId, name: 'Work', price: parseUnitPrice(price) });
			yard.issue(estimateId, 'o@customer.example');
		};
		again('100');
		again('110');
		const two = statements(() => jobPage(app, jobId, OWNER));
		expect(two).toBeGreaterThan(5);
		for (let n = 0; n < 6; n++) again(`${n + 1}0`);
		const page = jobPage(app, jobId, OWNER)!;
		expect(page.revisions.map((r) => r.revision)).toEqual([8, 7, 6, 5, 4, 3, 2, 1]);
		expect(page.revisions[0]).toMatchObject({ state: 'open', seen: 0, answer: null, link: expect.stringContaining('/q/') as string });
		expect(statements(() => jobPage(app, jobId, OWNER)) - two).toBeLessThanOrEqual(6);
	});
});
