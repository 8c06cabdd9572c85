import { say } from './refusals';
import { Refusal } from '../refusal';
import { RIGHTS, type Right, type Role } from './rights';

/** What a right is called where the owner puts a role together, by the place it belongs to. Literal, so that a new right is named before it can be given. */
export const RIGHT_WORDS: Readonly<Record<Right, readonly [place: string, words: string]>> = {
	'today.see': ['Today', 'See Today'],
	'leads.see': ['Win', 'See requests'],
	'leads.handle': ['Win', 'Answer requests and make jobs of them'],
	'customers.see': ['Win', 'See customers'],
	'customers.change': ['Win', 'Change customers and sites'],
	'jobs.see': ['Work', 'See jobs'],
	'jobs.change': ['Work', 'Open and change jobs'],
	'estimates.see': ['Win', 'See estimates with their costs and margins'],
	'estimates.change': ['Win', 'Change estimates'],
	'quotes.issue': ['Win', 'Issue quotes'],
	'quotes.sign-off': ['Win', 'Sign off what needs it'],
	'quotes.accept-by-hand': ['Win', 'Enter an acceptance for a customer'],
	'catalog.see': ['Price', 'See the catalog'],
	'catalog.change': ['Price', 'Change the catalog and price lists'],
	'rates.see': ['Price', 'See rate sheets and the budget'],
	'rates.change': ['Price', 'Change rate sheets and the budget'],
	'plan.see': ['Plan', 'See the board'],
	'plan.change': ['Plan', 'Plan people'],
	'field.see': ['Work', 'See their own day in the field'],
	'field.record': ['Work', 'Clock on and off, notes, pictures'],
	'hours.change': ['Work', 'Correct hours of others'],
	'costs.see': ['Work', 'See costs of jobs'],
	'costs.change': ['Work', 'Change costs of jobs'],
	'invoices.see': ['Bill', 'See invoices and payments'],
	'invoices.change': ['Bill', 'Make and issue invoices'],
	'payments.record': ['Bill', 'Record payments'],
	'books.see': ['Bill', 'See and keep the books, the bank and customers’ accounts'],
	'reports.see': ['Know', 'See what was sold and used'],
	'sales.see': ['Know', 'See the sales report'],
	'company.see': ['Company', 'See settings'],
	'company.change': ['Company', 'Change settings'],
	'people.change': ['Company', 'Add people, change access and roles'],
	'outbox.see': ['Company', 'See the outbox'],
	'own.account': ['Company', 'Their own account']
};

/** What must be seen before it can be changed: the right on the left is of no use, or shows nothing, without the one on the right. */
const NEEDS: Readonly<Partial<Record<Right, Right>>> = {
	'leads.handle': 'leads.see',
	'customers.change': 'customers.see',
	'jobs.change': 'jobs.see',
	'estimates.see': 'jobs.see',
	'estimates.change': 'estimates.see',
	'quotes.issue': 'estimates.see',
	'quotes.sign-off': 'estimates.see',
	'quotes.accept-by-hand': 'estimates.see',
	'catalog.change': 'catalog.see',
	'rates.change': 'rates.see',
	'plan.change': 'plan.see',
	'field.record': 'field.see',
	'hours.change': 'costs.see',
	'costs.see': 'jobs.see',
	'costs.change': 'costs.see',
	'invoices.see': 'jobs.see',
	'invoices.change': 'invoices.see',
	'payments.record': 'invoices.see',
	'books.see': 'invoices.see',
	'company.change': 'company.see',
	'people.change': 'company.see'
};

/** The right that another one needs, or null. @example neededBy('plan.change') // 'plan.see' */
export const neededBy = (right: Right): Right | null => NEEDS[right] ?? null;

/**
 * The rights of a role of the company's own, put together by hand: each once, in the order of the table, the own account always among them.
 * @throws Refusal at the field `rights` for one that is not known, and for one that needs another that is not given
 * @example checkRights(['plan.see', 'plan.change']) // ['plan.see', 'plan.change', 'own.account']
 */
export function checkRights(given: readonly string[]): Right[] {
	const unknown = given.find((g) => !RIGHTS.some((r) => r === g));
	if (unknown !== undefined) throw new Refusal(say('no-right', { right: unknown }), 'rights');
	const rights = RIGHTS.filter((r) => r === 'own.account' || given.includes(r));
	for (const r of rights) {
		const first = neededBy(r);
		if (first && !rights.includes(first))
			throw new Refusal(say('of-no-use-without', { right: RIGHT_WORDS[r][1], needed: RIGHT_WORDS[first][1] }), 'rights');
	}
	return rights;
}

/** Rights as they were stored, without those that this release does not know: never more than was given. */
export const knownRights = (stored: readonly string[]): Right[] => RIGHTS.filter((r) => stored.includes(r));

/**
 * Rights after one was ticked or taken away, with what it needs or what needs it.
 * @example withRight(['jobs.see'], 'estimates.change', true) // ['jobs.see', 'estimates.see', 'estimates.change']
 * @example withRight(['plan.see', 'plan.change'], 'plan.see', false) // []
 */
export function withRight(rights: readonly Right[], right: Right, on: boolean): Right[] {
	const now = new Set(rights);
	if (on) for (let r: Right | null = right; r; r = neededBy(r)) now.add(r);
	else {
		now.delete(right);
		for (const r of RIGHTS) if (neededBy(r) === right && now.has(r)) return withRight(withRight([...now], r, false), right, false);
	}
	return RIGHTS.filter((r) => now.has(r));
}

/** Beside whom somebody with these rights stands in lists that know only the roles that come with the program. */
export const nearestRole = (rights: readonly Right[]): Role => (rights.includes('today.see') ? 'office' : 'crew');
