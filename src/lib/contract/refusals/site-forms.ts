import { sayings } from '../../core/refusal';

/** What is refused here, by its code. */
export const catalog = {
	'another-edition': (p: { edition: number }) =>
		`Edition ${p.edition} was saved meanwhile. Look at it first; what you changed is still here.`,
	'form-name-taken': (p: { name: string }) => `Another form is called ${p.name}.`,
	'form-set-aside': (p: { name: string }) => `${p.name} is set aside.`,
	'only-certificate-replaced': () => 'Only a certificate that was issued is replaced.',
	'certificate-issued-and-does-not-change': () => 'This certificate is issued and does not change any more.',
	'customer-has-to-sign': () => 'The customer has to sign this form.',
	'customer-has-to-sign-or-leave': () => 'The customer has to sign, or leave the name empty.',
	'form-not-approved-yet': () => 'This form is not approved yet.',
	'form-not-signed-yet': () => 'This form is not signed yet.',
	'form-signed': () => 'This form is signed. The office can give it back.',
	'job-not-any-more': () => 'This job is not there any more.',
	'lead-has-to-sign': () => 'The lead has to sign.',
	'only-signed-form-given-back': () => 'Only a signed form is given back.',
	'please-sign-in-box': () => 'Please sign in the box.',
	'say-where-mail-goes': () => 'Say where the mail goes.',
	'show-at-least-one-part-or': () => 'Show at least one part, or write what was done.'
};
export const say = sayings('site-forms', catalog);
