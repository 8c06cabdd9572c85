import { sayings } from '../../core/refusal';

/** What is refused here, by its code. */
export const catalog = {
	'code-of-name-already': () => 'There is a code of this name already.',
	'documents-before-taxed-already': (p: { today: string }) =>
		`Documents before ${p.today} were taxed already: a new rate begins today or later.`,
	'measure-of-name-already': () => 'There is a measure of this name already.',
	'shapes-give-measure-of-name-already': () => 'Shapes give a measure of this name already.',
	'tax-rate-between-0-and-100': () => 'A tax rate is between 0 and 100 %.'
};
export const say = sayings('company', catalog);
