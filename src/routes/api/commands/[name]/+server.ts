import { COMMANDS } from '$lib/server/all-commands';
import { app } from '$lib/server/app';
import { BadInput, Missing } from '$lib/server/commands';
import { answer, readJson } from '$lib/server/http';
import type { RequestHandler } from './$types';

/** Every change a signed-in person makes, and the request form of the public page. Customers answer on their own pages. */
export const POST: RequestHandler = async ({ params, request, locals }) => {
	const command = COMMANDS.get(params.name);
	if (command && !locals.signed && command.access !== 'public') return Response.json({ message: 'Sign in first.' }, { status: 401 });
	return answer(async () => {
		if (!command) throw new Missing('There is no such command.');
		const body = (await readJson(request)) as { input?: unknown; key?: unknown } | null;
		if (typeof body !== 'object' || body === null) throw new BadInput('This is not a command.');
		const key = typeof body.key === 'string' && body.key.length <= 80 ? body.key : undefined;
		return app().run(command as never, body.input ?? {}, locals.signed?.actor ?? { type: 'public' }, key);
	});
};
