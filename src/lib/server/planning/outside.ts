import ICAL from 'ical.js';
import { instantOf, wallTime, addDays, WallTimeError, type Day } from '../../core/time';
import { say } from '../../contract/refusals/planning';
import { grouped } from '../../core/lists';
import { Refusal } from '../../core/refusal';

/** Taken time, as the company's wall time. */
export interface TakenTime {
	day: Day;
	from: number | null;
	to: number | null;
	text: string;
}

/** The largest calendar that is read, characters, and the most events and occurrences that are looked at. */
export const MOST_TEXT = 5_000_000;
const MOST_EVENTS = 20_000;
const MOST_TIMES = 3_000;
/** Turns of all recurring events together: looked through one by one from their first on, they would hold the server up. */
const MOST_TURNS = 60_000;

/** A time of an event as the company's wall time. Floating ones are the company's own; a zone without its rules is looked up by its name. */
function wallOf(t: ICAL.Time, zone: string, named: string | undefined): { day: Day; minutes: number } {
	const day = `${String(t.year).padStart(4, '0')}-${String(t.month).padStart(2, '0')}-${String(t.day).padStart(2, '0')}`;
	const minutes = t.hour * 60 + t.minute;
	const own = t.zone?.tzid;
	const tzid = own === undefined || own === 'floating' ? named : own;
	if (t.isDate || tzid === undefined) return { day, minutes };
	const { day: on, minutes: at } = wallTime(instantIn(t, day, tzid), zone);
	return { day: on, minutes: at };
}

function instantIn(t: ICAL.Time, day: Day, tzid: string): number {
	if (tzid === 'UTC' || tzid === 'Z') return Date.UTC(t.year, t.month - 1, t.day, t.hour, t.minute);
	try {
		return instantOf(day, `${String(t.hour).padStart(2, '0')}:${String(t.minute).padStart(2, '0')}`, tzid, 'first');
	} catch (e) {
		// Its zone has a name of its own, with its rules in the file; or the time is one that the clock skips.
		if (e instanceof WallTimeError || e instanceof RangeError) return t.toJSDate().getTime();
		throw e;
	}
}

/** A span as the days it lies on. */
function byDay(from: { day: Day; minutes: number }, to: { day: Day; minutes: number }, whole: boolean, text: string): TakenTime[] {
	const last = to.minutes === 0 || whole ? addDays(to.day, -1) : to.day;
	if (from.day >= last && !whole && from.day === to.day)
		return to.minutes > from.minutes ? [{ day: from.day, from: from.minutes, to: to.minutes, text }] : [];
	const days: TakenTime[] = [];
	for (let d = from.day; d <= last && days.length < 400; d = addDays(d, 1)) {
		const begins = d === from.day && !whole ? from.minutes : 0;
		const ends = d === to.day && !whole ? to.minutes : 1440;
		days.push({ day: d, text, ...(begins === 0 && ends === 1440 ? { from: null, to: null } : { from: begins, to: ends }) });
	}
	return days;
}

const text = (c: ICAL.Component, name: string): string => {
	const v: unknown = c.getFirstPropertyValue(name);
	return typeof v === 'string' ? v : '';
};

/** Whether an event takes time: not one that was called off, or is only noted, or came from here. */
const takes = (c: ICAL.Component): boolean =>
	text(c, 'status').toUpperCase() !== 'CANCELLED' &&
	text(c, 'transp').toUpperCase() !== 'TRANSPARENT' &&
	!text(c, 'uid').endsWith('@nickel-yard');

/**
 * What a calendar (RFC 5545) has within days: recurring events by each of their times, with those that were moved or left out.
 * @throws Refusal for what is no calendar, or too large
 */
export function takenTimes(source: string, within: { from: Day; to: Day; zone: string }): TakenTime[] {
	if (source.length > MOST_TEXT) throw new Refusal(say('calendar-too-large'));
	const events = read(source);
	if (events.length > MOST_EVENTS) throw new Refusal(say('calendar-too-large'));
	const isTurn = (e: ICAL.Component): boolean => e.hasProperty('recurrence-id');
	const moved = grouped(events.filter(isTurn), (e) => text(e, 'uid'));
	const first = new Set(events.filter((e) => !isTurn(e)).map((e) => text(e, 'uid')));
	const times: TakenTime[] = [];
	const turns = { left: MOST_TURNS };
	for (const c of events) {
		// A turn that was moved or called off is read with the event it belongs to; alone, as an event of its own.
		if (!takes(c) || (isTurn(c) && first.has(text(c, 'uid')))) continue;
		const own = isTurn(c) ? [] : (moved.get(text(c, 'uid')) ?? []);
		times.push(...ofEvent(new ICAL.Event(c, { exceptions: own }), within, turns));
		if (times.length > MOST_TIMES) throw new Refusal(say('calendar-too-large'));
	}
	return times;
}

function read(source: string): ICAL.Component[] {
	try {
		// What `parse` gives is what `Component` takes; its types say a string.
		const root = new ICAL.Component(ICAL.parse(source) as unknown as string);
		const all = root.name === 'vcalendar' ? [root] : root.getAllSubcomponents('vcalendar');
		if (all.length === 0) throw new Refusal(say('not-a-calendar'));
		return all.flatMap((c) => c.getAllSubcomponents('vevent'));
	} catch (e) {
		if (e instanceof Refusal) throw e;
		throw new Refusal(say('not-a-calendar'));
	}
}

/** The zone that an event names: many calendars name one without giving its rules. */
function zoneNamed(c: ICAL.Component): string | undefined {
	const tzid: unknown = c.getFirstProperty('dtstart')?.getParameter('tzid');
	return typeof tzid === 'string' ? tzid : undefined;
}

function ofEvent(event: ICAL.Event, { from, to, zone }: { from: Day; to: Day; zone: string }, left: { left: number }): TakenTime[] {
	const spans: { start: ICAL.Time; end: ICAL.Time; words: string }[] = [];
	const named = zoneNamed(event.component);
	if (!event.isRecurring()) spans.push({ start: event.startDate, end: event.endDate, words: event.summary });
	else {
		const turns = event.iterator();
		for (let at = turns.next(); at; at = turns.next()) {
			if ((left.left -= 1) < 0) throw new Refusal(say('calendar-too-large'));
			const one = event.getOccurrenceDetails(at);
			if (wallOf(one.startDate, zone, named).day > to) break;
			if (takes(one.item.component)) spans.push({ start: one.startDate, end: one.endDate, words: one.item.summary });
		}
	}
	return spans
		.flatMap((s) => byDay(wallOf(s.start, zone, named), wallOf(s.end, zone, named), s.start.isDate, (s.words || '').slice(0, 120)))
		.filter((t) => t.day >= from && t.day <= to);
}
