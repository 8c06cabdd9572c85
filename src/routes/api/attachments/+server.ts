import { app } from '$lib/server/app';
import { BadInput } from '$lib/server/commands';
import { attachToItem, MOST_ATTACHED } from '$lib/server/files/attachments';
import { answer } from '$lib/server/http';
import type { RequestHandler } from './$types';

/** Takes a data sheet of an item. */
export const POST: RequestHandler = ({ request, locals }) =>
	answer(async () => {
		if (Number(request.headers.get('content-length') ?? 0) > MOST_ATTACHED + 10_000)
			throw new BadInput('The file is larger than 20 MB.', 'file');
		const form = await request.formData().catch(() => null);
		const file = form?.get('file');
		if (!(file instanceof File) || !locals.signed) throw new BadInput('Choose a file.', 'file');
		return app().run(
			attachToItem as never,
			{ itemId: String(form?.get('item') ?? ''), name: file.name.slice(0, 200), bytes: Buffer.from(await file.arrayBuffer()) },
			locals.signed.actor
		);
	});
