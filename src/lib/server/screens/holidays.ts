import Holidays from 'date-holidays';
import type { HolidayRule } from '../../core/planning';

const NTH = ['1st', '2nd', '3rd', '4th', '5th'];
const WEEKDAYS = ['monday', 'tuesday', 'wednesday', 'thursday', 'friday', 'saturday', 'sunday'];
const MONTHS = ['january', 'february', 'march', 'april', 'may', 'june', 'july', 'august', 'september', 'october', 'november', 'december'];
/** Years for which a day is written out that follows no rule of ours: one that goes with the moon. */
const YEARS_AHEAD = 4;

/** A rule of the package as one of ours, where it has the same meaning every year. */
function asRule(rule: string, name: string): HolidayRule | null {
	const date = /^(\d\d)-(\d\d)(?:$|\s+(?:and|if|substitutes))/.exec(rule);
	if (date) return { by: 'date', month: Number(date[1]), day: Number(date[2]), observed: /saturday|sunday|substitutes/i.test(rule), name };
	const nth = /^(\d\w\w) (\w+day) in (\w+)$/i.exec(rule);
	const [n, day, month] = nth
		? [NTH.indexOf(nth[1] ?? '') + 1, WEEKDAYS.indexOf((nth[2] ?? '').toLowerCase()) + 1, MONTHS.indexOf((nth[3] ?? '').toLowerCase()) + 1]
		: [0, 0, 0];
	if (n > 0 && day > 0 && month > 0) return { by: 'nth', month, weekday: day, nth: n as 1 | 2 | 3 | 4 | 5, name };
	// “monday before 06-01” is the last one of May.
	const last = /^(\w+day) before (\d\d)-01$/i.exec(rule);
	const lastDay = last ? WEEKDAYS.indexOf((last[1] ?? '').toLowerCase()) + 1 : 0;
	if (last && lastDay > 0) return { by: 'nth', month: ((Number(last[2]) + 10) % 12) + 1, weekday: lastDay, nth: -1, name };
	return null;
}

/** Public holidays of a country, proposed as rules of our own: yearly ones by their rule, others for the years ahead day by day. */
export function holidaysIn(country: string, state: string, year = new Date().getUTCFullYear()) {
	const of = new Holidays();
	const known = Object.keys(of.getCountries() ?? {});
	if (!known.includes(country)) return { states: [], holidays: [] };
	const states = Object.entries(of.getStates(country) ?? {}).map(([id, name]) => ({ id, name }));
	of.init(country, states.some((s) => s.id === state) ? state : '', '');
	const rules = new Map<string, HolidayRule>();
	for (let y = year; y < year + YEARS_AHEAD; y++)
		for (const h of of.getHolidays(y) ?? []) {
			if (h.type !== 'public' || h.substitute) continue;
			const rule = asRule(h.rule, h.name) ?? { by: 'single' as const, date: h.date.slice(0, 10), name: h.name };
			rules.set(JSON.stringify(rule), rule);
		}
	return { states, holidays: [...rules.values()].slice(0, 150) };
}

/** Countries by their names. */
export const countries = (): { id: string; name: string }[] =>
	Object.entries(new Holidays().getCountries() ?? {})
		.map(([id, name]) => ({ id, name }))
		.sort((a, b) => (a.name < b.name ? -1 : 1));
