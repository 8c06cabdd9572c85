import { app } from '$lib/server/app';
import { todayOf } from '$lib/server/company';
import { agingByCustomer } from '$lib/server/receivables';

export const load = () => ({ rows: agingByCustomer(app(), todayOf(app())), live: ['invoices'] });
