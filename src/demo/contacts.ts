import type { Input } from '../lib/contract';
import { addDays } from '../lib/core/time';
import type { Yard } from './yard';

/** People of customers, what is known of sites and jobs, next steps on the track, and a view that the office keeps. */
export function buildContacts(yard: Yard, today: string): void {
	const id = (sql: string, ...args: string[]): string => {
		const row = yard.app.db.sqlite.prepare(sql).get(...args) as { id: string } | undefined;
		if (!row) throw new Error(`The demo has no ${args.join()}.`);
		return row.id;
	};
	const customer = (name: string) => id('select id from customers where name = ?', name);
	const job = (name: string) => id('select id from jobs where name = ?', name);
	const contact = (of: string, name: string, role: string, mail: string, phone: string, gets: 'quotes' | 'invoices' | '' = '') =>
		yard.call('petra', 'customers.save-contact', {
			customerId: customer(of),
			contactId: null,
			name,
			role,
			mail,
			phone,
			getsQuotes: gets === 'quotes',
			getsInvoices: gets === 'invoices'
		});
	yard.at(today, '08:10');
	contact('Castellan Build Group', 'Dorian Castellan', 'signs contracts', 'dorian@castellan.example', '555 010 7101', 'quotes');
	contact('Castellan Build Group', 'Petronel Haske', 'pays; pay applications by the 20th', 'accounts@castellan.example', '', 'invoices');
	contact('Castellan Build Group', 'Aurel Finch', 'foreman at the library', '', '555 010 7144');
	contact(
		'Harbor Row Homeowners',
		'Mira Solheim',
		'decides with the board on Thursdays',
		'mira@harborrow.example',
		'555 010 9090',
		'quotes'
	);
	contact('Harbor Row Homeowners', 'Ewan Quist', 'has the key to the boat shed', '', '555 010 9117');
	contact('Tidd & Marlow Bakery', 'Hesper Marlow', 'call her, not Tidd', 'marlow@tiddmarlow.example', '555 010 3321', 'invoices');
	yard.call('petra', 'customers.set-own', { of: 'customer', id: customer('Castellan Build Group'), values: { 'pays-by': 'transfer' } });
	yard.call('petra', 'customers.set-own', { of: 'customer', id: customer('Orla Penhallow'), values: { 'pays-by': 'card' } });
	const row = id('select s.id from sites s join customers c on c.id = s.customer_id where c.name = ?', 'Harbor Row Homeowners');
	yard.call('petra', 'customers.set-own', { of: 'site', id: row, values: { gate: '4471#' } });
	const next = (name: string, nextStep: string, inDays: number, more: Partial<Input<'jobs.change'>> = {}) =>
		yard.call('bastian', 'jobs.change', { jobId: job(name), nextStep, nextDay: addDays(today, inDays), ...more });
	next('Harbor Row, gutters of 24 houses', 'Call Mira after the board meets', 2, { chance: 60_00, decisionDay: addDays(today, 9) });
	next('Penhallow house, new roof', 'Send the quote', 0, { expected: 2_400_000, size: 240_000, sizeUnit: 'squares' });
	next('Spindle Lane 3, porch roof', 'Ask Imogen about the price', -1);
	next('Fennick, gutter care next season', 'Walk three sites with Fennick', 6, {
		expected: 1_850_000,
		chance: 80_00,
		decisionDay: addDays(today, 40)
	});
	next('Bakery, low roof at the back', 'Measure the drain', 1, { expected: 190_000 });
	yard.call('bastian', 'jobs.set-own', {
		of: 'job',
		id: job('Penhallow house, new roof'),
		values: { layers: '2', insurer: 'Ossel Mutual' }
	});
	yard.call('petra', 'views.save', { page: 'track', name: 'Needs a hand', query: 'stale=1', everybody: true });
	yard.call('petra', 'views.save', { page: 'track', name: 'Gutters, as a table', query: 'kind=Gutters&as=table', everybody: true });
}
