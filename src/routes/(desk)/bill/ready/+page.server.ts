import { app } from '$lib/server/app';
import { readyToBill } from '$lib/server/billing/queries';

export const load = () => ({ ready: readyToBill(app()), live: ['invoices', 'costs', 'track'] });
