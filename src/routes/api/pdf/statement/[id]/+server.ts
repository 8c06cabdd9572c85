import { isDay } from '$lib/core/time';
import { app } from '$lib/server/app';
import { todayOf } from '$lib/server/company';
import { statementDocument } from '$lib/server/receivables';
import { pdfResponse } from '$lib/server/screens';
import type { RequestHandler } from './$types';

/** A customer's statement of account for a period, as it is now. */
export const GET: RequestHandler = ({ params, url }) => {
	const today = todayOf(app());
	const [from, to] = [url.searchParams.get('from') ?? '', url.searchParams.get('to') ?? today];
	if (!isDay(from) || !isDay(to) || to < from) return new Response('Say from which day to which.', { status: 400 });
	return pdfResponse(() => statementDocument(app(), params.id, from, to, today));
};
