import { error } from '@sveltejs/kit';
import { isDay } from '$lib/core/time';
import { app } from '$lib/server/app';
import { dailyLogPaper, pdfResponse } from '$lib/server/screens';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = ({ params }) => {
	if (!isDay(params.day)) error(404, 'There is no such day.');
	return pdfResponse(() => dailyLogPaper(app(), params.id, params.day));
};
