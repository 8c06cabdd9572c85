import { error } from '@sveltejs/kit';
import { app } from '$lib/server/app';
import { pictureOf } from '$lib/server/files';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = ({ params, url }) => {
	const file = pictureOf(app(), params.id);
	if (!file) error(404, 'This picture is not there any more.');
	return new Response(new Uint8Array(url.searchParams.has('small') ? file.thumb : file.bytes), {
		headers: { 'content-type': file.type, 'cache-control': 'private, max-age=31536000, immutable', 'content-disposition': 'inline' }
	});
};
