import { app } from '$lib/server/app';
import { repricePlan, RepriceInput } from '$lib/server/estimates';
import { validate } from '$lib/server/commands';
import { answer, readJson } from '$lib/server/http';
import type { RequestHandler } from './$types';

/** What would bring a choice of the price check to the margin wanted. Saves nothing. */
export const POST: RequestHandler = ({ request }) =>
	answer(async () => {
		const body = await readJson(request, 1_000_000);
		validate(RepriceInput, body);
		return repricePlan(app(), body as Parameters<typeof repricePlan>[1]);
	});
