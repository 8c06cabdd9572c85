import { app } from '$lib/server/app';
import { standIns } from '$lib/server/company';

export const load = () => ({ ports: standIns(app()), live: ['outbox', 'invoices'] });
