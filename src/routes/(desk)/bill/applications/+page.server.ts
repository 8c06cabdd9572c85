import { shown } from '$lib/server/shown';
import { app } from '$lib/server/app';
import { applicationList } from '$lib/server/billing';

export const load = shown(() => ({ applications: applicationList(app().db.orm), live: ['invoices'] }));
