import { error } from '@sveltejs/kit';
import { app } from '$lib/server/app';
import { pictureOf } from '$lib/server/files';
import { linkActor } from '$lib/server/links';
import { quotedPictures } from '$lib/server/quotes';
import type { RequestHandler } from './$types';

/** A picture of a quote, for whoever has its link: only those that went out with this revision. */
export const GET: RequestHandler = ({ params, url }) => {
	const actor = linkActor(app(), 'quote', params.token);
	if (!actor || !quotedPictures(app(), actor.subjectId).includes(params.id)) error(404, 'This picture is not there.');
	const file = pictureOf(app(), params.id);
	if (!file) error(404, 'This picture is not there.');
	return new Response(new Uint8Array(url.searchParams.has('small') ? file.thumb : file.bytes), {
		headers: { 'content-type': file.type, 'x-content-type-options': 'nosniff', 'cache-control': 'private, max-age=86400' }
	});
};
