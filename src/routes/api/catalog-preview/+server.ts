import { app } from '$lib/server/app';
import { changeItems, previewItems, type ItemsChange } from '$lib/server/catalog';
import type { ItemFilter } from '$lib/contract/catalog/filter';
import { validate } from '$lib/server/commands';
import { answer, readJson } from '$lib/server/http';
import type { RequestHandler } from './$types';

/** What changing many items would do. Saves nothing. */
export const POST: RequestHandler = ({ request }) =>
	answer(async () => {
		const body = await readJson(request, 1_000_000);
		validate(changeItems.input, body);
		const { filter, change } = body as { filter: ItemFilter; change: ItemsChange };
		return previewItems(app(), filter, change);
	});
