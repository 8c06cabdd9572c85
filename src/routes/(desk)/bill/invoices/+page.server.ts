import { shown } from '$lib/server/shown';
import { app } from '$lib/server/app';
import { agingToday, invoiceList } from '$lib/server/billing';
import type { PageServerLoad } from './$types';

export const load = shown((({ url }) => ({
	which: url.searchParams.get('which') ?? 'open',
	invoices: invoiceList(app(), url.searchParams.get('which') ?? 'open'),
	aging: agingToday(app()),
	live: ['invoices']
})) satisfies PageServerLoad);
