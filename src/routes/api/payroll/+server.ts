import { error } from '@sveltejs/kit';
import { writeCsv } from '$lib/core/formats';
import { isDay } from '$lib/core/time';
import { app } from '$lib/server/app';
import { payrollRows } from '$lib/server/time';
import type { RequestHandler } from './$types';

/** The approved hours of a payroll week as a table. */
export const GET: RequestHandler = ({ url }) => {
	const week = url.searchParams.get('week') ?? '';
	if (!isDay(week)) error(400, 'Say which week.');
	const found = payrollRows(app(), week);
	return new Response(writeCsv(found.rows), {
		headers: { 'content-type': 'text/csv; charset=utf-8', 'content-disposition': `attachment; filename="payroll-${found.week}.csv"` }
	});
};
