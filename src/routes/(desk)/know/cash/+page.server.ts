import { shown } from '$lib/server/shown';
import { app } from '$lib/server/app';
import { todayOf } from '$lib/server/company';
import { cashPage } from '$lib/server/receivables';

export const load = shown(() => ({ ...cashPage(app(), todayOf(app())), live: ['invoices', 'costs'] }));
