import { error } from '@sveltejs/kit';
import { Viewer } from '../core/access';

/** Who looks, of a request to a route that is for people of the company. @throws 401 when nobody is signed in */
export function viewerIn(locals: App.Locals): Viewer {
	if (!locals.signed) error(401, 'Sign in first.');
	return Viewer.of(locals.signed.actor);
}
