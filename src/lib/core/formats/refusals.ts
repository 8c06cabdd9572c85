import { sayings } from '../refusal';

/** What is refused here, by its code. */
export const catalog = {
	'categories-key-comes-twice': (p: { n: number; key: string }) => `categories[${p.n}]: the key “${p.key}” comes twice.`,
	'category-lies-in-itself': (p: { key: string }) => `The category “${p.key}” lies in itself.`,
	'category-not-in-file': (p: { at: string }) => `The category “${p.at}” is not in the file.`,
	'category-of-service-not-in-file': (p: { where: string; category: string }) =>
		`${p.where}: the category “${p.category}” is not in the file.`,
	'file-has-more-than-columns': (p: { mostColumns: number }) => `The file has more than ${p.mostColumns} columns.`,
	'file-has-more-than-rows': (p: { mostRows: string }) => `The file has more than ${p.mostRows} rows.`,
	'first-line-longer-than-100-000': () => 'The first line is longer than 100,000 characters: this is not a price list.',
	'key-comes-twice': (p: { where: string; key: string }) => `${p.where}: the key “${p.key}” comes twice.`,
	'value-negative': (p: { where: string }) => `${p.where} is negative.`,
	'value-refused': (p: { where: string; why: string }) => `${p.where}: ${p.why}`,
	'no-column-called-name-give-columns': () => 'No column is called “Name”. Give the columns headings, and try again.',
	'no-row-of-headings-with-date': () => 'No row of headings with a date and an amount was found in this file.',
	'not-geojson': () => 'This is not a GeoJSON file with features.',
	'not-text-file': () => 'This is not a text file. Save the price list as CSV and try again.',
	'ofx-file-holds-no-transactions': () => 'This OFX file holds no transactions.'
};
export const say = sayings('rules.formats', catalog);
