import { error } from '@sveltejs/kit';
import { app } from '$lib/server/app';
import { jobHead, threadOf } from '$lib/server/screens';
import { viewerIn } from '$lib/server/viewer';
import type { LayoutServerLoad } from './$types';

export const load: LayoutServerLoad = ({ params, locals }) => {
	const viewer = viewerIn(locals);
	const head = jobHead(app(), params.id, viewer);
	if (!head) error(404, 'This job is not there any more.');
	return { head, thread: threadOf(app(), params.id, viewer) };
};
