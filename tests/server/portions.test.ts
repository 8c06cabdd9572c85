import { beforeEach, describe, expect, it } from 'vitest';
import type { App } from '$lib/server/app';
import { finishCatalogWork, recentImports, workOnCatalog } from '$lib/server/catalog';
import { csv, mapping } from '../bench/lists';
import type { Yard } from '../../src/demo/yard';
import { count, freshYard, refused, told, value } from './yard';

let yard: Yard;
let app: App;
beforeEach(async () => {
	({ yard, app } = await freshYard());
});

const ROWS = 2600;
const importing = (text: string, more: object = {}) =>
	yard.call('petra', 'catalog.import', {
		...{ supplierId: 'tarn', fileName: 'long.csv', text, mapping, categoryId: null, taxCodeId: null },
		...more
	});
const listed = (where = '') => count(app, `select count(*) from items where code like 'B-%' ${where}`);
/** Lets the house do `n` portions, as if it died then. */
async function portions(n: number): Promise<void> {
	const real = app.run;
	let done = 0;
	app.run = (command, input, actor, key) => {
		if (command.name === 'catalog.go-on' && done++ === n) throw new Error('The server died.');
		return real(command, input, actor, key);
	};
	await expect(workOnCatalog(app)).rejects.toThrow('The server died.');
	app.run = real;
}

describe('a long price list', () => {
	it('is applied in portions, and told once, as if it had been applied at once', async () => {
		const begun = importing(csv(ROWS));
		expect(begun).toMatchObject({ more: true, added: 0 });
		expect(listed()).toBe(0);
		await workOnCatalog(app);
		expect(listed()).toBe(ROWS);
		expect(recentImports(app)[0]).toMatchObject({ added: ROWS, changed: 0, unchanged: 0, work: null });
		expect(told(app, "subject = 'supplier:tarn'")).toContain('long.csv: 2600 new, 0 changed, 0 unchanged, 0 rejected');
		expect(count(app, 'select count(*) from catalog_work')).toBe(0);
	});
	it('lets others in between its portions', async () => {
		importing(csv(ROWS));
		const seen: number[] = [];
		const work = workOnCatalog(app);
		let through = false;
		void work.then(() => (through = true));
		while (!through) {
			seen.push(listed());
			await new Promise((next) => setImmediate(next));
		}
		// Somebody who asks meanwhile sees it grow, a portion at a time.
		const steps = [...new Set(seen)];
		expect(steps.length).toBeGreaterThan(4);
		steps.slice(1).forEach((n, i) => expect(n - (steps[i] ?? 0)).toBeLessThanOrEqual(400));
	});
	it('goes on after the server died, and counts nothing twice', async () => {
		importing(csv(ROWS));
		await portions(3);
		expect(listed()).toBe(600);
		expect(recentImports(app)[0]).toMatchObject({ work: 'import', done: 600, total: ROWS });
		await workOnCatalog(app);
		expect(listed()).toBe(ROWS);
		expect(recentImports(app)[0]).toMatchObject({ added: ROWS, changed: 0, unchanged: 0, work: null });
	});
	it('is stopped and taken back', async () => {
		const { changeId } = importing(csv(ROWS));
		await portions(2);
		yard.call('petra', 'catalog.undo-change', { changeId });
		await workOnCatalog(app);
		expect([listed(), listed('and set_aside = 1')]).toEqual([400, 400]);
		expect(refused(() => yard.call('petra', 'catalog.undo-change', { changeId }))[1]).toBe('This change was taken back already.');
	});
	it('that cannot go on ends with the reason, and keeps nothing behind it waiting', async () => {
		const first = importing(csv(ROWS));
		// What it was begun with is not there any more when it is carried out.
		app.db.sqlite.prepare(`update catalog_work set given = json_set(given, '$.taxCodeId', 'gone') where id = ?`).run(first.changeId);
		const other = yard.call('petra', 'catalog.import', {
			...{ supplierId: 'copperline', fileName: 'other.csv', text: csv(ROWS, 2).replaceAll('B-', 'C-'), mapping },
			...{ categoryId: null, taxCodeId: null }
		});
		await workOnCatalog(app);
		expect(listed()).toBe(0);
		expect(count(app, "select count(*) from items where code like 'C-%'")).toBe(ROWS);
		expect(value(app, 'select text from catalog_changes where id = ?', first.changeId)).toMatch(
			/^long\.csv: stopped\. This belongs to something/
		);
		expect(count(app, 'select count(*) from catalog_work')).toBe(0);
		expect(other.more).toBe(true);
	});
	it('tells how many rows it rejected, also where only the first of them are kept', async () => {
		const text = `${csv(ROWS)}\n${Array.from({ length: 2300 }, (_, n) => `D-${n},,each,1`).join('\n')}`;
		importing(text);
		await workOnCatalog(app);
		expect(told(app, "subject = 'supplier:tarn'")).toContain('long.csv: 2600 new, 0 changed, 0 unchanged, 2300 rejected');
		expect(recentImports(app)[0]?.rejected).toHaveLength(2000);
	});
	it('is refused at once where its category or tax is not there', () => {
		expect(() => importing(csv(ROWS), { categoryId: 'gone' })).toThrow('This category is not there any more.');
		expect(() => importing(csv(ROWS), { taxCodeId: 'gone' })).toThrow('This tax code is not there any more.');
	});
	it('leaves a code to whoever took it meanwhile', async () => {
		importing(csv(ROWS));
		await portions(1);
		yard.call('petra', 'catalog.save-item', {
			...{ code: 'B-2599', name: 'Ours', kind: 'material', unit: 'each', cost: 5 },
			...{ rule: { by: 'inherit' }, taxCodeId: null, categoryId: null, wording: '' }
		});
		finishCatalogWork(app);
		expect(value(app, "select name from items where code = 'B-2599'")).toBe('Ours');
		expect(recentImports(app)[0]).toMatchObject({ added: ROWS - 1 });
	});
	it('sets aside what it does not have any more', () => {
		importing(csv(ROWS));
		finishCatalogWork(app);
		importing(csv(1500), { asideMissing: true });
		finishCatalogWork(app);
		expect(listed('and set_aside = 1')).toBe(ROWS - 1500);
		expect(recentImports(app)[0]).toMatchObject({ added: 0, changed: 0, unchanged: 1500 });
	});
});

describe('a change of very many items', () => {
	const sum = () => value<number>(app, "select sum(cost) from items where code like 'B-%'");
	it('is made and taken back in portions, to the same ten-thousandth', async () => {
		importing(csv(ROWS));
		finishCatalogWork(app);
		const before = sum();
		const done = yard.call('petra', 'catalog.change-items', { filter: { supplierId: 'tarn' }, change: { what: 'cost', percent: 750 } });
		const all = count(app, "select count(*) from items where supplier_id = 'tarn' and set_aside = 0");
		expect(done).toMatchObject({ changed: all, more: true });
		await portions(2);
		await workOnCatalog(app);
		expect(sum()).toBeGreaterThan(before * 1.07);
		expect(told(app, "subject = 'catalog'")).toContain(`${all.toLocaleString('en-US')} items: cost +7.5 %`);
		const back = yard.call('petra', 'catalog.undo-change', { changeId: done.changeId });
		expect(back.more).toBe(true);
		await portions(1);
		await workOnCatalog(app);
		expect(sum()).toBe(before);
		expect(count(app, 'select count(*) from item_changes r join items i on i.id = r.item_id and i.version = r.version_after')).toBe(0);
	});
	it('that moves items out of its own filter reaches all of them', () => {
		importing(csv(ROWS));
		finishCatalogWork(app);
		yard.call('petra', 'catalog.change-items', { filter: { q: 'B' }, change: { what: 'aside', setAside: true } });
		finishCatalogWork(app);
		expect(listed('and set_aside = 0')).toBe(0);
	});
});
