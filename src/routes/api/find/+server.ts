import { json } from '@sveltejs/kit';
import { app } from '$lib/server/app';
import { findAnything } from '$lib/server/screens';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = ({ url, locals }) =>
	json(locals.signed ? findAnything(app(), (url.searchParams.get('q') ?? '').slice(0, 100), locals.signed.actor) : []);
