import type { ElementHandle, Page } from 'puppeteer-core';

type Thing = ElementHandle | string;
const get = async (page: Page, thing: Thing): Promise<ElementHandle> => {
	const found = typeof thing === 'string' ? await page.waitForSelector(thing, { visible: true }) : thing;
	if (!found) throw new Error('Nothing to drag.');
	return found;
};
async function middle(it: ElementHandle, at = { x: 0.5, y: 0.5 }): Promise<{ x: number; y: number }> {
	const box = await it.boundingBox();
	if (!box) throw new Error('It is not drawn.');
	return { x: box.x + box.width * at.x, y: box.y + box.height * at.y };
}
/** A day of somebody on the plan board, as the eye finds it: the row of a name, under the column of a day. */
export interface BoardDay {
	person: string;
	day: string;
}
/** The middle of a day on the plan board; the row is drawn once the page has come to it. */
export async function dayOnBoard(page: Page, { person, day }: BoardDay): Promise<{ x: number; y: number }> {
	const row = await get(page, `[data-cells="${person}"]`);
	await row.evaluate((e) => e.scrollIntoView({ block: 'nearest' }));
	const head = await get(page, `.heads time[datetime="${day}"]`);
	return { x: (await middle(head)).x, y: (await middle(row)).y };
}
const at = (page: Page, place: Thing | BoardDay, within: { x: number; y: number }) =>
	typeof place === 'object' && 'person' in place ? dayOnBoard(page, place) : get(page, place).then((it) => middle(it, within));
const letGo = (page: Page) => page.waitForSelector('.held', { hidden: true });

/** Over the thing with the pointer, until it can be dragged: looked up anew each time, as a list drawn again has another row there. */
async function ready(page: Page, thing: Thing): Promise<ElementHandle> {
	for (let n = 0; n < 50; n++) {
		const it = await get(page, thing);
		await it.evaluate((e) => e.scrollIntoView({ block: 'center' }));
		const box = await it.boundingBox();
		if (!box) continue;
		await page.mouse.move(box.x + box.width / 2 + (n % 2), box.y + box.height / 2);
		const done = page.waitForFunction((e) => (e as HTMLElement).dataset.drag === 'ready', { timeout: 500 }, it);
		if (
			await done.then(
				() => true,
				() => false
			)
		)
			return it;
	}
	throw new Error('It cannot be dragged.');
}

/** Down, and away: tried again, as a person does, while a list that still rolls lets no pointer through. */
async function takeUp(page: Page, thing: Thing): Promise<void> {
	for (let n = 0; n < 5; n++) {
		const { x, y } = await middle(await ready(page, thing));
		await page.mouse.move(x, y);
		await page.mouse.down();
		await page.mouse.move(x + 8, y + 8, { steps: 4 });
		const up = page.waitForSelector('.held', { timeout: 1000 });
		if (
			await up.then(
				() => true,
				() => false
			)
		)
			return;
		await page.mouse.up();
		await page.keyboard.press('Escape');
	}
	throw new Error('It was not taken up.');
}

/** Drags with the mouse, as a hand does: to it, down, away, onto the place, up. */
export async function byMouse(page: Page, thing: Thing, place: Thing | BoardDay, within = { x: 0.5, y: 0.5 }): Promise<string> {
	await takeUp(page, thing);
	const end = await at(page, place, within);
	await page.mouse.move(end.x, end.y, { steps: 6 });
	const said = await over(page);
	await page.mouse.up();
	await letGo(page);
	return said;
}

/** Drags with a finger: it rests on the thing until it is taken up. */
export async function byTouch(page: Page, thing: Thing, place: Thing | BoardDay, within = { x: 0.5, y: 0.5 }): Promise<void> {
	// The first touch only wakes it, as it wakes the page of a person who looks around.
	const start = await middle(await ready(page, thing));
	for (let n = 0; n < 5; n++) {
		await page.touchscreen.touchStart(start.x, start.y);
		const up = page.waitForSelector('.held', { timeout: 1000 });
		if (
			await up.then(
				() => true,
				() => false
			)
		)
			break;
		await page.touchscreen.touchEnd();
		await page.keyboard.press('Escape');
	}
	const end = await at(page, place, within);
	await page.touchscreen.touchMove((start.x + end.x) / 2, (start.y + end.y) / 2);
	await page.touchscreen.touchMove(end.x, end.y);
	await over(page);
	await page.touchscreen.touchEnd();
	await letGo(page);
}

/** Waits until a place is lit up, and gives what is said beside the pointer. */
async function over(page: Page): Promise<string> {
	await page.waitForSelector('[data-over]');
	return page.$eval('.held', (e) => (e as HTMLElement).innerText);
}
