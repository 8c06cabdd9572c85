import type { Right } from '../core/access';
import { USUAL_INPUT } from '../contract/define';

/** What a route needs: a right, nothing at all (`public`), or the sending on to everyone's own start (`home`). */
export type RouteNeeds = Right | 'public' | 'home';

/**
 * Every route, as its folders name it without the groups in brackets, and what it needs. Looked up by the route that was matched, never by the path
 * that was typed: an encoded letter is the same route. A route that is not here is refused, and fails the build.
 */
export const ROUTES: Readonly<Record<string, RouteNeeds>> = {
	'/': 'home',
	'/today': 'today.see',
	'/win/leads': 'leads.see',
	'/win/track': 'jobs.see',
	'/win/quotes': 'estimates.see',
	'/win/customers': 'customers.see',
	'/win/customers/[id]': 'customers.see',
	'/jobs/[id]': 'jobs.see',
	'/jobs/[id]/bill': 'invoices.see',
	'/jobs/[id]/work': 'jobs.see',
	'/jobs/[id]/log': 'jobs.see',
	'/jobs/[id]/files': 'jobs.see',
	'/jobs/[id]/costs': 'costs.see',
	'/jobs/[id]/materials': 'costs.see',
	'/jobs/[id]/estimate': 'estimates.see',
	'/jobs/[id]/estimate/photos': 'estimates.see',
	'/jobs/[id]/estimate/review': 'estimates.see',
	'/jobs/[id]/estimate/revisions': 'estimates.see',
	'/jobs/[id]/estimate/risk': 'estimates.see',
	'/jobs/[id]/estimate/lists': 'estimates.see',
	'/plan': 'plan.see',
	'/plan/repeats': 'jobs.see',
	'/plan/day': 'plan.see',
	'/plan/month': 'plan.see',
	'/plan/subcontractors': 'plan.see',
	'/plan/people': 'plan.see',
	'/plan/time-off': 'plan.see',
	'/plan/tell': 'plan.change',
	'/plan/calendars': 'plan.change',
	'/plan/drafts': 'plan.change',
	'/plan/drafts/[id]': 'plan.change',
	'/plan/sheet': 'plan.see',
	'/company/week': 'company.see',
	'/api/shift-calendar/[id]': 'field.see',
	'/api/site-forms/[id]': 'field.record',
	'/api/handovers': 'field.record',
	'/api/field-sales': 'field.record',
	'/api/field-pay': 'field.record',
	'/field/jobs/[id]/sell': 'field.record',
	'/api/pdf/certificate/[id]': 'jobs.see',
	'/api/pdf/handover/[id]': 'jobs.see',
	'/api/pdf/daily-log/[id]/[day]': 'jobs.see',
	'/field/form/[id]': 'field.record',
	'/field/jobs/[id]/handover': 'field.record',
	'/plan/rounds': 'plan.see',
	'/work/jobs': 'jobs.see',
	'/work/forms/[id]': 'jobs.see',
	'/work/costs': 'costs.see',
	'/work/hours': 'hours.change',
	'/work/orders': 'costs.see',
	'/work/orders/[id]': 'costs.see',
	'/work/supplier-bills': 'costs.see',
	'/work/supplier-bills/new': 'costs.change',
	'/work/supplier-bills/[id]': 'costs.see',
	'/api/rounds/[file]': 'plan.see',
	'/api/repeats/[file]': 'jobs.see',
	'/api/pdf/plan-sheet': 'plan.see',
	'/api/pdf/order/[id]': 'costs.see',
	'/api/payroll': 'hours.change',
	'/bill/invoices': 'invoices.see',
	'/bill/invoices/[id]': 'invoices.see',
	'/bill/money-in': 'invoices.see',
	'/bill/ready': 'invoices.see',
	'/bill/applications': 'invoices.see',
	'/bill/applications/[id]': 'invoices.see',
	'/bill/repeats': 'invoices.see',
	'/bill/collect': 'books.see',
	'/bill/bank': 'books.see',
	'/bill/books': 'books.see',
	'/api/pdf/application/[id]': 'invoices.see',
	'/api/pdf/statement/[id]': 'books.see',
	'/api/ubl/[id]': 'invoices.see',
	'/api/ubl/credit/[id]': 'invoices.see',
	'/api/pdf/credit/[id]': 'invoices.see',
	'/api/journal/[id]': 'books.see',
	'/price/catalog': 'catalog.see',
	'/price/catalog/[id]': 'catalog.see',
	'/price/import': 'catalog.change',
	'/price/assemblies': 'catalog.see',
	'/price/assemblies/[id]': 'catalog.see',
	'/price/flat-rate': 'catalog.see',
	'/price/flat-rate/[id]': 'catalog.see',
	'/price/flat-rate/edition/[id]': 'catalog.see',
	'/price/flat-rate/service/[id]': 'catalog.see',
	'/price/templates': 'estimates.see',
	'/price/suppliers': 'catalog.see',
	'/price/rates': 'rates.see',
	'/price/rates/[id]': 'rates.see',
	'/price/budget': 'rates.see',
	'/price/check': 'rates.see',
	'/know': 'reports.see',
	'/know/hours': 'reports.see',
	'/know/aging': 'reports.see',
	'/know/cash': 'books.see',
	'/know/sales': 'sales.see',
	'/company/details': 'company.see',
	'/company/tax': 'company.see',
	'/company/sales': 'company.see',
	'/company/forms': 'company.see',
	'/company/forms/[id]': 'company.see',
	'/company/documents': 'company.see',
	'/company/people': 'company.see',
	'/company/roles': 'people.change',
	'/company/outbox': 'outbox.see',
	'/company/stand-ins': 'outbox.see',
	'/company/account': 'own.account',
	'/field': 'field.see',
	'/field/hours': 'field.see',
	'/field/jobs': 'field.see',
	'/field/jobs/[id]': 'field.see',
	'/field/jobs/[id]/log': 'field.see',
	'/api/live': 'own.account',
	'/api/queue/[ticket]': 'own.account',
	'/api/pictures': 'field.record',
	// A file asks for the right of what it belongs to; see the endpoint.
	'/api/attachments': 'customers.see',
	'/api/attachments/[id]': 'own.account',
	'/api/customers/[name]': 'customers.see',
	'/api/customers-preview': 'customers.change',
	'/api/files/[id]': 'field.see',
	'/api/import-preview': 'catalog.change',
	'/api/editions': 'catalog.change',
	'/api/schemas/[name]': 'public',
	'/api/assemblies-export': 'catalog.see',
	'/api/catalog-export': 'catalog.see',
	'/api/pdf/quote/[id]': 'estimates.see',
	'/api/pdf/inside/[id]': 'estimates.see',
	'/api/pdf/acceptance/[id]': 'jobs.see',
	'/api/pdf/invoice/[id]': 'invoices.see',
	'/api/lead-mail': 'leads.handle',
	'/api/lead-table': 'leads.handle',
	'/api/photos/[id]': 'estimates.see',
	'/api/material-list/[id]': 'estimates.see',
	// What a page asks for again asks for the right of that page.
	'/api/page': 'own.account',
	'/api/presence': 'estimates.see',
	'/api/driving': 'plan.change',
	'/api/price-book': 'rates.see',
	// What is explained asks for the right of what it belongs to; see the room.
	// Each command asks for its own right.
	'/api/ask/[name]': 'own.account',
	'/api/commands/[name]': 'own.account',
	'/api/commands': 'own.account',
	'/sign-in': 'public',
	'/sign-out': 'public',
	'/password': 'public',
	'/password/[token]': 'public',
	'/public': 'public',
	'/public/picture/[id]': 'public',
	'/q/[token]': 'public',
	'/q/[token]/pdf': 'public',
	'/q/[token]/picture/[id]': 'public',
	'/q/[token]/record': 'public',
	'/q/[token]/seen': 'public',
	'/q/[token]/sheet/[id]': 'public',
	'/i/[token]': 'public',
	'/s/[token]': 'public',
	'/v/[token]': 'public',
	'/v/[token]/picture/[id]': 'public',
	'/d/[token]': 'public',
	'/calendar/[token]': 'public',
	'/i/[token]/pdf': 'public',
	'/healthz': 'public'
};

/** A route without its groups: what it is called in the table. */
export const routeName = (id: string): string => id.replace(/\/\([^)]+\)/g, '') || '/';

/** What a matched route needs; null: it is not in the table, and nobody may see it. */
export const needsOf = (id: string): RouteNeeds | null => (Object.hasOwn(ROUTES, routeName(id)) ? (ROUTES[routeName(id)] ?? null) : null);

const MB = 1_000_000;
/** What waited on a device, some of it in one request. */
export const BUNDLE = 300_000;
/** Routes that take files or pictures: the most bytes of a request. All others take a form's worth. */
const SIZES: Readonly<Record<string, number>> = {
	'/api/commands': BUNDLE,
	'/api/pictures': 20 * MB + 10_000,
	'/api/attachments': 20 * MB + 10_000,
	'/api/import-preview': 60 * MB,
	'/api/customers-preview': 20 * MB,
	'/api/lead-table': 5 * MB,
	'/api/lead-mail': 25 * MB,
	// A signature is drawn.
	'/api/site-forms/[id]': 900_000,
	'/api/handovers': 450_000,
	'/api/field-sales': 450_000,
	'/q/[token]': 400_000
};
const FORM = 32_000;
/** A command may say which page it was given on, beside its input. */
export const WHICH_PAGE = 8000;

/**
 * The most bytes that a request to a matched route may bring, known before anything of it is read.
 * @param commandSize what the named command takes, for the route of commands
 */
export function sizeOf(id: string, commandSize?: number): number {
	const route = routeName(id);
	if (route === '/api/ask/[name]') return commandSize ?? USUAL_INPUT;
	if (route === '/api/commands/[name]') return (commandSize ?? USUAL_INPUT) + WHICH_PAGE;
	return SIZES[route] ?? FORM;
}
