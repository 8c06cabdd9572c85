/** Four quarters of the town, in thousandths of a degree from its middle. */
export const QUARTERS: readonly (readonly [number, number])[] = [
	[-6, -14],
	[9, -4],
	[-12, 9],
	[14, 12]
];
export const DISTRICTS = ['Quayside', 'Chapel Hill', 'Lower Marsh', 'Weirside'];
/** What a place is called in town: the nearest quarter. */
export const districtAt = (lat: number, lng: number): string => {
	const far = QUARTERS.map(([y, x]) => (lat + 47 - y / 1000) ** 2 + (lng + 131 - x / 1000) ** 2);
	return DISTRICTS[far.indexOf(Math.min(...far))] ?? '';
};
