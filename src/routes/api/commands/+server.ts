import { setImmediate } from 'node:timers/promises';
import { say } from '$lib/contract/refusals/pages';
import { BadInput } from '$lib/server/commands';
import { answer, readJson } from '$lib/server/http';
import { BUNDLE } from '$lib/server/route-access';
import { commandCalled, runSent, sent } from './sent';
import type { RequestHandler } from './$types';

const MOST = 25;

/**
 * What waited on a device, in its order, each a command of its own with its key and its own answer. What cannot be taken now ends it: nothing of a
 * device overtakes what was done before.
 */
export const POST: RequestHandler = async ({ request, locals }) => {
	const { signed } = locals;
	if (!signed) return Response.json({ message: 'Sign in first.' }, { status: 401 });
	return answer(async () => {
		const { commands, sentAt } = sent(await readJson(request, BUNDLE)) as { commands?: unknown; sentAt?: unknown };
		if (!Array.isArray(commands) || commands.length > MOST) throw new BadInput(say('not-command'));
		const answers: { status: number; body: unknown }[] = [];
		for (const one of commands as unknown[]) {
			const r = await answer(() => {
				const body = sent(one) as ReturnType<typeof sent> & { name?: unknown };
				const command = commandCalled(String(body.name));
				if (!command.offline) throw new BadInput(say('not-command'));
				return runSent(command, { ...body, sentAt }, signed);
			});
			answers.push({ status: r.status, body: await r.json() });
			if (r.status === 401 || r.status === 429 || r.status >= 500) break;
			// Others come in between.
			await setImmediate();
		}
		return { answers };
	});
};
