import { redirect, type Handle, type HandleServerError, type ServerInit } from '@sveltejs/kit';
import { building } from '$app/environment';
import { homeOf, may } from '$lib/core/access';
import { Refusal } from '$lib/core/refusal';
import { languageOf } from '$lib/core/words';
import { app, closeApp } from '$lib/server/app';
import { askedBy } from '$lib/server/asking';
import { live } from '$lib/server/live';
import { log } from '$lib/server/log';
import { movedTo } from '$lib/server/moved';
import { SESSION_COOKIE, sessionOf } from '$lib/server/people';
import { COMMANDS } from '$lib/server/all-commands';
import { QUERIES } from '$lib/server/screens';
import { needsOf, sizeOf } from '$lib/server/route-access';
import { startWorker } from '$lib/server/worker';

export const init: ServerInit = () => {
	if (building) return;
	const stopWorker = startWorker(app());
	// adapter-node stops taking connections on SIGTERM and then says so; open streams are ended by us, or it would wait for them.
	for (const signal of ['SIGTERM', 'SIGINT'] as const) process.once(signal, () => live.closeAll());
	process.once('sveltekit:shutdown', () => {
		stopWorker();
		closeApp();
		log.info('stopped');
	});
	log.info('started');
};

const plain = (status: number, message: string, asJson: boolean): Response =>
	asJson
		? Response.json({ message }, { status })
		: new Response(message, { status, headers: { 'content-type': 'text/plain; charset=utf-8' } });

/**
 * Refuses a body by its length, before a byte of it is read or parsed. One whose length is not told could be endless: no page of ours sends such.
 */
function refuseSize(request: Request, routeId: string, command: string | undefined): { status: number; message: string } | null {
	if (['GET', 'HEAD', 'OPTIONS'].includes(request.method)) return null;
	const length = request.headers.get('content-length');
	if (length === null) return request.body === null ? null : { status: 411, message: 'Say how long this is.' };
	const most = sizeOf(
		routeId,
		command === undefined ? undefined : (routeId.startsWith('/api/ask/') ? QUERIES : COMMANDS).get(command)?.size
	);
	return Number(length) > most
		? { status: 413, message: `This is too large: at most ${Math.ceil(most / 1000).toLocaleString('en-US')} kB.` }
		: null;
}

export const handle: Handle = async ({ event, resolve }) => {
	const started = performance.now();
	const path = event.url.pathname;
	const asJson = event.route.id?.startsWith('/api/') ?? path.startsWith('/api/');
	const moved = event.route.id === null ? movedTo(path) : null;
	if (moved !== null) redirect(308, moved + event.url.search);
	event.locals.signed = building ? null : sessionOf(app(), event.cookies.get(SESSION_COOKIE));
	const right = event.route.id === null ? null : needsOf(event.route.id);
	if (event.route.id?.startsWith('/field')) event.locals.language = languageOf(event.locals.signed?.language);
	// A page of another site cannot make a browser change anything here: what changes must come from our own pages.
	if (!['GET', 'HEAD', 'OPTIONS'].includes(event.request.method)) {
		const origin = event.request.headers.get('origin');
		const site = event.request.headers.get('sec-fetch-site');
		if ((origin !== null && origin !== event.url.origin) || (site !== null && site !== 'same-origin' && site !== 'none'))
			return plain(403, 'This did not come from one of our own pages.', asJson);
	}
	const tooLarge = event.route.id === null ? null : refuseSize(event.request, event.route.id, event.params.name);
	if (tooLarge) return plain(tooLarge.status, tooLarge.message, asJson);
	if (event.route.id !== null && right !== 'public') {
		const signed = event.locals.signed;
		if (!signed) {
			if (asJson) return plain(401, 'Sign in first.', true);
			redirect(303, `/sign-in${path === '/' ? '' : `?to=${encodeURIComponent(path + event.url.search)}`}`);
		}
		if (right === 'home') redirect(303, homeOf(signed.actor));
		if (right === null || !may(signed.actor, right))
			return plain(403, 'This page is not for your role. Ask the owner if it should be.', asJson);
	}
	const theme = event.cookies.get('ny_theme');
	const attribute = theme === 'nickel' || theme === 'nickel-night' ? `data-theme="${theme}"` : '';
	const answer = () =>
		resolve(event, {
			transformPageChunk: ({ html }) => html.replace('%theme%', attribute).replace('%lang%', event.locals.language ?? 'en'),
			// The two fonts of every page are fetched beside the styles, not after them; the rarer alphabets wait until they are needed.
			preload: ({ type, path: file }) =>
				type === 'js' || type === 'css' || (type === 'font' && /(archivo-latin-wdth|public-sans-latin-wght)-normal/.test(file))
		});
	const { signed } = event.locals;
	const response = await (signed ? askedBy({ ...signed.actor, language: languageOf(signed.language) }, answer) : answer());
	response.headers.set('x-content-type-options', 'nosniff');
	response.headers.set('referrer-policy', 'same-origin');
	response.headers.set('permissions-policy', 'camera=(self), geolocation=(), microphone=()');
	if (/^\/(q|i|s|d|calendar|password)\//.test(event.route.id ?? '')) {
		response.headers.set('x-robots-tag', 'noindex, nofollow');
		response.headers.set('cache-control', 'no-store');
	}
	if (event.locals.signed && !response.headers.has('cache-control')) response.headers.set('cache-control', 'private, no-cache');
	log.debug(
		{ method: event.request.method, route: event.route.id, status: response.status, ms: Math.round(performance.now() - started) },
		'request'
	);
	return response;
};

export const handleError: HandleServerError = ({ error, status, event }) => {
	if (error instanceof Refusal) return { message: error.message };
	if (status === 404) return { message: 'There is nothing at this address.' };
	log.error({ route: event.route.id, error: (error as Error).message, stack: (error as Error).stack }, 'unexpected');
	return { message: 'Something went wrong on our side. Nothing was changed; try again in a moment.' };
};
