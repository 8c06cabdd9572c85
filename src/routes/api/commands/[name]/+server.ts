import { say } from '$lib/contract/refusals/pages';
import { COMMANDS } from '$lib/server/all-commands';
import { app } from '$lib/server/app';
import { BadInput, Missing, OtherPerson, USUAL_INPUT, whenDone } from '$lib/server/commands';
import { answer, readJson } from '$lib/server/http';
import type { RequestHandler } from './$types';

/**
 * Every change a signed-in person makes. Customers and the public page have pages of their own; what the program does with input that it
 * prepared itself is not here for anybody.
 */
export const POST: RequestHandler = async ({ params, request, locals }) => {
	const { signed } = locals;
	if (!signed) return Response.json({ message: 'Sign in first.' }, { status: 401 });
	const command = COMMANDS.get(params.name);
	return answer(async () => {
		if (!command || command.inner) throw new Missing(say('no-such-command'));
		const body = (await readJson(request, command.size ?? USUAL_INPUT)) as {
			input?: unknown;
			key?: unknown;
			as?: unknown;
			occurredAt?: unknown;
			sentAt?: unknown;
		} | null;
		if (typeof body !== 'object' || body === null) throw new BadInput(say('not-command'));
		const key = typeof body.key === 'string' && body.key.length <= 80 ? body.key : undefined;
		// What somebody did on a device is theirs, whoever is signed in there by the time it is sent.
		if (body.as !== undefined && body.as !== signed.personId) throw new OtherPerson(say('somebody-else-did'));
		return app().runGiven(command, body.input ?? {}, signed.actor, key, whenDone(app().clock, body));
	});
};
