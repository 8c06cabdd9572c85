import { shown } from '$lib/server/shown';
import { app } from '$lib/server/app';
import { moneyIn } from '$lib/server/billing';

export const load = shown(() => ({ payments: moneyIn(app()), live: ['invoices'] }));
