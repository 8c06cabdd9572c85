import { shown } from '$lib/server/shown';
import { app } from '$lib/server/app';
import { todayOf } from '$lib/server/company';
import { agingByCustomer } from '$lib/server/receivables';

export const load = shown(() => ({ rows: agingByCustomer(app(), todayOf(app())), live: ['invoices'] }));
