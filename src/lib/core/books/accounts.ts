/** What is booked on an account: the words are what the page of accounts shows. Revenue may be told apart by kind of work, tax by component. */
export const ACCOUNT_WORDS = {
	receivable: 'Receivable: what customers owe now',
	'retainage receivable': 'Retainage receivable: held, not due',
	revenue: 'Revenue',
	tax: 'Tax to pay on',
	bank: 'Bank',
	'customer credits': 'Credits of customers: paid too much',
	'discounts given': 'Discounts given',
	'bad debts': 'Bad debts: written off',
	'other income': 'Other income: late charges',
	'cost: material': 'Cost of materials',
	'cost: equipment': 'Cost of equipment',
	'cost: subcontract': 'Cost of subcontracts',
	'cost: other': 'Other cost of jobs',
	overhead: 'Overhead: bills of no job',
	'recovered tax': 'Tax that comes back',
	payable: 'Payable: what we owe suppliers',
	'discounts taken': 'Discounts taken'
} as const;

/** A plain account, or one told apart: `revenue: Re-roof`, `tax: state`. */
export type AccountKey = keyof typeof ACCOUNT_WORDS | `revenue: ${string}` | `tax: ${string}`;
export const ACCOUNT_KEYS = Object.keys(ACCOUNT_WORDS) as (keyof typeof ACCOUNT_WORDS)[]; // its own keys, by its type

/** The company's accounts, by what is booked on them. */
export type Accounts = Record<string, string>;

/** The account of a key: its own, else the plain one's. '' when neither is said. @example accountOf({ revenue: '4000' }, 'revenue: Re-roof') // '4000' */
export const accountOf = (accounts: Accounts, key: AccountKey): string => accounts[key] || (accounts[key.split(': ')[0] ?? ''] ?? '');
