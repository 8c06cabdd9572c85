import { app } from '$lib/server/app';
import { todayOf } from '$lib/server/company/today';
import { answer } from '$lib/server/http';
import { comingText } from '$lib/server/planning/asks';
import type { RequestHandler } from './$types';

/** What a customer would be told of the next planned days of their job; null when none is planned. */
export const GET: RequestHandler = ({ params }) => answer(() => comingText(app(), params.id, todayOf(app())));
