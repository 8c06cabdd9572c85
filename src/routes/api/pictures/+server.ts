import { app } from '$lib/server/app';
import { BadInput } from '$lib/server/commands';
import { MOST_BYTES, readPicture } from '$lib/server/files';
import { answer } from '$lib/server/http';
import { keepPicture } from '$lib/server/field';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = ({ request, locals }) =>
	answer(async () => {
		if (Number(request.headers.get('content-length') ?? 0) > MOST_BYTES + 10_000)
			throw new BadInput('The picture is larger than 20 MB.', 'picture');
		const form = await request.formData().catch(() => null);
		const file = form?.get('picture');
		if (!(file instanceof File) || !locals.signed) throw new BadInput('Choose a picture.', 'picture');
		const picture = await readPicture(Buffer.from(await file.arrayBuffer()));
		return app().run(keepPicture, picture, locals.signed.actor);
	});
