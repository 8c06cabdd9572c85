import { json } from '@sveltejs/kit';
import { app } from '$lib/server/app';
import { searchItems } from '$lib/server/catalog';
import { searchServices } from '$lib/server/flat-rate';
import type { RequestHandler } from './$types';

/** What can be sold on site, by words: services with their price and hours, items by name. Costs are not in it. */
export const GET: RequestHandler = ({ url }) => {
	const text = (url.searchParams.get('q') ?? '').slice(0, 100);
	return json({
		services: searchServices(app(), text).map((s) => ({
			id: s.id,
			title: s.title,
			catalog: s.catalog.name,
			price: s.price.price,
			hours: s.service.hours
		})),
		items: text.trim() === '' ? [] : searchItems(app(), text, 12).map((i) => ({ id: i.id, name: i.name, unit: i.unit }))
	});
};
