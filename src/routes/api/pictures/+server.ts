import { say } from '$lib/contract/refusals/pages';
import { app } from '$lib/server/app';
import { BadInput } from '$lib/server/commands';
import { MOST_BYTES, readPicture } from '$lib/server/files';
import { answer } from '$lib/server/http';
import { keepPicture } from '$lib/server/field';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = ({ request, locals }) =>
	answer(async () => {
		if (Number(request.headers.get('content-length') ?? 0) > MOST_BYTES + 10_000)
			throw new BadInput(say('picture-larger-than-20-mb'), 'picture');
		const form = await request.formData().catch(() => null);
		const file = form?.get('picture');
		if (!(file instanceof File) || !locals.signed) throw new BadInput(say('choose-picture'), 'picture');
		const picture = await readPicture(Buffer.from(await file.arrayBuffer()));
		// One that waited on a device has its id from there, and the key of its click: sent twice it is kept once.
		const [fileId, key] = [form?.get('id'), form?.get('key')];
		if (typeof fileId !== 'string' || typeof key !== 'string') return app().run(keepPicture, picture, locals.signed.actor);
		if (!/^[0-9a-f-]{36}$/.test(fileId)) throw new BadInput(say('picture-has-no-proper-name'), 'picture');
		return app().run(keepPicture, { ...picture, fileId }, locals.signed.actor, key);
	});
