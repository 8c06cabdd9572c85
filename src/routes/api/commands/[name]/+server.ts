import { USUAL_INPUT } from '$lib/server/commands';
import { answerWhole, readJson } from '$lib/server/http';
import { WHICH_PAGE } from '$lib/server/route-access';
import { pageAgain } from '../../page/again';
import { commandCalled, runSent, sent } from '../sent';
import type { RequestHandler } from './$types';

/** Every change a signed-in person makes. Customers and the public page have pages of their own. */
export const POST: RequestHandler = async ({ params, request, locals, url }) => {
	const { signed } = locals;
	if (!signed) return Response.json({ message: 'Sign in first.' }, { status: 401 });
	return answerWhole(async () => {
		const command = commandCalled(params.name);
		const body = sent(await readJson(request, (command.size ?? USUAL_INPUT) + WHICH_PAGE));
		const result = runSent(command, body, signed);
		if (body.page === undefined) return { result: result ?? null };
		// What the page shows after it comes with the answer: one request for one step. Whatever goes wrong with that, the step is done.
		const page = await pageAgain(body.page, locals, url).catch(() => null);
		return { result: result ?? null, page };
	});
};
