import { json } from '@sveltejs/kit';
import { app } from '$lib/server/app';
import { insideWith } from '$lib/server/catalog';
import type { RequestHandler } from './$types';

/** The parts of an assembly and of all it holds, with today's costs and prices: what trying it out needs before it is saved. */
export const GET: RequestHandler = ({ url }) => json(insideWith(app(), url.searchParams.get('assembly') ?? ''));
