import type { Browser } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { seriousOn } from './axe';
import { fill, launch, open, press, reads, signIn, visitor } from './chrome';
import { base, dataDir } from './company';
import { reader, until } from './db';

const db = reader(dataDir);
let browser: Browser;
beforeAll(async () => {
	browser = await launch();
});
afterAll(async () => {
	await browser.close();
	db.close();
});

describe('a role of the company’s own', () => {
	it('is put together by the owner, given to somebody, and opens just what it lists', async () => {
		const page = await visitor(browser);
		await signIn(page, base, 'imogen');
		await open(page, `${base}/company/roles`);
		await press(page, 'New role');
		await fill(page, '[name=role-name]', 'Foreman');
		await page.select('[name=from]', 'crew lead');
		await page.evaluate(() => {
			const tick = [...document.querySelectorAll('label')].find((l) => l.textContent?.includes('Change costs of jobs'));
			tick?.querySelector('input')?.click();
		});
		expect(await seriousOn(page)).toEqual([]);
		await press(page, 'Make the role');
		await until(() => db.value<number>("select count(*) from roles where name = 'Foreman'") === 1, 'the role is saved');
		const rights = JSON.parse(db.value<string>("select rights from roles where name = 'Foreman'")) as string[];
		// What was ticked brought what it needs: costs and the jobs they are on.
		expect(rights).toEqual(expect.arrayContaining(['plan.see', 'costs.change', 'costs.see', 'jobs.see']));
		expect(rights).not.toContain('invoices.see');

		await open(page, `${base}/company/people`);
		await page.select('[aria-label="Role of Ansel Wick"]', db.value<string>("select id from roles where name = 'Foreman'"));
		await until(
			() => db.value<number>("select count(*) from people where id = 'ansel' and role_id is not null") === 1,
			'the role is saved'
		);

		const foreman = await visitor(browser);
		await signIn(foreman, base, 'ansel');
		expect((await foreman.goto(`${base}/work/costs`))?.status()).toBe(200);
		await reads(foreman, 'Costs');
		expect((await foreman.goto(`${base}/bill/invoices`))?.status()).toBe(403);
		expect((await foreman.goto(`${base}/company/roles`))?.status()).toBe(403);

		await open(page, `${base}/company/roles`);
		await press(page, 'Set aside');
		await reads(page, 'One person has this role. Give them another first.');
		await open(page, `${base}/company/people`);
		await page.select('[aria-label="Role of Ansel Wick"]', 'crew lead');
		await until(() => db.value<number>("select count(*) from people where id = 'ansel' and role_id is null") === 1, 'the role is saved');
		expect((await foreman.goto(`${base}/work/costs`))?.status()).toBe(403);
	});
});
