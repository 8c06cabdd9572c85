import { error } from '@sveltejs/kit';
import { app } from '$lib/server/app';
import { pictureOf } from '$lib/server/files';
import { linkActor } from '$lib/server/links';
import { isVisitPicture } from '$lib/server/rounds';
import type { RequestHandler } from './$types';

/** A picture of a visit, for the customer whose link it is: only of visits to them that are done. */
export const GET: RequestHandler = ({ params, url }) => {
	const actor = linkActor(app(), 'visits', params.token);
	if (!actor || !isVisitPicture(app(), actor.subjectId, params.id)) error(404, 'This picture is not there.');
	const file = pictureOf(app(), params.id);
	if (!file) error(404, 'This picture is not there.');
	return new Response(new Uint8Array(url.searchParams.has('small') ? file.thumb : file.bytes), {
		headers: { 'content-type': file.type, 'x-content-type-options': 'nosniff', 'cache-control': 'private, max-age=86400' }
	});
};
