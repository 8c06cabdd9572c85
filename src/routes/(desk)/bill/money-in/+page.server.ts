import { app } from '$lib/server/app';
import { moneyIn } from '$lib/server/billing/queries';

export const load = () => ({ payments: moneyIn(app()), live: ['invoices'] });
