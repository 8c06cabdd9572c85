import { addDays, weekday, type Day } from '../lib/core/time';

/** The day of the bakery’s storm leak, eight weeks back: a working day, which the years before leave free for the gutter crew. */
export function leakDay(today: Day): Day {
	const day = addDays(today, -56);
	return weekday(day) <= 5 ? day : addDays(day, -2);
}

/** The n-th working day from a day on (negative: before). */
export function workdaysFrom(from: string, n: number): string {
	let day = from;
	for (let left = Math.abs(n); left > 0;) {
		day = addDays(day, Math.sign(n));
		if (weekday(day) <= 5) left -= 1;
	}
	return day;
}

/** Working days that are made by hand for a crew, back from today: the library is the copper crew’s, the bakery’s flashing the gutter crew’s. */
const BY_HAND: Readonly<Record<string, number>> = { copper: 6, gutter: 5 };

/** Whether a day of a crew is made by hand: the years before leave it free. */
export function isByHand(crew: string, day: Day, today: Day): boolean {
	if (crew === 'gutter' && day === leakDay(today)) return true;
	const back = BY_HAND[crew];
	return back !== undefined && day >= workdaysFrom(today, -back);
}
