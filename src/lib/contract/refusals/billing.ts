import { sayings } from '../../core/refusal';

/** What is refused here, by its code. */
export const catalog = {
	'only-sent-application-certified': () => 'Only an application that went out is certified, once.',
	'application-out-already': () => 'This application went out already.',
	'application-out-void-instead': () => 'This application went out. Void it instead.',
	'application-out-void-to-change': () => 'This application went out. Void it to change it.',
	'application-not-any-more': () => 'This application is not there any more.',
	'application-not-certified-yet': (p: { number: number }) =>
		`Application ${p.number} is not certified yet. The next one builds on what is certified.`,
	billed: (p: { name: string }) => `“${p.name}” is billed; it stays as it is.`,
	'choose-stage-won-jobs-stand-at': () => 'Choose a stage that won jobs stand at.',
	'comes-to-less-than-nothing': () => 'This comes to less than nothing: it would be a credit, not an invoice.',
	'comes-to-nothing': () => 'It comes to nothing: an invoice is for more than 0.',
	'customer-not-any-more': () => 'The customer is not there any more.',
	'deposit-comes-before-anything-else-billed': () => 'A deposit comes before anything else is billed.',
	'issued-invoice-never-deleted': () => 'An issued invoice is never deleted. Void it instead.',
	'jobs-contract-billed-by-invoices-already': () =>
		'This job’s contract is billed by invoices already. A pay application would bill it again.',
	'jobs-contract-billed-by-pay-applications': () => 'This job’s contract is billed by pay applications. Bill it there.',
	'line-of-application-not-any-more': () => 'A line of this application is not there any more. Load the page again.',
	'line-of-bill-not-part-of': () => 'A line of this bill is not part of the contract.',
	'scopes-billed-already': () => 'Some of it is billed by the contract already.',
	'job-billed-by-applications': () => 'This job is billed by pay applications.',
	'no-contract-whose-values-could-be': () => 'There is no contract whose values could be applied for.',
	'nothing-left-to-bill-here': () => 'There is nothing left to bill here.',
	'one-plan-has-to-be-for': () => 'One plan has to be for all other kinds.',
	'only-application-went-out-voided': () => 'Only an application that went out is voided.',
	'only-issued-invoice-can-be-voided': () => 'Only an issued invoice can be voided.',
	'only-issued-invoice-credited': () => 'Only an issued invoice is credited.',
	'only-job-won-can-be-billed': () => 'Only a job that is won can be billed.',
	'only-job-won-has-billing-plan': () => 'Only a job that is won has a billing plan.',
	'only-latest-application-can-be-voided': () => 'Only the latest application can be voided: the later ones build on it.',
	'pay-application': () => 'It is a pay application. Void that: the invoice goes with it.',
	'pay-application-not-credited': () => 'A pay application is not credited: the next one takes less, or the latest is voided.',
	'period-before-ended-on': (p: { periodEnd: string }) => `The period before ended on ${p.periodEnd}.`,
	'something-of-credited-already': () => 'Something of it is credited already. Credit the rest of it instead.',
	'these-lines-of-several-jobs': () => 'These lines are of several jobs. Credit one job at a time.',
	'two-plans-for-same-kind-of': () => 'Two plans are for the same kind of work.',
	'what-certified-lies-between-what-certified': () => 'What is certified lies between what was certified before and what is applied for.',
	'with-tax-of-today-comes-to': () => 'With the tax of today this comes to less than nothing: it would be a credit, not an invoice.'
};
export const say = sayings('billing', catalog);
