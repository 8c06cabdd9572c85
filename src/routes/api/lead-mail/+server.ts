import { say } from '$lib/contract/refusals/pages';
import { Refusal } from '$lib/core/refusal';
import { app } from '$lib/server/app';
import { answer } from '$lib/server/http';
import { LARGEST_MAIL, takeMail } from '$lib/server/sales';
import type { RequestHandler } from './$types';

/** A mail file that somebody puts into the inbox by hand. */
export const POST: RequestHandler = ({ request, locals }) =>
	answer(async () => {
		if (Number(request.headers.get('content-length') ?? 0) > LARGEST_MAIL) throw new Refusal(say('mail-larger-than-10-mb'), 'file');
		const actor = locals.signed?.actor;
		if (!actor) throw new Refusal(say('sign-in-first'));
		const lead = await takeMail(app(), new Uint8Array(await request.arrayBuffer()), actor);
		if (!lead) throw new Refusal(say('program-wrote-mail-answer-machine-list'), 'file');
		return lead;
	});
