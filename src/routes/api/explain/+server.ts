import { app } from '$lib/server/app';
import { explainRecord } from '$lib/server/screens';
import { answer } from '$lib/server/http';
import type { RequestHandler } from './$types';

/** The steps behind a number of the price side, built when somebody asks. */
export const GET: RequestHandler = ({ url, locals }) =>
	answer(() => explainRecord(app(), url.searchParams.get('of') ?? '', locals.signed?.actor ?? null));
