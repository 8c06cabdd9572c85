import { error } from '@sveltejs/kit';
import { app } from '$lib/server/app';
import { customersAsCards, customersAsCsv } from '$lib/server/sales';
import type { RequestHandler } from './$types';

/** Customers as a file: `all.csv`, `all.vcf`, or one as `<id>.vcf`. */
export const GET: RequestHandler = ({ params }) => {
	const [, id = '', kind = ''] = /^([\w-]+)\.(vcf|csv)$/.exec(params.name) ?? [];
	const one = id !== 'all';
	const body = kind === 'csv' && !one ? customersAsCsv(app()) : kind === 'vcf' ? customersAsCards(app(), one ? id : undefined) : '';
	if (body === '') error(404, 'There is no such file.');
	return new Response(body, {
		headers: {
			'content-type': kind === 'csv' ? 'text/csv; charset=utf-8' : 'text/vcard; charset=utf-8',
			'content-disposition': `attachment; filename="customers${one ? `-${id}` : ''}.${kind}"`,
			'cache-control': 'private, no-store'
		}
	});
};
