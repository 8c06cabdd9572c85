import { Refusal } from '$lib/core/refusal';
import { app } from '$lib/server/app';
import { answer } from '$lib/server/http';
import { LARGEST_MAIL, takeMail } from '$lib/server/sales';
import type { RequestHandler } from './$types';

/** A mail file that somebody puts into the inbox by hand. */
export const POST: RequestHandler = ({ request, locals }) =>
	answer(async () => {
		if (Number(request.headers.get('content-length') ?? 0) > LARGEST_MAIL)
			throw new Refusal('This mail is larger than 10 MB. Type the request in by hand.', 'file');
		const actor = locals.signed?.actor;
		if (!actor) throw new Refusal('Sign in first.');
		const lead = await takeMail(app(), new Uint8Array(await request.arrayBuffer()), actor);
		if (!lead) throw new Refusal('A program wrote this mail (an answer machine, a list, a bounce): it makes no request.', 'file');
		return lead;
	});
