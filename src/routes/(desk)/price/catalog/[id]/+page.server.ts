import { error } from '@sveltejs/kit';
import { app } from '$lib/server/app';
import { choices, itemDetail } from '$lib/server/catalog/queries';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = ({ params }) => {
	const found = itemDetail(app(), params.id);
	if (!found) error(404, 'This item is not there any more.');
	return { ...found, ...choices(app()), live: [`item:${params.id}`, 'catalog'] };
};
