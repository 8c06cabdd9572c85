import type { Right } from '$lib/core/access';

/** The eight places of the desk, each with its pages. What a role may not see is left out. */
export const PLACES: { word: string; icon: string; pages: [path: string, word: string, right: Right][] }[] = [
	{ word: 'Today', icon: 'sunrise', pages: [['/today', 'Today', 'today.see']] },
	{
		word: 'Win',
		icon: 'handshake',
		pages: [
			['/win/leads', 'Leads', 'leads.see'],
			['/win/track', 'Winning track', 'jobs.see'],
			['/win/quotes', 'Quotes', 'estimates.see'],
			['/win/customers', 'Customers', 'customers.see']
		]
	},
	{
		word: 'Plan',
		icon: 'calendar',
		pages: [
			['/plan', 'Board', 'plan.see'],
			['/plan/day', 'Day', 'plan.see'],
			['/plan/month', 'Month', 'plan.see'],
			['/plan/people', 'People', 'plan.see'],
			['/plan/time-off', 'Time off', 'plan.see'],
			['/plan/tell', 'Tell', 'plan.change'],
			['/plan/subcontractors', 'Subcontractors', 'plan.see'],
			['/plan/rounds', 'Rounds', 'plan.see'],
			['/plan/repeats', 'Repeat jobs', 'jobs.see']
		]
	},
	{
		word: 'Work',
		icon: 'hammer',
		pages: [
			['/work/jobs', 'Jobs', 'jobs.see'],
			['/work/costs', 'Costs', 'costs.see'],
			['/work/orders', 'Orders', 'costs.see'],
			['/work/supplier-bills', 'Suppliers’ bills', 'costs.see'],
			['/work/hours', 'Hours', 'hours.change'],
			['/field', 'Field', 'field.see']
		]
	},
	{
		word: 'Bill',
		icon: 'receipt',
		pages: [
			['/bill/ready', 'Ready to bill', 'invoices.see'],
			['/bill/invoices', 'Invoices', 'invoices.see'],
			['/bill/applications', 'Pay applications', 'invoices.see'],
			['/bill/repeats', 'Repeat invoices', 'invoices.see'],
			['/bill/money-in', 'Money in', 'invoices.see'],
			['/bill/collect', 'Collect', 'books.see'],
			['/bill/bank', 'Bank', 'books.see'],
			['/bill/books', 'Bookkeeping', 'books.see']
		]
	},
	{
		word: 'Price',
		icon: 'ruler',
		pages: [
			['/price/catalog', 'Catalog', 'catalog.see'],
			['/price/import', 'Price lists', 'catalog.change'],
			['/price/suppliers', 'Suppliers', 'catalog.see'],
			['/price/assemblies', 'Assemblies', 'catalog.see'],
			['/price/templates', 'Templates', 'estimates.see'],
			['/price/flat-rate', 'Flat-rate', 'catalog.see'],
			['/price/rates', 'Rate sheets', 'rates.see'],
			['/price/budget', 'Budget', 'rates.see'],
			['/price/check', 'Price check', 'rates.see']
		]
	},
	{
		word: 'Know',
		icon: 'chart',
		pages: [
			['/know', 'Jobs', 'reports.see'],
			['/know/hours', 'Hours', 'reports.see'],
			['/know/aging', 'Aging', 'reports.see'],
			['/know/cash', 'Cash ahead', 'books.see'],
			['/know/sales', 'Sales', 'sales.see']
		]
	},
	{
		word: 'Company',
		icon: 'warehouse',
		pages: [
			['/company/details', 'Name and terms', 'company.see'],
			['/company/tax', 'Branches and tax', 'company.see'],
			['/company/documents', 'Documents and page', 'company.see'],
			['/company/sales', 'Stages and fields', 'company.see'],
			['/company/forms', 'Site forms', 'company.see'],
			['/company/week', 'Week and holidays', 'company.see'],
			['/company/people', 'People', 'company.see'],
			['/company/roles', 'Roles', 'people.change'],
			['/company/outbox', 'Outbox', 'outbox.see'],
			['/company/stand-ins', 'Stand-ins', 'outbox.see'],
			['/company/account', 'My account', 'own.account']
		]
	}
];

/** The pages beside a page, as its place lists them. */
export const pagesOf = (word: string): [string, string, Right][] => [...(PLACES.find((p) => p.word === word)?.pages ?? [])];
