import { say } from '$lib/contract/refusals/pages';
import { app } from '$lib/server/app';
import { BadInput } from '$lib/server/commands';
import { readSignature } from '$lib/server/files';
import { answer, readJson } from '$lib/server/http';
import { signHandover } from '$lib/server/site-forms';
import type { RequestHandler } from './$types';

/** The customer signed what was done: the signature is decoded and made anew before anything is written. */
export const POST: RequestHandler = ({ request, locals }) =>
	answer(async () => {
		const body = ((await readJson(request, 450_000)) ?? {}) as Record<string, unknown>;
		if (!locals.signed) throw new BadInput(say('sign-in-first'));
		const text = (name: string) => String(body[name] ?? '');
		const shown = (body.shown ?? {}) as Record<string, unknown>;
		return app().run(
			signHandover,
			{
				jobId: text('jobId'),
				shown: {
					tasks: shown.tasks === true,
					hours: shown.hours === true,
					materials: shown.materials === true,
					pictures: shown.pictures === true
				},
				note: text('note'),
				signedBy: text('signedBy'),
				signature: await readSignature(text('signature')),
				mailTo: text('mailTo')
			},
			locals.signed.actor
		);
	});
