import ICAL from 'ical.js';
import { addDays, type Day } from '../../core/time';

/** One planned day of somebody, for a calendar outside. */
export interface CalendarDay {
	/** Stays the same however the day is moved. */
	id: string;
	day: Day;
	/** Minutes from midnight as wall time of the zone; null: the whole day. */
	from: number | null;
	to: number | null;
	title: string;
	place: string;
	note: string;
}

/**
 * Days as iCalendar (RFC 5545). Times are given in UTC, so that no reader needs our zone's rules; whole days are dates.
 * @param at when this was made, and `instant` the instant of a wall time in the company's zone, both milliseconds
 */
export function writeCalendar(
	days: readonly CalendarDay[],
	of: { name: string; at: number; instant: (day: Day, minutes: number) => number }
): string {
	const calendar = new ICAL.Component(['vcalendar', [], []]);
	calendar.updatePropertyWithValue('version', '2.0');
	calendar.updatePropertyWithValue('prodid', '-//Nickel Yard//Plan//EN');
	calendar.updatePropertyWithValue('x-wr-calname', of.name);
	for (const d of days) {
		const event = new ICAL.Component('vevent');
		event.updatePropertyWithValue('uid', `${d.id}@nickel-yard`);
		event.updatePropertyWithValue('dtstamp', ICAL.Time.fromJSDate(new Date(of.at), true));
		event.updatePropertyWithValue('summary', d.title);
		if (d.place) event.updatePropertyWithValue('location', d.place);
		if (d.note) event.updatePropertyWithValue('description', d.note);
		const time = (minutes: number) => ICAL.Time.fromJSDate(new Date(of.instant(d.day, minutes)), true);
		if (d.from === null || d.to === null) {
			event.updatePropertyWithValue('dtstart', ICAL.Time.fromDateString(d.day));
			event.updatePropertyWithValue('dtend', ICAL.Time.fromDateString(addDays(d.day, 1)));
		} else {
			event.updatePropertyWithValue('dtstart', time(d.from));
			event.updatePropertyWithValue('dtend', time(d.to));
		}
		calendar.addSubcomponent(event);
	}
	return `${calendar.toString()}\r\n`;
}
