/** Mean radius of the earth, meters. */
const RADIUS = 6_371_008.8;
/** Roads are so much longer than the great circle. */
const DETOUR = 1.3;
const METERS_PER_MILE = 1609.344;
const rad = (d: number): number => (d * Math.PI) / 180;

export interface Spot {
	lat: number;
	lng: number;
}

/** Miles on roads between two spots, as the stand-in reckons them: great circle × 1.3. */
export function roadMiles(a: Spot, b: Spot): number {
	const h = Math.sin(rad(b.lat - a.lat) / 2) ** 2 + Math.cos(rad(a.lat)) * Math.cos(rad(b.lat)) * Math.sin(rad(b.lng - a.lng) / 2) ** 2;
	return ((2 * RADIUS * Math.asin(Math.min(1, Math.sqrt(h)))) / METERS_PER_MILE) * DETOUR;
}

/** Whole minutes to drive there, at a speed in miles an hour. @example driveMinutes(a, a) // 0 */
export const driveMinutes = (a: Spot, b: Spot, speed = 30): number => Math.round((roadMiles(a, b) / speed) * 60);
