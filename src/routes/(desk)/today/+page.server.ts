import { app } from '$lib/server/app';
import { todayPage } from '$lib/server/today/queries';

export const load = () => ({ ...todayPage(app()), live: ['today', 'plan', 'field', 'leads', 'invoices'] });
