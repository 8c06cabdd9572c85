import { parseUnitPrice } from '$lib/core/money';
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

/** Runs commands as who is signed in on a page, one after the other; what one gives back can go into the next. */
export const run = <R = Record<string, string>>(page: Page, command: string, input: unknown): Promise<R> =>
	page.evaluate(
		async (name: string, body: unknown) => {
			const r = await fetch(`/api/commands/${name}`, {
				method: 'POST',
				headers: { 'content-type': 'application/json' },
				body: JSON.stringify({ input: body, key: crypto.randomUUID() })
			});
			const said = (await r.json()) as { result?: unknown; message?: string };
			if (!r.ok) throw new Error(`${name}: ${said.message}`);
			return said.result as never;
		},
		command,
		input
	) as Promise<R>;

/** A quote of 100.00 with an option of 40.00 for a new customer, issued; gives its job. */
export async function offer(page: Page, name: string): Promise<string> {
	const { jobId } = await run(page, 'jobs.open', {
		...{ name, customerId: null, customerName: `${name} owner`, address: '7 Bell Yard', kindOfWork: 'Repair', source: '', wanted: '' }
	});
	const { estimateId } = await run(page, 'estimates.start', { jobId });
	for (const [scope, price, option] of [
		['Work', '100', false],
		['Extra', '40', true]
	] as const) {
		const { scopeId } = await run(page, 'estimates.add-scope', { estimateId, name: scope, option });
		await run(page, 'estimates.add-line', {
			scopeId,
			name: `${scope}, all of it`,
			kind: 'material',
			price: parseUnitPrice(price),
			cost: 200_000
		});
	}
	await run(page, 'quotes.issue', { estimateId, to: 'own@customer.example', subject: '', text: '{link}' });
	return jobId ?? '';
}
