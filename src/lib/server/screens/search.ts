import { may, type Holder, type Right } from '../../core/access';
import type { App } from '../app';
import { searchItems } from '../catalog/queries';
import { ftsQuery } from '../db/fts';

export interface Found {
	kind: string;
	label: string;
	path: string;
}
const PATHS: Record<string, { right: Right; path: (ref: string) => string }> = {
	customer: { right: 'customers.see', path: (r) => `/win/customers/${r}` },
	job: { right: 'jobs.see', path: (r) => `/jobs/${r}` },
	quote: { right: 'estimates.see', path: (r) => `/jobs/${r}/estimate` },
	invoice: { right: 'invoices.see', path: (r) => `/bill/invoices/${r}` }
};

/** Any record by its words, as far as the role may see it. */
export function findAnything(app: App, text: string, who: Holder): Found[] {
	const query = ftsQuery(text);
	if (!query) return [];
	const rows = app.db.sqlite.prepare('select kind, ref, text from find_fts where find_fts match ? order by rank limit 24').all(query) as {
		kind: string;
		ref: string;
		text: string;
	}[];
	const found: Found[] = [];
	for (const r of rows) {
		const place = PATHS[r.kind];
		if (place && may(who, place.right)) found.push({ kind: r.kind, label: r.text.trim(), path: place.path(r.ref) });
	}
	if (may(who, 'catalog.see'))
		for (const i of searchItems(app, text, 6)) found.push({ kind: 'item', label: `${i.code} ${i.name}`, path: `/price/catalog/${i.id}` });
	return found;
}
