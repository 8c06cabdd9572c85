import { app } from '$lib/server/app';
import { todayOf } from '$lib/server/company';
import { pdfResponse, planSheetPaper, sheetsAsked } from '$lib/server/screens';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = ({ url }) => {
	const { from, weeks, crew } = sheetsAsked(url.searchParams, todayOf(app()));
	return pdfResponse(() => planSheetPaper(app(), from, weeks, crew));
};
