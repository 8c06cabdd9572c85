import { app } from '$lib/server/app';

/** Whether this process can read its file. */
export function GET(): Response {
	app().db.sqlite.prepare('select 1').get();
	return new Response('ok\n', { headers: { 'content-type': 'text/plain', 'cache-control': 'no-store' } });
}
