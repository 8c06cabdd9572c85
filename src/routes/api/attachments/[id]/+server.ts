import { error } from '@sveltejs/kit';
import { app } from '$lib/server/app';
import { attachment } from '$lib/server/files/attachments';
import type { RequestHandler } from './$types';

/** A data sheet, to be saved: it is never opened inside our own pages. */
export const GET: RequestHandler = ({ params }) => {
	const a = attachment(app(), params.id);
	if (!a) error(404, 'This data sheet is not there any more.');
	return new Response(new Uint8Array(a.bytes), {
		headers: {
			'content-type': 'application/pdf',
			'x-content-type-options': 'nosniff',
			'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(a.name)}`
		}
	});
};
