const WORDS = [
	'shingle',
	'membrane',
	'flashing',
	'gutter',
	'hanger',
	'vent',
	'coping',
	'fastener',
	'sealant',
	'board',
	'copper',
	'zinc',
	'steel',
	'aluminum',
	'grey',
	'brown',
	'black',
	'white'
];
export const rowName = (i: number) => `${WORDS[i % 18]} ${WORDS[(i * 7 + 3) % 18]} ${i % 97} in`;
/** A price list of n rows; another price gives other costs of the same items. */
export const csv = (n: number, price = 1) =>
	[
		'Code,Name,Unit,Price',
		...Array.from({ length: n }, (_, i) => `B-${i},${rowName(i)},each,"${(1 + (i % 500) + price).toFixed(2)}"`)
	].join('\n');
export const mapping = { headerRow: 0, code: 0, name: 1, unit: 2, cost: 3 };
