import { app } from '$lib/server/app';
import { todayOf } from '$lib/server/company';
import { planSheets, sheetsAsked } from '$lib/server/screens';
import { shown } from '$lib/server/shown';
import type { PageServerLoad } from './$types';

/** Sheets to print: one for each crew and week. */
export const load = shown((({ url }) => {
	const { from, weeks, crew } = sheetsAsked(url.searchParams, todayOf(app()));
	return { ...planSheets(app(), from, weeks, crew), live: ['plan'] };
}) satisfies PageServerLoad);
