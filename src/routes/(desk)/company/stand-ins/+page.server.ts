import { shown } from '$lib/server/shown';
import { app } from '$lib/server/app';
import { standIns } from '$lib/server/company';

export const load = shown(() => ({ ports: standIns(app()), live: ['outbox', 'invoices'] }));
