import { error } from '@sveltejs/kit';
import { app } from '$lib/server/app';
import { markedPhoto } from '$lib/server/survey';
import type { RequestHandler } from './$types';

/** A picture of the site with its marks drawn in, to save or send. */
export const GET: RequestHandler = async ({ params }) => {
	const bytes = await markedPhoto(app(), params.id);
	if (!bytes) error(404, 'This picture is not there any more.');
	return new Response(new Uint8Array(bytes), {
		headers: {
			'content-type': 'image/jpeg',
			'content-disposition': 'attachment; filename="marked.jpg"',
			'cache-control': 'private, no-store'
		}
	});
};
