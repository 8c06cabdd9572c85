import { app } from '$lib/server/app';
import { moneyIn } from '$lib/server/billing';

export const load = () => ({ payments: moneyIn(app()), live: ['invoices'] });
