import { sayings } from '../../core/refusal';

/** What is refused here, by its code. */
export const catalog = {
	'at-edition-edition-older-and-would': (p: { name: string; edition: number; edition2: number }) =>
		`${p.name} is at edition ${p.edition}. Edition ${p.edition2} is older and would go back.`,
	'catalog-at-edition-already': (p: { edition: number }) => `The catalog is at edition ${p.edition} already: this one would go back.`,
	'catalog-of-name-already': () => 'There is a catalog of this name already.',
	'edition-not-any-more': () => 'This edition is not there any more.',
	'edition-of-taken-already': (p: { edition: number; name: string }) => `Edition ${p.edition} of ${p.name} was taken already.`,
	'edition-taken-already': () => 'This edition was taken already.',
	'hour-sold-for-more-than-0': () => 'An hour is sold for more than 0.',
	'not-edition': () => 'This is not an edition: the file is not JSON.',
	'not-edition-we-can-take': (p: { field: string | undefined; message: string }) =>
		`This is not an edition we can take: ${p.field ? `${p.field}: ` : ''}${p.message}`,
	'publisher-cannot-be-reached': () => 'The publisher cannot be reached. Try again later, or take the file by hand.',
	'service-belongs-to-another-catalog': () => 'This service belongs to another catalog.',
	'service-has-hours-or-materials': () => 'A service has hours or materials.',
	'service-our-own': () => 'This service is our own: no edition has it.'
};
export const say = sayings('flat-rate', catalog);
