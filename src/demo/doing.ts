import { takeVisitPictures } from './visit-pictures';
import { addDays, daysBetween, mondayOf, weekday, type Day } from '../lib/core/time';
import { buildJobs } from './doing-jobs';
import { buildForms } from './forms';
import { written } from './written';
import { DISTRICTS, QUARTERS } from './districts';
import type { Yard } from './yard';

const one = (yard: Yard, sql: string, ...args: unknown[]): string =>
	String(Object.values((yard.app.db.sqlite.prepare(sql).get(...args) as object | undefined) ?? { none: '' })[0]);
const STREETS = ['Harbor Row', 'Ropewalk', 'Chandler Street', 'Spar Lane', 'Beacon Hill', 'Weir Road'];

/** What is being done: a season under way, a job that repeats, work lists with steps and parts, weeks that are approved. */
export async function buildDoing(yard: Yard, today: Day): Promise<void> {
	buildSeason(yard, today);
	buildWorkLists(yard, today);
	buildRepeat(yard, today);
	buildWeeks(yard, today);
	buildFirms(yard, today);
	await buildJobs(yard, today);
	await buildPapers(yard, today);
	await buildForms(yard, today);
	await takeVisitPictures(yard);
	yard.at(today, '09:20');
}

/** The gutter-care season of Fennick's 46 sites: two rounds planned, the first visits done, seven sites not planned yet. */
function buildSeason(yard: Yard, today: Day): void {
	const customerId = one(yard, "select id from customers where name = 'Fennick Property Care'");
	const from = addDays(mondayOf(today), -14);
	const to = addDays(from, 213);
	yard.at(from, '08:10');
	const perVisits = (wd: number) => Math.floor(daysBetween(addDays(from, (wd - weekday(from) + 7) % 7), to) / 14) + 1;
	const { serviceId } = yard.call('petra', 'rounds.save-service', {
		serviceId: null,
		name: 'Gutter care',
		wording: 'Clear gutters and downspouts, flush, look at hangers and joints, note what is worn.',
		from: from.slice(5),
		to: to.slice(5),
		visits: perVisits(2),
		hours: 100_000,
		price: 52_000,
		setUp: 12,
		cadence: { by: 'weeks', every: 2 }
	});
	const ids = Array.from({ length: 46 }, (_, n) => {
		const [qx, qy] = QUARTERS[n % 4] ?? ([0, 0] as const);
		const { siteId } = yard.call('petra', 'customers.save-site', {
			customerId,
			siteId: null,
			address: `${10 + Math.floor(n / 6) * 4} ${STREETS[n % 6]}, Osselmere`,
			access: n % 5 === 0 ? 'Key at the desk of Fennick' : '',
			district: DISTRICTS[n % 4] ?? '',
			lat: -47 + (qx + ((n * 7) % 9) - 4) / 1000,
			lng: -131 + (qy + ((n * 5) % 11) - 5) / 1000
		});
		return yard.call('petra', 'rounds.add-agreement', {
			serviceId,
			siteId,
			year: Number(from.slice(0, 4)),
			visits: perVisits(n < 13 ? 1 : n < 26 ? 2 : 4) - (n === 3 ? 1 : 0),
			hours: 80_000 + (n % 4) * 10_000,
			price: 46_000 + (n % 4) * 6_500,
			// A school yard and an office: one gets in there in the morning only.
			...(n % 11 === 5 ? { openFrom: 480, openTo: 720 } : {}),
			note: n % 9 === 0 ? 'Mind the dog' : ''
		}).agreementId;
	});
	const round = (some: string[], wd: number) =>
		yard.call('petra', 'rounds.plan', {
			agreementIds: some,
			crewId: 'gutter',
			weekday: wd,
			start: from,
			despite: true,
			reason: 'Agreed with them'
		});
	round(ids.slice(0, 13), 1);
	round(ids.slice(13, 26), 2);
	round(ids.slice(26, 39), 4);
	const past = yard.app.db.sqlite.prepare('select id, day from visits where day < ? order by day, id').all(today) as {
		id: string;
		day: Day;
	}[];
	for (const v of past) yard.at(v.day, '15:00').call('noor', 'rounds.do-visit', { visitId: v.id, done: true, note: '' });
	yard.at(today, '09:00');
}

function buildWorkLists(yard: Yard, today: Day): void {
	const jobId = one(yard, "select id from jobs where name like 'St. Brannoc%' and number is not null");
	const tasks: [phase: string, text: string, due: number, people: string[], steps: string[]][] = [
		['Tear-off', 'Order the second container', -1, ['petra'], []],
		[
			'Tear-off',
			'Strip the east wing',
			1,
			['marco', 'teodor'],
			['Tarps over the yard', 'Strip to the deck', 'Look at the deck, note rot', 'Sweep magnets']
		],
		['Dry-in', 'Membrane at eaves and valleys', 5, ['marco', 'ravi', 'ines'], ['Drip edge', 'Membrane', 'Picture of each valley']],
		['', 'Walk the school with the caretaker', 9, ['imogen'], []]
	];
	yard.at(addDays(today, -2), '16:20');
	for (const [phase, text, due, people, steps] of tasks) {
		const { taskId } = yard.call('petra', 'work.add-task', { jobId, phase, text });
		yard.call('petra', 'work.change-task', {
			...{ taskId, phase, text, note: '', due: addDays(today, due), people, version: 1 },
			steps: steps.map((s) => ({ id: null, text: s }))
		});
		if (steps.length === 4) {
			const first = one(yard, 'select id from task_steps where task_id = ? order by position', taskId);
			yard.at(today, '08:05').call('marco', 'work.tick-step', { stepId: first, done: true });
			yard.at(addDays(today, -2), '16:25');
		}
		const materials = yard.app.db.sqlite
			.prepare('select m.id from job_materials m join phases p on p.id = m.phase_id where m.job_id = ? and p.name = ? limit 4')
			.all(jobId, phase) as { id: string }[];
		if (materials.length > 0 && steps.length > 0)
			yard.call('petra', 'work.give-parts', { taskId, materialIds: materials.map((m) => m.id) });
	}
	const parts = yard.app.db.sqlite.prepare('select id, version from task_parts order by id limit 3').all() as {
		id: string;
		version: number;
	}[];
	for (const p of parts.slice(0, 2)) yard.call('petra', 'work.move-part', { partId: p.id, state: 'on hand', version: p.version });
	yard.at(today, '09:00');
}

/** The bakery's drains are looked at every month. */
function buildRepeat(yard: Yard, today: Day): void {
	const jobId = one(
		yard,
		"select j.id from jobs j join customers c on c.id = j.customer_id where c.name like 'Tidd%' and j.number is not null order by j.number desc"
	);
	if (!jobId) return;
	yard.call('petra', 'repeats.save', {
		ruleId: null,
		jobId,
		name: 'Bakery, roof drains',
		rule: { by: 'month weekday', nth: 1, weekday: 3, every: 1, start: addDays(today, 1) },
		onHoliday: 'move',
		way: 'booked',
		crewId: 'gutter',
		from: 420,
		to: 540,
		ahead: 30,
		price: 18_500,
		invoice: 'draft'
	});
	const ruleId = one(yard, 'select id from repeat_rules');
	yard.call({ type: 'system' }, 'repeats.make', { ruleId });
}

/** The weeks before the last one are approved; the last one waits. */
function buildWeeks(yard: Yard, today: Day): void {
	const week = addDays(mondayOf(today), -14);
	const people = yard.app.db.sqlite
		.prepare('select distinct person_id id from time_entries where conflict = 0 and ended_at is not null')
		.all() as { id: string }[];
	for (const p of people) {
		const conflicts = one(yard, 'select count(*) from time_entries where person_id = ? and (conflict = 1 or ended_at is null)', p.id);
		if (conflicts === '0') yard.call('lowell', 'time.approve-week', { personId: p.id, week });
	}
}

/** Three firms that work for us: one comes, one has not answered, one cannot. */
function buildFirms(yard: Yard, today: Day): void {
	const job = (like: string) => one(yard, 'select id from jobs where name like ? and number is not null', like);
	const firms: [name: string, trade: string, mail: string, paper: string, days: number][] = [
		['Wexcombe Scaffold', 'Scaffold', 'yard@wexcombe.example', 'Liability insurance', 140],
		['Brandling Crane', 'Crane', 'dispatch@brandling.example', 'Operator license', 320],
		['Ternhill Electric', 'Electric', 'office@ternhill.example', 'Liability insurance', -12]
	];
	yard.at(addDays(today, -6), '11:00');
	const ids = firms.map(([name, trade, mail, paper, days]) => {
		const { firmId } = yard.call('petra', 'firms.save', {
			...{ firmId: null, name, supplies: false, subcontracts: true, trade, mail, phone: '', note: '' }
		});
		yard.call('petra', 'firms.save-paper', { firmId, paperId: null, name: paper, number: '', validUntil: addDays(today, days) });
		return firmId;
	});
	const monday = addDays(mondayOf(today), 7);
	const ask = (n: number, like: string, phase: string, from: Day, to: Day) =>
		yard.call('petra', 'plan.ask-firm', { firmId: ids[n] ?? '', jobId: job(like), phase, from, to, text: '', despite: true }).askId;
	const answer = (askId: string, said: 'yes' | 'no', name: string, why = '') => {
		const linkId = one(yard, "select id from links where kind = 'firm' and subject_id = ?", askId);
		yard.call({ type: 'link', kind: 'firm', linkId, subjectId: askId }, 'plan.answer-ask', { answer: said, name, why });
	};
	answer(ask(0, 'St. Brannoc%', 'Scaffold', addDays(today, -2), addDays(monday, 4)), 'yes', 'Hal Wexcombe');
	ask(1, 'Osselmere Library%', 'Crane', addDays(monday, 1), addDays(monday, 1));
	answer(
		ask(2, 'Osselmere Library%', 'Heat tape', addDays(monday, 3), addDays(monday, 4)),
		'no',
		'Ida Tern',
		'All week at the harbor; the week after would do.'
	);
	yard.at(today, '09:00');
}

/** One inspection that is a certificate, one that waits to be approved, and a handover that is signed. */
async function buildPapers(yard: Yard, today: Day): Promise<void> {
	const finished = one(
		yard,
		"select j.id from jobs j join stages s on s.id = j.stage_id where s.meaning in ('finished', 'closed') and j.number is not null order by j.number desc"
	);
	const school = one(yard, "select id from jobs where name like 'St. Brannoc%' and number is not null");
	const customerOf = (jobId: string) =>
		one(yard, 'select c.name from customers c join jobs j on j.customer_id = c.id where j.id = ?', jobId);
	const values = {
		covering: 'good',
		ridge: 'good',
		flashing: 'worn',
		moisture: '14.5',
		ventilation: 'good',
		gutters: 'good',
		fall: '0.25',
		tested: 'dry'
	};
	const inspect = async (jobId: string, more: Record<string, string>) => {
		const { recordId } = yard.call('marco', 'forms.begin', { jobId, form: 'roof-inspection' });
		yard.call('marco', 'forms.save', { recordId, values: { ...values, ...more }, pictures: [] });
		yard.call('marco', 'forms.sign', {
			...{ recordId, leadName: 'Marco Dunleavy', leadSignature: await written('Marco Dunleavy') },
			...{ customerName: customerOf(jobId), customerSignature: await written(customerOf(jobId)) }
		});
		return recordId;
	};
	yard.at(addDays(today, -4), '15:10');
	yard.call('petra', 'forms.approve', { recordId: await inspect(finished, {}) });
	yard.call('marco', 'handovers.sign', {
		...{
			jobId: finished,
			shown: { tasks: true, hours: false, materials: true, pictures: true },
			note: 'Ridge and flashing looked at with you on the ladder.'
		},
		...{ signedBy: customerOf(finished), signature: await written(customerOf(finished)), mailTo: '' }
	});
	yard.at(addDays(today, -1), '15:40');
	await inspect(school, { moisture: '22', remarks: 'Deck is wet at the north valley; dried and looked at again on Friday.' });
	yard.at(today, '09:00');
}
