/** Days and instants as people read them. Shown only; nothing is computed from them. */

// Each way of writing is made once: making one takes longer than writing a hundred days with it, and a plan writes thousands.
const day = (o: Intl.DateTimeFormatOptions) => new Intl.DateTimeFormat('en-US', { ...o, timeZone: 'UTC' });
const LONG = day({ month: 'short', day: 'numeric', year: 'numeric' });
const NEAR = day({ month: 'short', day: 'numeric' });
const SHORT = day({ weekday: 'short', day: 'numeric' });
const WEEKDAY = day({ weekday: 'short', month: 'short', day: 'numeric' });
const NARROW = day({ weekday: 'narrow' });
const noon = (d: string) => new Date(`${d}T12:00Z`);

const CLOCK = { hour: '2-digit', minute: '2-digit', hour12: false } as const;
const inZones = new Map<string, { instant: Intl.DateTimeFormat; time: Intl.DateTimeFormat }>();
function inZone(zone: string) {
	const known = inZones.get(zone) ?? {
		instant: new Intl.DateTimeFormat('en-US', { month: 'short', day: 'numeric', ...CLOCK, timeZone: zone }),
		time: new Intl.DateTimeFormat('en-US', { ...CLOCK, timeZone: zone })
	};
	inZones.set(zone, known);
	return known;
}

export const showDay = (d: string | null | undefined): string => (d ? LONG.format(noon(d)) : '');
/** A day near today without its year, a farther one with it. */
export const nearDay = (d: string | null | undefined, today: string): string =>
	d && d.slice(0, 4) === today.slice(0, 4) ? NEAR.format(noon(d)) : showDay(d);
export const shortDay = (d: string): string => SHORT.format(noon(d));
/** @example weekDay('2027-04-30') // 'Fri, Apr 30' */
export const weekDay = (d: string): string => WEEKDAY.format(noon(d));
/** A day where there is little room. @example narrowDay('2027-04-14') // '14 W' */
export const narrowDay = (d: string): string => `${Number(d.slice(8))} ${NARROW.format(noon(d))}`;
export const showInstant = (ms: number | null | undefined, zone: string): string => (ms ? inZone(zone).instant.format(ms) : '');
export const showTime = (ms: number, zone: string): string => inZone(zone).time.format(ms);
