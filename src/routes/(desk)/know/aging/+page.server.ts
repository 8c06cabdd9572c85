import { app } from '$lib/server/app';
import { todayOf } from '$lib/server/company/today';
import { agingByCustomer } from '$lib/server/receivables/collect-page';

export const load = () => ({ rows: agingByCustomer(app(), todayOf(app())), live: ['invoices'] });
