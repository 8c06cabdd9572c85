import { isHttpError, isRedirect } from '@sveltejs/kit';
import { say } from '$lib/contract/refusals/pages';
import { Missing } from '$lib/server/commands';
import { answer, readJson } from '$lib/server/http';
import { pageAgain } from './again';
import type { RequestHandler } from './$types';

/** What a page that is open asks for after something on it changed: what became different, never the whole of it again. */
export const POST: RequestHandler = ({ request, locals, url }) =>
	answer(async () => {
		try {
			return await pageAgain(await readJson(request), locals, url);
		} catch (e) {
			// The page would be another one now: the browser goes there by itself.
			if (isRedirect(e) || isHttpError(e)) throw new Missing(say('no-such-page'));
			throw e;
		}
	});
