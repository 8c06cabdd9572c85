import { checkPrices } from '$lib/core/pricing';
import type { App } from '$lib/server/app';
import { asChecked, bookOf } from '$lib/server/estimates/price-book';
import { targetOf } from '$lib/server/estimates/price-check';

/** The whole book against today's costs, rates and overhead, computed here: what the page's worker must say too. */
export function checkBook(app: App, target = targetOf(app)) {
	const named = new Map(bookOf(app).map((e) => [e.id, e]));
	const checked = checkPrices([...named.values()].map(asChecked), target);
	return {
		target,
		rows: checked.map((c) => {
			const { parts: _, ...e } = named.get(c.id)!;
			return { ...e, ...c };
		})
	};
}
