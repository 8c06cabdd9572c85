import { json } from '@sveltejs/kit';
import { readingQueue } from '$lib/server/files';
import type { RequestHandler } from './$types';

/** How many files are read before the one that came with this ticket; null when it does not wait. */
export const GET: RequestHandler = ({ params }) => json({ place: readingQueue.placeOf(params.ticket) });
