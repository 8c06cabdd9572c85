import { isWorkingDay } from '../../lib/core/planning';
import { isByHand } from '../days';
import { parseCents } from '../../lib/core/money';
import type { Kind } from '../../lib/core/pricing';
import { addDays, mondayOf } from '../../lib/core/time';
import { makeDueRecords } from '../../lib/server/quotes';
import { COMPANY } from '../company';
import { workday } from '../history';
import type { Yard } from '../yard';
import { Crew, CREWS, stretch } from './crews';
import { Dice } from './dice';
import { costsToday, LISTS, takeLists } from './prices';
import { Town, type Won } from './requests';

const SEED = 1987;
/** How far back the books go. */
export const YEARS = 730;
/** Of a year, month by month, how much is asked for beside the mean: spring and the autumn storms. */
const SEASON = [0.6, 0.65, 1, 1.3, 1.3, 1.15, 1, 0.95, 1.15, 1.3, 0.95, 0.65];
/** Requests on a working day, at the mean. */
const A_DAY = 1.92;

/**
 * Two years of the company, day by day: who asked, what was quoted, won and lost, everybody's hours, what it cost, billed and paid. Always the same.
 * @param days how far back it begins
 */
export function buildYears(yard: Yard, today: string, days = YEARS): void {
	const dice = new Dice(SEED);
	const from = addDays(today, -days);
	const { hours, holidays } = COMPANY;
	yard.call('imogen', 'company.card-moves', { issued: 'quoted', declined: '', deposit: '', clockOn: null, lastTask: '' });
	const crews = new Map(CREWS.map((c) => [c.id as string, new Crew(c.people)]));
	const agenda = new Map<string, { time: string; what: () => void }[]>();
	const later = (day: string, time: string, what: () => void) => void agenda.set(day, [...(agenda.get(day) ?? []), { time, what }]);
	const town = new Town(yard, dice, later, today, (job) => {
		// Where there is a choice, the crew that is free sooner.
		const able = job.kind.crews.flatMap((id) => crews.get(id) ?? []);
		able.sort((a, b) => a.ahead - b.ahead)[0]?.take(job);
	});
	const costs = costsToday(yard);
	for (const [before, name, share] of LISTS) {
		const day = addDays(today, -before);
		later(day, '07:30', () => takeLists(yard, costs, share, `${name}-${day.slice(0, 4)}`));
	}
	later(addDays(today, -60), '07:30', () => takeLists(yard, costs, 10_000, `spring-${today.slice(0, 4)}`));
	for (let day = from; day < today; day = addDays(day, 1)) {
		if (isWorkingDay(day, hours, holidays)) {
			const many = A_DAY * (SEASON[Number(day.slice(5, 7)) - 1] ?? 1);
			for (let n = Math.floor(many + dice.next()); n > 0; n--) town.ask(day);
			for (const c of CREWS) if (mayWork(c, day, today)) workDay(yard, crews.get(c.id), day, dice, later, today);
		}
		for (const { time, what } of (agenda.get(day) ?? []).sort((a, b) => (a.time < b.time ? -1 : 1))) {
			yard.at(day, time);
			what();
		}
		agenda.delete(day);
		if (day === mondayOf(day)) endOfWeek(yard, addDays(day, -14), from, today);
	}
	yard.at(today, '06:00');
	while (yard.app.db.sqlite.prepare('select 1 from answers where record_due = 1').get())
		yard.app.run(makeDueRecords, {}, { type: 'system' });
}

/** Some days are kept for what is made by hand: the last ones of some crews, and the night the bakery leaked. */
const mayWork = (c: (typeof CREWS)[number], day: string, today: string): boolean =>
	day <= workday(addDays(today, c.until)) && day <= addDays(today, c.until) && !isByHand(c.id, day, today);

type Later = (day: string, time: string, what: () => void) => void;

function workDay(yard: Yard, crew: Crew | undefined, day: string, dice: Dice, later: Later, today: string): void {
	const { worked, begun, done } = crew?.work(day) ?? { worked: [], begun: [], done: [] };
	yard.at(day, '06:45');
	for (const job of begun) yard.call('petra', 'jobs.move', { jobId: job.jobId, stageId: 'under-way' });
	yard.at(day, '16:00');
	for (const w of worked) {
		const s = stretch(w.from, w.minutes);
		yard.time(w.personId, w.job.jobId, day, s.from, s.to, s.breakMinutes);
	}
	for (const job of done) finish(yard, job, day, dice, later, today);
}

/** What suppliers billed, the invoice the day after, and the payment when this customer usually pays. */
function finish(yard: Yard, job: Won, day: string, dice: Dice, later: Later, today: string): void {
	yard.at(day, '16:30');
	const sold = yard.app.db.sqlite
		.prepare("select kind, sum(cost) cost from budget_rows where job_id = ? and kind <> 'labor' group by kind")
		.all(job.jobId) as { kind: Exclude<Kind, 'labor'>; cost: number }[];
	for (const s of sold)
		if (s.cost > 0)
			yard.call('petra', 'costs.add', {
				...{ jobId: job.jobId, kind: s.kind, day, name: s.kind === 'material' ? 'Tarn & Slate, delivery' : 'Harbor Hire, container' },
				cost: parseCents(((s.cost * dice.around(1.01, 0.09)) / 100).toFixed(2))
			});
	yard.call('petra', 'jobs.move', { jobId: job.jobId, stageId: 'finished' });
	const billedOn = workday(addDays(day, dice.whole(1, 4)));
	if (billedOn >= today) return;
	later(billedOn, '11:00', () => {
		const invoice = yard.bill('invoices.contract', { jobId: job.jobId, percent: 10_000 }, job.customer.mail);
		const paidOn = workday(addDays(billedOn, dice.whole(job.customer.pays[0], job.customer.pays[1])));
		if (paidOn >= today) return;
		later(paidOn, '12:00', () => {
			const total = yard.app.db.sqlite.prepare('select total from invoices where id = ?').pluck().get(invoice) as number;
			yard.pay(invoice, (total / 100).toFixed(2), paidOn, dice.one(['transfer', 'check', 'transfer'] as const));
			yard.call('petra', 'jobs.move', { jobId: job.jobId, stageId: 'closed' });
		});
	});
}

/** Weeks in which hand-made hours stand are still open. */
const KEPT_OPEN = 70;

/** Hours of a week that is over are looked at and stand; those of the last weeks are left for the office of today. */
function endOfWeek(yard: Yard, week: string, from: string, today: string): void {
	if (week < from || week > addDays(today, -KEPT_OPEN)) return;
	yard.at(addDays(week, 14), '08:30');
	for (const c of CREWS) for (const personId of c.people) yard.call('petra', 'time.approve-week', { personId, week });
}
