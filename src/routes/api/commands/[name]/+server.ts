import { say } from '$lib/contract/refusals/pages';
import { COMMANDS } from '$lib/server/all-commands';
import { app } from '$lib/server/app';
import { BadInput, Missing, OtherPerson, USUAL_INPUT, whenDone } from '$lib/server/commands';
import { answerWhole, readJson } from '$lib/server/http';
import { WHICH_PAGE } from '$lib/server/route-access';
import { pageAgain } from '../../page/again';
import type { RequestHandler } from './$types';

/**
 * Every change a signed-in person makes. Customers and the public page have pages of their own; what the program does with input that it
 * prepared itself is not here for anybody.
 */
export const POST: RequestHandler = async ({ params, request, locals, url }) => {
	const { signed } = locals;
	if (!signed) return Response.json({ message: 'Sign in first.' }, { status: 401 });
	const command = COMMANDS.get(params.name);
	return answerWhole(async () => {
		if (!command || command.inner) throw new Missing(say('no-such-command'));
		const body = (await readJson(request, (command.size ?? USUAL_INPUT) + WHICH_PAGE)) as {
			input?: unknown;
			key?: unknown;
			as?: unknown;
			occurredAt?: unknown;
			sentAt?: unknown;
			page?: unknown;
		} | null;
		if (typeof body !== 'object' || body === null) throw new BadInput(say('not-command'));
		const key = typeof body.key === 'string' && body.key.length <= 80 ? body.key : undefined;
		// What somebody did on a device is theirs, whoever is signed in there by the time it is sent.
		if (body.as !== undefined && body.as !== signed.personId) throw new OtherPerson(say('somebody-else-did'));
		const result = app().runGiven(command, body.input ?? {}, signed.actor, key, whenDone(app().clock, body));
		if (body.page === undefined) return { result: result ?? null };
		// What the page shows after it comes with the answer: one request for one step. Whatever goes wrong with that, the step is done.
		const page = await pageAgain(body.page, locals, url).catch(() => null);
		return { result: result ?? null, page };
	});
};
