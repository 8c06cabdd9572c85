import { sayings } from '../../core/refusal';

/** What is refused here, by its code. */
export const catalog = {
	'assemblies-price-their-labor-by-sheet': () => 'Assemblies price their labor by this sheet. Give them another one first.',
	'cannot-be-negative': () => 'This cannot be negative.',
	'has-sheet-in-job-cost': (p: { name: string }) =>
		`${p.name} has a sheet in job cost. In the overhead too, it would be paid twice: take it out of one of them.`,
	'must-be-more-than-0': () => 'This must be more than 0.',
	'no-billable-hours-to-carry-overhead': () => 'There are no billable hours to carry the overhead: add crews, or choose another method.',
	'no-direct-cost-to-carry-overhead': () =>
		'There is no direct cost to carry the overhead: add crews or materials, or choose another method.',
	'rate-sheet-of-not-any-more': (p: { name: string }) => `The rate sheet of ${p.name} is not there any more.`,
	'save-budget-first': () => 'Save the budget first.',
	'sheet-for-already-in-one-machine': (p: { name: string; place: string }) =>
		`There is a sheet for ${p.name} already, in ${p.place}. One machine has one sheet.`,
	'somebody-else-changed-sheet-meanwhile': () =>
		'Somebody else changed this sheet meanwhile. What you typed is still here: look at the new state and save again.',
	'stands-in-overhead-of-budget': (p: { name: string; year: number }) =>
		`${p.name} stands in the overhead of the ${p.year} budget. In job cost too, it would be paid twice: take it out there, or mark the sheet “in overhead”.`
};
export const say = sayings('rates', catalog);
