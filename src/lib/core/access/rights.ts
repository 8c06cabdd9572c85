import type { Scope } from './scope';

export const ROLES = ['owner', 'office', 'estimator', 'crew lead', 'crew', 'bookkeeper'] as const;
export type Role = (typeof ROLES)[number];

/** Who may do what: one table of the roles that come with the program. A right is named after the area and the act; every command and every page names one. */
const TABLE = {
	'today.see': ['owner', 'office', 'estimator', 'bookkeeper'],
	'leads.see': ['owner', 'office', 'estimator'],
	'leads.handle': ['owner', 'office', 'estimator'],
	'customers.see': ['owner', 'office', 'estimator', 'bookkeeper'],
	'customers.change': ['owner', 'office', 'estimator'],
	'jobs.see': ['owner', 'office', 'estimator', 'bookkeeper'],
	'jobs.change': ['owner', 'office', 'estimator'],
	'estimates.see': ['owner', 'office', 'estimator'],
	'estimates.change': ['owner', 'estimator', 'office'],
	'quotes.issue': ['owner', 'estimator', 'office'],
	'quotes.sign-off': ['owner'],
	'quotes.accept-by-hand': ['owner', 'office', 'estimator'],
	'catalog.see': ['owner', 'office', 'estimator', 'bookkeeper'],
	'catalog.change': ['owner', 'office', 'estimator'],
	'rates.see': ['owner', 'estimator', 'bookkeeper'],
	'rates.change': ['owner'],
	'plan.see': ['owner', 'office', 'estimator', 'crew lead'],
	'plan.change': ['owner', 'office'],
	'field.see': ['owner', 'office', 'estimator', 'crew lead', 'crew'],
	'field.record': ['owner', 'office', 'estimator', 'crew lead', 'crew'],
	'hours.change': ['owner', 'office', 'bookkeeper'],
	'costs.see': ['owner', 'office', 'estimator', 'bookkeeper'],
	'costs.change': ['owner', 'office', 'bookkeeper'],
	'invoices.see': ['owner', 'office', 'bookkeeper'],
	'invoices.change': ['owner', 'office', 'bookkeeper'],
	'payments.record': ['owner', 'office', 'bookkeeper'],
	'books.see': ['owner', 'office', 'bookkeeper'],
	'reports.see': ['owner', 'bookkeeper'],
	'sales.see': ['owner', 'office', 'estimator'],
	'company.see': ['owner', 'office', 'bookkeeper'],
	'company.change': ['owner'],
	'people.change': ['owner'],
	'outbox.see': ['owner', 'office', 'bookkeeper'],
	'own.account': ROLES
} as const satisfies Record<string, readonly Role[]>;

export type Right = keyof typeof TABLE;
export const RIGHTS = Object.keys(TABLE) as Right[];

/**
 * Rights over what is whole or wrong: the books, the bank, a customer's account, payroll and the company's own figures cannot be read or changed from
 * some of the jobs. Whoever sees only some does not have them, whatever their role says.
 */
const WHOLE: readonly Right[] = ['books.see', 'rates.change', 'hours.change', 'company.change', 'people.change', 'outbox.see'];

/** Whether a right can be had by somebody who sees only some of the jobs. @example needsAll('books.see') // true */
export const needsAll = (right: Right): boolean => WHOLE.includes(right);

/** Somebody with a role: one that comes with the program, or one of the company's own, whose rights are then listed and stand in its place. */
export interface Holder {
	role: Role;
	rights?: readonly Right[] | null;
	/** Which jobs they see; all when it is not said. */
	scope?: Scope;
}

/**
 * Whether somebody has a right. Everybody has their own account.
 * @example may({ role: 'crew' }, 'costs.see') // false
 * @example may({ role: 'crew', rights: ['costs.see'] }, 'costs.see') // true
 * @example may({ role: 'owner', scope: 'own' }, 'books.see') // false
 */
export function may(who: Holder, right: Right): boolean {
	if (right === 'own.account') return true;
	if (who.scope !== undefined && who.scope !== 'all' && needsAll(right)) return false;
	return who.rights ? who.rights.includes(right) : (TABLE[right] as readonly Role[]).includes(who.role);
}

/** The rights of a role that comes with the program. @example rightsOf('crew') // ['field.see', 'field.record', 'own.account'] */
export const rightsOf = (role: Role): Right[] => RIGHTS.filter((r) => may({ role }, r));

/** Where somebody begins their day. */
export const homeOf = (who: Holder): string => (may(who, 'today.see') ? '/today' : may(who, 'field.see') ? '/field' : '/company/account');
