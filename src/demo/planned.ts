import type { Input } from '../lib/contract';
import { addDays, mondayOf, type Day } from '../lib/core/time';
import { districtAt } from './districts';
import type { Yard } from './yard';

interface Ids {
	/** The school, whose phases follow each other. */
	school: string;
	ahead: (n: number) => Day;
	back: (n: number) => Day;
}

const phaseOf = (yard: Yard, jobId: string, name: string): string =>
	(yard.app.db.sqlite.prepare('select id from phases where job_id = ? and name = ?').pluck().get(jobId, name) as string | undefined) ?? '';

/** What an office does around the board: phases over days, what people can do, who is off, who is told what. */
export function planAround(yard: Yard, today: Day, { school, ahead, back }: Ids): void {
	nameDistricts(yard);
	yard.at(back(1), '15:30');
	const [tearOff, dryIn, shingles] = ['Tear-off', 'Dry-in', 'Shingles'].map((n) => phaseOf(yard, school, n));
	const lay = (phaseId: string | undefined, name: string, from: Day, to: Day, skills = '') =>
		phaseId && yard.call('petra', 'jobs.change-phase', { phaseId, name, from, to, outdoor: true, skills });
	lay(tearOff, 'Tear-off', back(1), ahead(2), 'steep');
	lay(dryIn, 'Dry-in', ahead(3), ahead(7), 'steep');
	lay(shingles, 'Shingles', ahead(8), ahead(14));
	if (tearOff && dryIn) yard.call('petra', 'jobs.link-phases', { beforeId: tearOff, afterId: dryIn, pause: 0 });
	if (dryIn && shingles) yard.call('petra', 'jobs.link-phases', { beforeId: dryIn, afterId: shingles, pause: 0 });

	const told = (personId: string, toldBy: 'mail' | 'text' | 'field' | 'phone', phone: string, skills: string) =>
		yard.call('petra', 'people.set-planning', { personId, toldBy, phone, skills, hours: null });
	told('teodor', 'phone', '(555) 010-7701', 'steep');
	told('noor', 'text', '(555) 010-7702', 'gutters');
	for (const [personId, name, until] of [
		['marco', 'Fall protection', addDays(today, 240)],
		['ines', 'Fall protection', addDays(today, 24)],
		['suki', 'Torch work', addDays(today, 400)],
		['ravi', 'Fall protection', addDays(today, -12)]
	] as const)
		yard.call('petra', 'people.save-paper', { personId, name, validUntil: until });
	yard.call('petra', 'plan.put-on-call', { personId: 'marco', from: today, to: addDays(today, 6) });
	yard.call('petra', 'plan.renew-feed', { of: 'crew', id: 'slate', on: true });
	yard.call('petra', 'plan.add-calendar', { personId: 'suki', name: 'Own', address: '', file: dentist(ahead(4)) });

	// Everybody knows their plan; two things changed since.
	const everybody = ['marco', 'ines', 'ravi', 'teodor', 'suki', 'callum', 'june', 'noor'];
	yard.call('petra', 'plan.tell', { personIds: everybody });
	for (const who of ['marco', 'suki', 'callum']) {
		const notice = yard.app.db.sqlite.prepare('select id from plan_notices where person_id = ?').pluck().get(who) as string | undefined;
		if (notice) yard.call(who, 'plan.see-notice', { noticeId: notice });
	}
	yard.at(today, '08:05').call('hattie', 'time-off.ask', { from: ahead(9), to: ahead(11), kind: 'vacation', note: 'Sister’s wedding' });
	yard.plan(school, 'Shingles', ['teodor'], ahead(8), ahead(9));
	tryOut(yard);
}

/** What if the library's last day were a Monday? Petra tries it; nobody is told. */
function tryOut(yard: Yard): void {
	const rows = yard.app.db.sqlite
		.prepare(
			`select s.id, s.version, s.job_id jobId, coalesce(p.name, '') phase, s.person_id personId, s.day, s.from_minute "from", s.to_minute "to", s.note
			from shifts s join jobs j on j.id = s.job_id left join phases p on p.id = s.phase_id
			where j.name like 'Osselmere Library%' and s.person_id is not null and s.firm_id is null
			order by s.day desc, s.person_id`
		)
		.all() as (NonNullable<Input<'plan.arrange'>['changes'][number]['to']> & { id: string; version: number })[];
	const last = rows[0]?.day ?? '';
	const changes = rows
		.filter((r) => r.day === last)
		.map(({ id, version, ...to }) => ({ id, version, to: { ...to, day: addDays(mondayOf(last), 7) } }));
	const { draftId } = yard.call('petra', 'plan.begin-draft', { name: 'Library done on a Monday' });
	if (changes.length > 0) yard.call('petra', 'plan.arrange', { draftId, changes, despite: true });
}

/** Somebody's own calendar, as it comes as a file. */
const dentist = (day: Day): string =>
	[
		...['BEGIN:VCALENDAR', 'VERSION:2.0', 'PRODID:-//Own//EN', 'BEGIN:VEVENT', 'UID:1@own.example', 'DTSTAMP:20270101T000000Z'],
		...[
			`DTSTART:${day.replaceAll('-', '')}T140000`,
			`DTEND:${day.replaceAll('-', '')}T153000`,
			'SUMMARY:Dentist',
			'END:VEVENT',
			'END:VCALENDAR'
		]
	].join('\r\n');

/** Sites of work that is ready or under way get the district they lie in, so that the plan can be looked at by it. */
function nameDistricts(yard: Yard): void {
	const rows = yard.app.db.sqlite
		.prepare(
			"select distinct s.id siteId, s.customer_id customerId, s.address, s.access, s.lat, s.lng from sites s join jobs j on j.site_id = s.id where s.lat is not null and s.district = '' and j.number is not null and j.stage_id in (select id from stages where meaning in ('ready', 'under way'))"
		)
		.all() as { siteId: string; customerId: string; address: string; access: string; lat: number; lng: number }[];
	for (const r of rows) yard.call('petra', 'customers.save-site', { ...r, district: districtAt(r.lat, r.lng) });
}
