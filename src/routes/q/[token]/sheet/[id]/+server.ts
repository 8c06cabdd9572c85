import { error } from '@sveltejs/kit';
import { app } from '$lib/server/app';
import { attachment, typeOfFile } from '$lib/server/files';
import { linkActor } from '$lib/server/links';
import { quotedSheets } from '$lib/server/quotes';
import type { RequestHandler } from './$types';

/** A data sheet or file of a quote, for whoever has its link: only those that went out with this revision. */
export const GET: RequestHandler = ({ params }) => {
	const actor = linkActor(app(), 'quote', params.token);
	const file = actor && quotedSheets(app(), actor.subjectId).includes(params.id) ? attachment(app(), params.id) : undefined;
	if (!file) error(404, 'This data sheet is not there.');
	return new Response(new Uint8Array(file.bytes), {
		headers: {
			'content-type': typeOfFile(file.bytes) ?? 'application/octet-stream',
			'x-content-type-options': 'nosniff',
			'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(file.name)}`,
			'cache-control': 'private, max-age=86400'
		}
	});
};
