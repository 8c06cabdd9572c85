import { sayings } from '../refusal';

/** What is refused here, by its code. */
export const catalog = {
	'one-has-typed-quantity': () => 'One of them has a typed quantity: clear it first.',
	'one-is-hidden-or-locked': () => 'One of them is hidden, locked or outside the discount, the other is not.',
	'taxed-differently': () => 'They are taxed differently.',
	'one-is-option-or-set-aside': () => 'One of them is an option or set aside, the other is not.',
	'costs-or-prices-differ': () => 'Their costs or prices differ: make them alike first.',
	'only-same-step-pooled': () => 'Only lines rounded to the same step are pooled.',
	'only-measured-pooled': () => 'Only quantities that come from measures are pooled.',
	'only-same-item-pooled': () => 'Only lines of the same catalog item are pooled.',
	'at-most-can-be-taken-off': (p: { most: string }) =>
		`At most ${p.most} can be taken off: that is what the lines come to that may be discounted.`,
	'block-of-cells': (p: { cells: string; mostCells: string }) =>
		`This is a block of ${p.cells} cells; at most ${p.mostCells} can be pasted at once.`,
	'too-many-or-few-chosen': (p: { name: string; rule: string; count: number }) => `${p.name}: ${p.rule}. ${p.count} are chosen.`,
	'cost-cannot-be-negative': () => 'A cost cannot be negative.',
	'cost-negative': () => 'the cost is negative',
	'kind-follows-catalog': () => 'This line stands for something of the catalog and has its kind.',
	'locked-lines-alone-total-cannot-be': (p: { locked: string }) => `The locked lines alone are ${p.locked}: the total cannot be less.`,
	'margin-must-be-below-100': () => 'A margin must be below 100 %.',
	'markup-must-be-above-100': () => 'A markup must be above −100 %.',
	needed: () => 'This is needed.',
	'no-unlocked-line-has-price-to': () => 'No unlocked line has a price to spread the total over.',
	'no-such-kind': () => 'There is no such kind.',
	'nothing-measured-yet': () => 'Nothing is measured yet: there is no size to price by.',
	'one-of-chosen-options-not-part': () => 'One of the chosen options is not part of this quote.',
	'pick-two-lines-or-more-of': () => 'Pick two lines or more of the same item.',
	'quantity-can-be-at-most-100': () => 'A quantity can be at most 100,000,000.',
	'quantity-cannot-be-negative': () => 'A quantity cannot be negative. For a credit, type a negative price.',
	'quantity-negative': () => 'the quantity is negative'
};
export const say = sayings('rules.estimate', catalog);
