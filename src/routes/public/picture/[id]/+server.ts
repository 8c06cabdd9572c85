import { error } from '@sveltejs/kit';
import { app } from '$lib/server/app';
import { pictureOf } from '$lib/server/files';
import { companyOf } from '$lib/server/company';
import type { RequestHandler } from './$types';

/** The logo and the pictures of the public page, and no others. The logo also stands on customers' pages, whether the page is on or not. */
export const GET: RequestHandler = ({ params, url }) => {
	const { letterhead, publicPage } = companyOf(app()).settings;
	const shown = params.id === letterhead.logo || (publicPage.on && publicPage.pictures.some((p) => p.fileId === params.id));
	const file = shown ? pictureOf(app(), params.id) : undefined;
	if (!file) error(404, 'There is no such picture.');
	return new Response(new Uint8Array(url.searchParams.has('small') ? file.thumb : file.bytes), {
		headers: { 'content-type': file.type, 'cache-control': 'public, max-age=86400', 'content-disposition': 'inline' }
	});
};
