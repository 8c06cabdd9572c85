import type { Browser, Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { launch, open, signIn, visitor } from './chrome';
import { base, dataDir } from './company';
import { reader } from './db';
import { pathsOf, recordRoutes } from './records';

const db = reader(dataDir);
let browser: Browser;
let page: Page;
beforeAll(async () => {
	browser = await launch();
	page = await visitor(browser);
	await signIn(page, base, 'imogen');
});
afterAll(async () => {
	await browser.close();
	db.close();
});

/** What stands in every field of a page, by its label or name. */
const fields = (): Promise<string[]> =>
	page.$$eval('main input, main textarea, main select', (all) =>
		all
			.map((e) => e as HTMLInputElement)
			.filter((e) => e.type !== 'file' && e.type !== 'hidden')
			.map(
				(e, n) =>
					`${n} ${e.name || e.getAttribute('aria-label') || e.closest('label')?.innerText.split('\n')[0] || ''}: ${e.type === 'checkbox' ? e.checked : e.value}`
			)
	);
/** Waits for fields that come with an answer of their own, as the tasks of a job do; what tells of changes stays open. */
const atRest = (): Promise<void> => page.waitForNetworkIdle({ idleTime: 250, concurrency: 2 });
/** Goes to another page as a link does, without loading anew: what a person does from record to record. */
async function follow(path: string): Promise<void> {
	await page.evaluate((to) => {
		const link = Object.assign(document.createElement('a'), { href: to, textContent: 'next' });
		document.querySelector('main')?.append(link);
		link.click();
	}, path);
	// Typed and not saved: it is asked about, and left.
	await page.waitForFunction(
		(to) => {
			if (location.pathname === to) return true;
			const leave = [...document.querySelectorAll<HTMLButtonElement>('dialog[open] button')].find(
				(b) => b.innerText === 'Leave without saving'
			);
			leave?.click();
			return false;
		},
		{},
		path
	);
	// The page has its own title by then.
	await page.waitForFunction(() => document.querySelector('main') !== null);
}

describe('from record to record', () => {
	it.each(recordRoutes())('%s shows in its fields what its own record says, whatever was typed into the one before', async (route) => {
		const [a, b] = pathsOf(db, route);
		// Of some kinds the demo company has one alone; the way there and back from a list is then the whole of it.
		if (!a || !b) return void expect(a).toBeTruthy();
		await open(page, `${base}${b}`);
		await atRest();
		const own = await fields();
		await open(page, `${base}${a}`);
		await page.$$eval('main input:not([type=checkbox]):not([type=radio]):not([type=file]):not([type=date]), main textarea', (all) => {
			for (const e of all as HTMLInputElement[]) {
				if (e.disabled || e.readOnly) continue;
				e.value = 'typed into another';
				e.dispatchEvent(new Event('input', { bubbles: true }));
			}
		});
		await follow(b);
		await page.waitForFunction(
			(n: number) => document.querySelectorAll('main input, main textarea, main select').length >= n,
			{},
			own.length
		);
		await atRest();
		expect(await fields()).toEqual(own);
		expect((await fields()).join()).not.toContain('typed into another');
	});
	it('saving a customer after the way from another keeps both as they are', async () => {
		const [a, b] = db.all<{ id: string; name: string; mail: string }>(
			"select id, name, mail from customers where mail <> '' order by created_at desc limit 2"
		);
		await open(page, `${base}/win/customers/${a!.id}`);
		await follow(`/win/customers/${b!.id}`);
		await page.waitForFunction(
			(name: string) => [...document.querySelectorAll('main input')].some((e) => (e as HTMLInputElement).value === name),
			{},
			b!.name
		);
		await page.evaluate(() =>
			[...document.querySelectorAll('main button')]
				.find((x) => /^Save/.test((x as HTMLElement).innerText))
				?.dispatchEvent(new MouseEvent('click', { bubbles: true }))
		);
		await page.waitForNetworkIdle({ idleTime: 400, concurrency: 2 });
		for (const c of [a!, b!]) expect(db.row('select name, mail from customers where id = ?', c.id)).toEqual({ name: c.name, mail: c.mail });
	});
});
