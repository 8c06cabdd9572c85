import { app } from '$lib/server/app';
import { todayOf } from '$lib/server/company';
import { answer } from '$lib/server/http';
import { comingText } from '$lib/server/planning';
import type { RequestHandler } from './$types';

/** What a customer would be told of the next planned days of their job; null when none is planned. */
export const GET: RequestHandler = ({ params }) => answer(() => comingText(app(), params.id, todayOf(app())));
