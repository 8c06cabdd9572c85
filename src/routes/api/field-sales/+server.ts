import { say } from '$lib/contract/refusals/pages';
import { app } from '$lib/server/app';
import { BadInput } from '$lib/server/commands';
import { signSale } from '$lib/server/field';
import { readSignature } from '$lib/server/files';
import { answer, readJson } from '$lib/server/http';
import type { RequestHandler } from './$types';

/** The customer signs an offer on the phone: the signature is decoded and made anew before anything is written. */
export const POST: RequestHandler = ({ request, locals }) =>
	answer(async () => {
		const body = ((await readJson(request, 450_000)) ?? {}) as Record<string, unknown>;
		if (!locals.signed) throw new BadInput(say('sign-in-first'));
		const text = (name: string) => String(body[name] ?? '');
		return app().run(
			signSale,
			{
				revisionId: text('revisionId'),
				name: text('name'),
				agreed: body.agreed === true,
				signature: await readSignature(text('signature'))
			},
			locals.signed.actor
		);
	});
