import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import puppeteer, { type Browser, type Page } from 'puppeteer-core';

export const DESK = { width: 1280, height: 800 };
export const PHONE = { width: 390, height: 844, isMobile: true, hasTouch: true };

export const launch = (): Promise<Browser> =>
	puppeteer.launch({
		executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
		headless: true,
		userDataDir: mkdtempSync(join(tmpdir(), 'ny-chrome-')),
		args: [
			'--no-sandbox',
			'--disable-gpu',
			'--disable-quic',
			'--no-first-run',
			'--disable-background-networking',
			'--disable-component-update',
			'--disable-sync'
		],
		protocolTimeout: 120_000
	});

/** A page of its own person: cookies are not shared with the others. */
export async function visitor(browser: Browser, size: typeof DESK | typeof PHONE = DESK): Promise<Page> {
	const context = await browser.createBrowserContext();
	const page = await context.newPage();
	await page.setViewport(size);
	// What was typed is left by tests that load another page; the browser's own question is answered as a person would.
	page.on('dialog', (d) => void d.accept());
	page.setDefaultTimeout(30_000);
	return page;
}

export async function signIn(page: Page, base: string, who: string): Promise<void> {
	await page.goto(`${base}/sign-in`, { waitUntil: 'networkidle2' });
	await page.type('input[name=mail]', `${who}@pellgrave.example`);
	await page.type('input[name=password]', 'nickel-yard');
	await Promise.all([page.waitForFunction(() => !location.pathname.startsWith('/sign-in')), page.click('button.btn-primary')]);
}

/** Opens a page and waits until it can be worked with. Live streams keep the network busy, so that is not waited for. */
export async function open(page: Page, url: string): Promise<void> {
	await page.goto(url, { waitUntil: 'load' });
	await page.waitForFunction(() => document.readyState === 'complete');
	await hydrated(page);
}

/** Waits until the page's own script runs. */
export const hydrated = (page: Page): Promise<unknown> =>
	page.waitForFunction(() => document.documentElement.dataset.ready === 'yes' || document.querySelector('[data-no-script]') !== null);

/** Clicks what a person would read: a button, link, summary or label by its words. */
export async function press(page: Page, words: string, within = 'body'): Promise<void> {
	const handle = await page.waitForFunction(
		(text: string, scope: string) => {
			const all = [
				...document.querySelectorAll<HTMLElement>(
					`${scope} button, ${scope} a, ${scope} summary, ${scope} [role=option], ${scope} [role^=menuitem]`
				)
			].filter((e) => e.checkVisibility?.() !== false);
			const read = (e: HTMLElement) => (e.getAttribute('aria-label') ?? e.innerText).trim().replace(/\s+/g, ' ');
			return all.find((e) => read(e) === text || e.innerText.trim() === text) ?? all.find((e) => read(e).startsWith(text)) ?? null;
		},
		{},
		words,
		within
	);
	const element = handle.asElement();
	if (!element) throw new Error(`Nothing to press that says “${words}”.`);
	await (element as unknown as { evaluate(f: (e: HTMLElement) => void): Promise<void> }).evaluate((e) => {
		e.scrollIntoView({ block: 'center' });
		e.click();
	});
}

/** Types into the field with this label or selector, replacing what stands there. */
export async function fill(page: Page, selector: string, text: string): Promise<void> {
	await page.waitForSelector(selector, { visible: true });
	await page.$eval(selector, (e) => {
		const input = e as HTMLInputElement;
		input.focus();
		input.value = '';
		input.dispatchEvent(new Event('input', { bubbles: true }));
	});
	await page.type(selector, text);
}

export const reads = (page: Page, text: string): Promise<unknown> =>
	page.waitForFunction((t: string) => document.body.innerText.replace(/\s+/g, ' ').includes(t), {}, text);
export const bodyText = (page: Page): Promise<string> => page.evaluate(() => document.body.innerText);
