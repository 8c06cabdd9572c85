import type { Page } from 'puppeteer-core';

/** Draws a signature with a finger on the n-th pad of a page. */
export async function draw(page: Page, n = 0): Promise<void> {
	await page.waitForFunction((i: number) => document.querySelectorAll('canvas').length > i, {}, n);
	const pad = (await page.$$('canvas'))[n];
	await pad!.evaluate((e) => e.scrollIntoView({ block: 'center' }));
	// The pad is there once its own script has measured it.
	await page.waitForFunction(
		(i: number) => (document.querySelectorAll('canvas')[i] as HTMLCanvasElement | undefined)?.width !== 300,
		{},
		n
	);
	const box = (await pad!.boundingBox())!;
	await page.mouse.move(box.x + 20, box.y + 20);
	await page.mouse.down();
	for (const [x, y] of [
		[60, 60],
		[120, 25],
		[180, 55]
	] as const)
		await page.mouse.move(box.x + x, box.y + y, { steps: 4 });
	await page.mouse.up();
}
