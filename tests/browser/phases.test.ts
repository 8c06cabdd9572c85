import type { Browser, Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { seriousOn } from './axe';
import { fill, launch, open, press, reads, signIn, visitor } from './chrome';
import { base, dataDir } from './company';
import { reader, until } from './db';

const db = reader(dataDir);
let browser: Browser;
let page: Page;
beforeAll(async () => {
	browser = await launch();
	page = await visitor(browser);
	await signIn(page, base, 'petra');
});
afterAll(async () => {
	await browser.close();
	db.close();
});

describe('a phase of a job', () => {
	it('is named anew and laid over days; a last day before the first is said beside it and loses nothing typed', async () => {
		const phase = db.row<{ id: string; job_id: string; name: string }>(
			'select p.id, p.job_id, p.name from phases p join jobs j on j.id = p.job_id where p.hours > 0 order by j.number, p.position limit 1'
		);
		await open(page, `${base}/jobs/${phase.job_id}`);
		await press(page, phase.name);
		expect(await seriousOn(page)).toEqual([]);
		await fill(page, 'input[name=phase-name]', 'Strip the old roof');
		const day = (name: string, value: string) =>
			page.$eval(
				`input[name=${name}]`,
				(el, v) => {
					(el as HTMLInputElement).value = v;
					el.dispatchEvent(new Event('input', { bubbles: true }));
				},
				value
			);
		await day('phase-from', '2027-05-04');
		await day('phase-to', '2027-05-03');
		await press(page, 'Save', 'dialog[open]');
		await reads(page, 'The last day is before the first.');
		expect(await page.$eval('input[name=phase-name]', (el) => (el as HTMLInputElement).value)).toBe('Strip the old roof');
		await day('phase-to', '2027-05-06');
		await press(page, 'Save', 'dialog[open]');
		await until(() => db.value<string>('select to_day from phases where id = ?', phase.id) === '2027-05-06', 'the days of the phase');
		await reads(page, 'Strip the old roof');
		await reads(page, 'Phase Strip the old roof: May 4, 2027 to May 6, 2027');
		expect(db.value('select count(*) from budget_rows where phase_id = ?', phase.id)).toBeGreaterThan(0);
	});
});
