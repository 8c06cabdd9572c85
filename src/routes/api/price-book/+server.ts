import { json } from '@sveltejs/kit';
import { app } from '$lib/server/app';
import { packedBook } from '$lib/server/estimates';
import type { RequestHandler } from './$types';

/** Everything the company sells with its parts at today's costs, for the price check, which is computed beside the page. */
export const GET: RequestHandler = () => json(packedBook(app()));
