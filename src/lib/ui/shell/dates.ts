/** Days and instants as people read them. Shown only; nothing is computed from them. */
export const showDay = (day: string | null | undefined): string =>
	day ? new Date(`${day}T12:00Z`).toLocaleDateString('en-US', { month: 'short', day: 'numeric', year: 'numeric', timeZone: 'UTC' }) : '';
/** A day near today without its year, a farther one with it. */
export const nearDay = (day: string | null | undefined, today: string): string =>
	day && day.slice(0, 4) === today.slice(0, 4)
		? new Date(`${day}T12:00Z`).toLocaleDateString('en-US', { month: 'short', day: 'numeric', timeZone: 'UTC' })
		: showDay(day);
export const shortDay = (day: string): string =>
	new Date(`${day}T12:00Z`).toLocaleDateString('en-US', { weekday: 'short', day: 'numeric', timeZone: 'UTC' });
/** A day where there is little room. @example narrowDay('2027-04-14') // '14 W' */
export const narrowDay = (day: string): string =>
	`${Number(day.slice(8))} ${new Date(`${day}T12:00Z`).toLocaleDateString('en-US', { weekday: 'narrow', timeZone: 'UTC' })}`;
export const showInstant = (ms: number | null | undefined, zone: string): string =>
	ms
		? new Date(ms).toLocaleString('en-US', {
				month: 'short',
				day: 'numeric',
				hour: '2-digit',
				minute: '2-digit',
				hour12: false,
				timeZone: zone
			})
		: '';
export const showTime = (ms: number, zone: string): string =>
	new Date(ms).toLocaleTimeString('en-US', { hour: '2-digit', minute: '2-digit', hour12: false, timeZone: zone });
