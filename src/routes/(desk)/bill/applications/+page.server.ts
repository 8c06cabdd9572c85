import { app } from '$lib/server/app';
import { applicationList } from '$lib/server/billing';

export const load = () => ({ applications: applicationList(app().db.orm), live: ['invoices'] });
