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
	/** Goes up whenever it is moved or changed: readers replace what they have. */
	sequence: number;
}

const encoder = new TextEncoder();

/** Signs that mean something in the format, or that no text holds. */
const SPECIAL = /[\\;,\u0000-\u001f\u007f]/;
const ASCII = /^[ -~]*$/;

/** Text as a value: what has a meaning in the format is written so that it has none. */
const value = (text: string): string =>
	SPECIAL.test(text)
		? text
				.replace(/[\\;,]/g, (c) => `\\${c}`)
				.replace(/\r\n|\r|\n/g, '\\n')
				.replace(/[\u0000-\u0008\u000b\u000c\u000e-\u001f\u007f]/g, '')
		: text;

/** A line, cut where it is longer than 75 bytes; never within a sign. */
function folded(line: string): string {
	if (line.length <= 75 && ASCII.test(line)) return `${line}\r\n`;
	let out = '';
	let size = 0;
	for (const sign of line) {
		const bytes = encoder.encode(sign).length;
		if (size + bytes > 74) {
			out += '\r\n ';
			size = 0;
		}
		out += sign;
		size += bytes;
	}
	return `${out}\r\n`;
}

const dateOf = (day: Day): string => day.replaceAll('-', '');
const instantOf = (ms: number): string => `${new Date(ms).toISOString().slice(0, 19).replace(/[-:]/g, '')}Z`;

/**
 * Days as iCalendar (RFC 5545). Times are given in UTC, so that no reader needs our zone's rules; whole days are dates. Written by hand: a library
 * takes five times as long (measured with twenty thousand days); a test reads it back with one.
 * @param at when this was made, and `instant` the instant of a wall time in the company's zone, both milliseconds
 */
export function writeCalendar(
	days: readonly CalendarDay[],
	of: { name: string; at: number; instant: (day: Day, minutes: number) => number }
): string {
	const stamp = instantOf(of.at);
	// People begin and end at the same few times of a day.
	const written = new Map<number, string>();
	const at = (ms: number): string => {
		const known = written.get(ms) ?? instantOf(ms);
		written.set(ms, known);
		return known;
	};
	const lines = ['BEGIN:VCALENDAR', 'VERSION:2.0', 'PRODID:-//Nickel Yard//Plan//EN', `X-WR-CALNAME:${value(of.name)}`];
	for (const d of days) {
		lines.push('BEGIN:VEVENT', `UID:${d.id}@nickel-yard`, `DTSTAMP:${stamp}`, `SEQUENCE:${d.sequence}`);
		if (d.from === null || d.to === null)
			lines.push(`DTSTART;VALUE=DATE:${dateOf(d.day)}`, `DTEND;VALUE=DATE:${dateOf(addDays(d.day, 1))}`);
		else lines.push(`DTSTART:${at(of.instant(d.day, d.from))}`, `DTEND:${at(of.instant(d.day, d.to))}`);
		lines.push(`SUMMARY:${value(d.title)}`);
		if (d.place) lines.push(`LOCATION:${value(d.place)}`);
		if (d.note) lines.push(`DESCRIPTION:${value(d.note)}`);
		lines.push('END:VEVENT');
	}
	lines.push('END:VCALENDAR');
	return lines.map(folded).join('');
}

/** One entry that repeats, of its own lines: who writes them knows what repeats and what does not. */
export function calendarText(entry: readonly string[], of: { title: string; name: string; at: number }): string {
	return [
		...['BEGIN:VCALENDAR', 'VERSION:2.0', 'PRODID:-//Nickel Yard//Plan//EN', `X-WR-CALNAME:${value(of.name)}`, 'BEGIN:VEVENT'],
		...[...entry, `DTSTAMP:${instantOf(of.at)}`, `SUMMARY:${value(of.title)}`, 'END:VEVENT', 'END:VCALENDAR']
	]
		.map(folded)
		.join('');
}
