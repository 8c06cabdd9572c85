import type { ElementHandle, Page } from 'puppeteer-core';
import { fill, press } from './chrome';

/** What an estimator does on the bench, for every test that needs it. */
export const shown = (page: Page, testId: string): Promise<string> =>
	page.$eval(`[data-testid=${testId}]`, (e) => (e as HTMLElement).innerText);

/** Adds something with the one field, by the words it is found under. What asks first is answered by the test. */
export async function add(page: Page, text: string, kind: string): Promise<void> {
	// A dialog that closes gives the focus back to the field, which then offers what is frequent.
	await page.waitForFunction(() => {
		const list = document.querySelector('#adder-list');
		if (list) (document.activeElement as HTMLElement | null)?.blur();
		return list === null;
	});
	await fill(page, '#adder', text);
	const found = await page.waitForFunction(
		(k: string, t: string) =>
			[...document.querySelectorAll<HTMLElement>('#adder-list [role=option]')].find(
				(o) => (o.lastElementChild as HTMLElement).innerText.startsWith(k) && o.innerText.toLowerCase().includes(t.toLowerCase())
			),
		{},
		kind,
		text
	);
	await (found.asElement() as ElementHandle<HTMLElement>).evaluate((e) => e.click());
	await page.waitForFunction(() => (document.querySelector('#adder') as HTMLInputElement).value === '');
}

/** Saves the dialog and waits until it is closed. */
export async function save(page: Page, words = 'Save'): Promise<void> {
	await press(page, words, 'dialog[open]');
	await page.waitForFunction(() => !document.querySelector('dialog[open]'));
}

/** A cell by what its line is called and its column. */
export async function cell(page: Page, line: string, column: string): Promise<ElementHandle<HTMLElement>> {
	const found = await page.waitForFunction(
		(l: string, c: string) =>
			[...document.querySelectorAll<HTMLElement>('tbody tr')]
				.find((r) => r.querySelector('[data-column=name]')?.textContent?.includes(l))
				?.querySelector(`[data-column=${c}]`),
		{},
		line,
		column
	);
	return found.asElement() as ElementHandle<HTMLElement>;
}
export const cellText = async (page: Page, line: string, column: string): Promise<string> =>
	(await cell(page, line, column)).evaluate((e) => e.innerText.trim());
