import { say } from '$lib/contract/refusals/pages';
import { app } from '$lib/server/app';
import { BadInput } from '$lib/server/commands';
import { readSignature } from '$lib/server/files';
import { answer, readJson } from '$lib/server/http';
import { signForm } from '$lib/server/site-forms';
import type { RequestHandler } from './$types';

/** A form is signed: both signatures are decoded and made anew before anything is written. */
export const POST: RequestHandler = ({ params, request, locals }) =>
	answer(async () => {
		const body = ((await readJson(request, 900_000)) ?? {}) as Record<string, unknown>;
		if (!locals.signed) throw new BadInput(say('sign-in-first'));
		const text = (name: string) => String(body[name] ?? '');
		return app().run(
			signForm,
			{
				recordId: params.id,
				leadName: text('leadName'),
				leadSignature: await readSignature(text('leadSignature')),
				customerName: text('customerName'),
				customerSignature: await readSignature(text('customerSignature')),
				...(Number.isInteger(body.version) ? { version: Number(body.version) } : {})
			},
			locals.signed.actor
		);
	});
