import { say } from '$lib/contract/refusals/pages';
import { app } from '$lib/server/app';
import { BadInput } from '$lib/server/commands';
import { answer } from '$lib/server/http';
import { LARGEST_FILE, previewFile } from '$lib/server/sales';
import type { RequestHandler } from './$types';

/** What a file of customers would do: new ones, known ones, what cannot be taken and why. Changes nothing. */
export const POST: RequestHandler = ({ request }) =>
	answer(async () => {
		if (Number(request.headers.get('content-length') ?? 0) > LARGEST_FILE) throw new BadInput(say('file-larger-than-20-mb'), 'file');
		return previewFile(app(), new Uint8Array(await request.arrayBuffer()));
	});
