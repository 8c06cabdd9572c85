import { app } from '$lib/server/app';
import { todayOf } from '$lib/server/company/today';
import { cashPage } from '$lib/server/receivables/cash';

export const load = () => ({ ...cashPage(app(), todayOf(app())), live: ['invoices', 'costs'] });
