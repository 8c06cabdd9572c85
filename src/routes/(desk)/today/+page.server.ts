import { app } from '$lib/server/app';
import { decisions, onSite } from '$lib/server/today/queries';

export const load = () => ({ list: decisions(app()), site: onSite(app()), live: ['today', 'plan', 'field', 'leads', 'invoices'] });
