import type { Right } from '../core/access';

/** Which right a path needs, by its beginning; the longest match holds. What is not listed is refused. */
const PATHS: [prefix: string, right: Right | 'public'][] = [
	['/today', 'today.see'],
	['/win/leads', 'leads.see'],
	['/win/track', 'jobs.see'],
	['/win/quotes', 'estimates.see'],
	['/win/customers', 'customers.see'],
	['/jobs', 'jobs.see'],
	['/plan', 'plan.see'],
	['/work/jobs', 'jobs.see'],
	['/work/costs', 'costs.see'],
	['/bill', 'invoices.see'],
	['/price/catalog', 'catalog.see'],
	['/price/import', 'catalog.change'],
	['/price/assemblies', 'catalog.see'],
	['/price/flat-rate', 'catalog.see'],
	['/price/rates', 'rates.see'],
	['/price/budget', 'rates.see'],
	['/price/check', 'rates.see'],
	['/know/sales', 'sales.see'],
	['/know', 'reports.see'],
	['/yard/company', 'company.see'],
	['/yard/tax', 'company.see'],
	['/yard/sales', 'company.see'],
	['/yard/documents', 'company.see'],
	['/yard/people', 'company.see'],
	['/yard/outbox', 'outbox.see'],
	['/yard/stand-ins', 'outbox.see'],
	['/yard/account', 'own.account'],
	['/field', 'field.see'],
	['/api/find', 'own.account'],
	['/api/items', 'field.see'],
	['/api/live', 'own.account'],
	['/api/pictures', 'field.record'],
	// A file asks for the right of what it belongs to; see the endpoint.
	['/api/attachments', 'customers.see'],
	['/api/customers', 'customers.see'],
	['/api/customers-preview', 'customers.change'],
	['/api/files', 'field.see'],
	['/api/plan-check', 'plan.change'],
	['/api/import-preview', 'catalog.change'],
	['/api/reprice-preview', 'estimates.see'],
	['/api/catalog-preview', 'catalog.change'],
	['/api/editions', 'catalog.change'],
	['/api/schemas', 'public'],
	['/api/assemblies-export', 'catalog.see'],
	['/api/catalog-export', 'catalog.see'],
	['/api/pdf/quote', 'estimates.see'],
	['/api/pdf/inside', 'estimates.see'],
	['/api/pdf/acceptance', 'jobs.see'],
	['/api/lead-mail', 'leads.handle'],
	['/api/lead-table', 'leads.handle'],
	['/api/photos', 'estimates.see'],
	['/api/take-out', 'estimates.see'],
	['/api/presence', 'estimates.see'],
	['/api/assembly-needs', 'estimates.see'],
	['/api/paid-before', 'estimates.see'],
	['/api/price-book', 'rates.see'],
	['/api/reprice-plan', 'rates.see'],
	// What is explained asks for the right of what it belongs to; see the room.
	['/api/explain', 'catalog.see'],
	['/api/pdf/invoice', 'invoices.see'],
	// Commands check their own access: customers and the public page come this way too.
	['/api/commands', 'public'],
	['/api/places', 'public'],
	['/sign-in', 'public'],
	['/sign-out', 'public'],
	['/public', 'public'],
	['/q', 'public'],
	['/i', 'public'],
	['/healthz', 'public']
];
const SORTED = [...PATHS].sort((a, b) => b[0].length - a[0].length);
/** Pages below a job that need more than seeing jobs. */
const BELOW_JOB: [page: string, right: Right][] = [
	['estimate', 'estimates.see'],
	['costs', 'costs.see'],
	['bill', 'invoices.see']
];

/** The right a path needs; null: nobody may see it; 'home': the start page, which sends everyone to their own. */
export function rightFor(path: string): Right | 'public' | 'home' | null {
	if (path === '/') return 'home';
	const found = SORTED.find(([prefix]) => path === prefix || path.startsWith(`${prefix}/`));
	if (!found) return null;
	// /jobs/<id>/<page>/…: what lies below a page needs what the page needs.
	if (found[0] === '/jobs') return BELOW_JOB.find(([page]) => path.split('/')[3] === page)?.[1] ?? found[1];
	return found[1];
}
