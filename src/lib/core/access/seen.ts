import type { Right } from './rights';

/**
 * What one must be allowed to see to read what happened in an area: an area is what stands before the dot of a command's name. Literal, so that a new
 * area is seen by nobody until somebody decides who it is for.
 */
const OF_AREA: Readonly<Record<string, Right>> = {
	books: 'books.see',
	branches: 'company.see',
	budget: 'rates.see',
	buying: 'costs.see',
	catalog: 'catalog.see',
	charges: 'invoices.see',
	company: 'company.see',
	costs: 'costs.see',
	customers: 'customers.see',
	estimates: 'estimates.see',
	field: 'jobs.see',
	firms: 'plan.see',
	files: 'jobs.see',
	'flat-rate': 'catalog.see',
	forms: 'jobs.see',
	'form-designs': 'company.see',
	handovers: 'jobs.see',
	invoices: 'invoices.see',
	jobs: 'jobs.see',
	leads: 'leads.see',
	outbox: 'outbox.see',
	payments: 'invoices.see',
	people: 'company.see',
	photos: 'estimates.see',
	plan: 'jobs.see',
	quotes: 'estimates.see',
	repeats: 'jobs.see',
	rounds: 'jobs.see',
	'rate-groups': 'rates.see',
	rates: 'rates.see',
	tax: 'company.see',
	time: 'costs.see',
	'time-off': 'plan.see',
	views: 'jobs.see',
	work: 'jobs.see'
};

/**
 * What one must be allowed to see to hear that something on a topic changed: a topic is a place like `plan`, or a record like `job:ID`, by what stands
 * before the colon.
 */
const OF_TOPIC: Readonly<Record<string, Right>> = {
	assembly: 'catalog.see',
	budget: 'rates.see',
	catalog: 'catalog.see',
	category: 'catalog.see',
	company: 'company.see',
	costs: 'costs.see',
	customer: 'customers.see',
	customers: 'customers.see',
	edition: 'catalog.see',
	equipment: 'rates.see',
	estimate: 'estimates.see',
	field: 'field.see',
	firm: 'plan.see',
	'flat-catalog': 'catalog.see',
	'flat-service': 'catalog.see',
	invoice: 'invoices.see',
	invoices: 'invoices.see',
	item: 'catalog.see',
	job: 'jobs.see',
	lead: 'leads.see',
	leads: 'leads.see',
	mail: 'outbox.see',
	outbox: 'outbox.see',
	people: 'company.see',
	person: 'company.see',
	role: 'people.change',
	photos: 'estimates.see',
	// Crews see their days move on the field pages.
	plan: 'field.see',
	'rate-group': 'rates.see',
	rates: 'rates.see',
	review: 'estimates.see',
	order: 'costs.see',
	'season-service': 'plan.see',
	supplier: 'catalog.see',
	'supplier-bill': 'costs.see',
	template: 'estimates.see',
	templates: 'estimates.see',
	today: 'today.see',
	track: 'jobs.see',
	views: 'jobs.see'
};

const own = (table: Readonly<Record<string, Right>>, key: string): Right | null =>
	Object.hasOwn(table, key) ? (table[key] ?? null) : null;

/** The area of a command. @example areaOf('quotes.issue') // 'quotes' */
export const areaOf = (command: string): string => command.split('.')[0] ?? command;

/** The areas of which a person may read what happened. @example areasFor(Viewer.of(crew)) // [] */
export const areasFor = (viewer: { may(right: Right): boolean }): string[] =>
	Object.entries(OF_AREA).flatMap(([area, right]) => (viewer.may(right) ? [area] : []));

/** The right to read what happened in an area; null: nobody may. */
export const rightOfArea = (area: string): Right | null => own(OF_AREA, area);

/** The right to hear of a topic; null: nobody may. @example rightOfTopic('invoice:7') // 'invoices.see' */
export const rightOfTopic = (topic: string): Right | null => own(OF_TOPIC, topic.split(':')[0] ?? topic);
