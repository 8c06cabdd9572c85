import { readFileSync } from 'node:fs';
import type { Page } from 'puppeteer-core';

const axe = readFileSync('node_modules/axe-core/axe.min.js', 'utf8');

/** What axe finds serious or critical on a page, with the first places; nothing when all is well. */
export async function seriousOn(page: Page): Promise<string[]> {
	await page.evaluate(axe);
	// A color that is on its way to another is neither: what moves is let come to rest.
	await page.evaluate(() =>
		Promise.all(
			document
				.getAnimations()
				.filter((a) => a.effect?.getComputedTiming().endTime !== Infinity)
				.map((a) => a.finished.catch(() => undefined))
		)
	);
	return page.evaluate(async () => {
		const result = await (
			window as unknown as {
				axe: { run(o: object): Promise<{ violations: { id: string; impact: string; nodes: { html: string }[] }[] }> };
			}
		).axe.run({ resultTypes: ['violations'] });
		return result.violations
			.filter((v) => v.impact === 'serious' || v.impact === 'critical')
			.map(
				(v) =>
					`${v.id}: ${v.nodes
						.slice(0, 2)
						.map((n) => n.html.slice(0, 160))
						.join(' | ')}`
			);
	});
}
