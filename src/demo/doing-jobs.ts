import { PDFDocument } from 'pdf-lib';
import sharp from 'sharp';
import { addDays, type Day } from '../lib/core/time';
import type { Yard } from './yard';

const one = (yard: Yard, sql: string, ...args: unknown[]): string =>
	String(Object.values((yard.app.db.sqlite.prepare(sql).get(...args) as object | undefined) ?? { none: '' })[0]);
const jobLike = (yard: Yard, like: string): string => one(yard, 'select id from jobs where name like ? and number is not null', like);

/** A made-up picture of a board with rot, as a crew takes it. */
async function picture(yard: Yard): Promise<string> {
	const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="1200" height="800"><rect width="1200" height="800" fill="#b9a27d"/>${[0, 1, 2, 3].map((n) => `<rect y="${n * 200}" width="1200" height="6" fill="#6f5d41"/>`).join('')}<path d="M300 180 q220 -70 420 40 q180 110 60 240 q-260 120 -460 10 q-170 -130 -20 -290z" fill="#4a3a26"/><path d="M360 230 q180 -40 320 40 q100 80 20 150 q-190 70 -330 0 q-110 -90 -10 -190z" fill="#33271a"/></svg>`;
	const image = sharp(Buffer.from(svg));
	const [bytes, thumb] = await Promise.all([image.jpeg().toBuffer(), image.clone().resize(240).jpeg().toBuffer()]);
	return yard.call('marco', 'files.keep', { width: 1200, height: 800, bytes, thumb }).fileId;
}

/** The school roof as an office and its crew work on it: set up, permits, tasks with hours, what was found, what is said, a day’s log. */
export async function buildJobs(yard: Yard, today: Day): Promise<void> {
	const jobId = jobLike(yard, 'St. Brannoc%');
	setUp(yard, jobId, today);
	hoursOnTasks(yard, jobId, today);
	await found(yard, jobId, today);
	talk(yard, jobId, today);
	letters(yard, jobId, today);
	await papers(yard, jobId, today);
	mended(yard, today);
	yard.at(today, '09:20');
}

function setUp(yard: Yard, jobId: string, today: Day): void {
	yard.at(addDays(today, -3), '10:00');
	yard.call('petra', 'jobs.change', {
		...{ jobId, outdoor: true, firstDay: addDays(today, -2), lastDay: addDays(today, 16) },
		crewBrief:
			'School is open: no truck in the yard between 7:40 and 8:15 and at noon. Tear-off only with the fence up. Caretaker has the key to the loft.'
	});
	for (const [name, role, phone] of [
		['Bram Osterly', 'caretaker, has the keys', '555-0171'],
		['Dr. Winnie Abara', 'head of school, decides', '555-0172']
	] as const)
		yard.call('petra', 'jobs.save-contact', { jobId, contactId: null, name, role, phone, mail: '' });
	const phase = (name: string) => one(yard, 'select id from phases where job_id = ? and name = ?', jobId, name);
	const permit = { jobId, permitId: null, authority: 'Town of Osselmere', note: '', expiresOn: null, dueOn: null };
	yard.call('petra', 'work.save-permit', {
		...{ ...permit, phaseId: null, kind: 'permit', name: 'Building permit', state: 'granted', askedOn: addDays(today, -40) },
		...{ answeredOn: addDays(today, -12), expiresOn: addDays(today, 353) }
	});
	const dryIn = phase('Dry-in');
	yard.call('petra', 'work.save-permit', {
		...{ ...permit, phaseId: dryIn === '' ? null : dryIn, kind: 'inspection', name: 'Deck inspection', state: 'asked' },
		...{ askedOn: addDays(today, -1), answeredOn: null, dueOn: addDays(today, 2) }
	});
}

/** Hours for its tasks, and one more that a punch list would have. */
function hoursOnTasks(yard: Yard, jobId: string, today: Day): void {
	yard.at(addDays(today, -2), '16:40');
	const list = yard.app.db.sqlite
		.prepare(
			"select t.id, t.text, t.note, t.due, t.version, coalesce(p.name, '') phase from tasks t left join phases p on p.id = t.phase_id where t.job_id = ? and t.done_at is null"
		)
		.all(jobId) as { id: string; text: string; note: string; due: string | null; version: number; phase: string }[];
	for (const t of list) {
		const hours = t.text === 'Strip the east wing' ? 300_000 : t.text.startsWith('Membrane') ? 240_000 : 0;
		if (hours === 0) continue;
		const rows = (sql: string) => yard.app.db.sqlite.prepare(sql).all(t.id) as { id: string; text: string }[];
		yard.call('petra', 'work.change-task', {
			...{ taskId: t.id, phase: t.phase, text: t.text, note: t.note, due: t.due, version: t.version, hours },
			people: rows('select person_id id from task_people where task_id = ?').map((p) => p.id),
			steps: rows('select id, text from task_steps where task_id = ? order by position').map(({ id, text }) => ({ id, text }))
		});
	}
	clocked(yard, jobId, today);
	yard
		.at(addDays(today, -1), '15:30')
		.call('marco', 'work.add-punch', { jobId, text: 'Drip edge bent by the ladder', place: 'east wing, north eave', fileId: null });
	yard.call('marco', 'work.save-log', {
		...{
			jobId,
			day: addDays(today, -1),
			weather: '54 °F, some clouds',
			done: 'Fence and tarps up, first third of the east wing stripped.'
		},
		...{ hindered: 'Bus of a school trip stood in front of the container until 9:10.', deliveries: 'Second container came at 13:00.' }
	});
}

/** Yesterday’s crew on its task, where they were on nothing else. */
function clocked(yard: Yard, jobId: string, today: Day): void {
	const taskId = one(yard, "select id from tasks where job_id = ? and text = 'Strip the east wing'", jobId);
	const day = addDays(today, -1);
	const from = Date.parse(day);
	const busy = (personId: string): boolean =>
		one(
			yard,
			'select count(*) from time_entries where person_id = ? and started_at >= ? and started_at < ?',
			...[personId, from, from + 86_400_000]
		) !== '0';
	for (const personId of ['marco', 'teodor', 'ravi'].filter((p) => !busy(p)))
		yard.at(day, '16:00').call('petra', 'time.add', {
			...{ jobId, personId, day, from: '7:00', to: '15:30', breakMinutes: 30, note: '' },
			...(taskId === '' ? {} : { taskId })
		});
}

async function found(yard: Yard, jobId: string, today: Day): Promise<void> {
	yard.at(today, '08:40');
	const fileId = await picture(yard);
	yard.call('marco', 'work.report-finding', { jobId, text: 'Rotten deck boards under the valley, about 40 sq ft', fileId, begun: false });
	yard
		.at(addDays(today, -1), '14:10')
		.call('marco', 'work.report-finding', { jobId, text: 'Old lightning rod, not in our price', fileId: null, begun: false });
	const rod = one(yard, "select id from findings where job_id = ? and text like 'Old lightning%'", jobId);
	yard.at(today, '08:50').call('petra', 'work.let-finding-be', { findingId: rod, reason: 'the school’s electrician takes it down' });
}

function talk(yard: Yard, jobId: string, today: Day): void {
	yard
		.at(addDays(today, -1), '16:05')
		.call('petra', 'work.comment', { jobId, taskId: null, text: '@Bastian the head of school asks whether the vents are the quiet ones.' });
	yard.at(addDays(today, -1), '16:30').call('bastian', 'work.read-comments', { jobId });
	yard.call('bastian', 'work.comment', { jobId, taskId: null, text: 'They are: baffled ridge vent, as in the quote.' });
	const task = one(yard, "select id from tasks where job_id = ? and text = 'Strip the east wing'", jobId);
	yard.at(today, '08:15').call('marco', 'work.comment', {
		jobId,
		taskId: task === '' ? null : task,
		text: '@Imogen Can we have Ravi tomorrow as well? Boards are worse than they looked.'
	});
}

/** The head of the school asks by mail, is answered, and has written again. */
function letters(yard: Yard, jobId: string, today: Day): void {
	const from = { fromName: 'Dr. Winnie Abara', fromMail: 'w.abara@stbrannoc.example' };
	const mail = { jobId, ...from, subject: 'Roof work and the summer fair' };
	yard.at(addDays(today, -2), '11:20').call('petra', 'work.receive-mail', {
		...{ ...mail, messageId: '<fair-1@stbrannoc.example>' },
		text: 'Good morning,\n\nthe summer fair is on the last Saturday of the month. Will the yard be free by then?\n\nW. Abara'
	});
	yard.at(addDays(today, -2), '13:05').call('petra', 'work.read-mails', { jobId });
	yard.call('petra', 'work.write-customer', {
		...{ jobId, to: from.fromMail, subject: `Re: ${mail.subject}` },
		text: 'Good day,\n\nyes: containers and fence are gone the Thursday before. We sweep the yard for nails twice.\n\nPetra Vinter'
	});
	yard.at(today, '08:05').call('petra', 'work.receive-mail', {
		...{ ...mail, subject: `Re: ${mail.subject}`, messageId: '<fair-2@stbrannoc.example>' },
		text: 'Thank you, that helps. One more thing: the choir rehearses in the east wing on Thursday afternoon. Can it be quiet from 14:00?'
	});
}

/** A page of words, as somebody scans or prints it. */
async function page(title: string, lines: readonly string[]): Promise<Buffer> {
	const pdf = await PDFDocument.create();
	const sheet = pdf.addPage([595, 842]);
	sheet.drawText(title, { x: 60, y: 770, size: 20 });
	lines.forEach((line, n) => sheet.drawText(line, { x: 60, y: 730 - n * 20, size: 11 }));
	return Buffer.from(await pdf.save());
}

/** A plan in two versions that the customer may see, a permit that ends soon, a letter for the office alone. */
async function papers(yard: Yard, jobId: string, today: Day): Promise<void> {
	const plan = (n: number) =>
		page('East wing: fence and container', [`Version ${n}`, 'Fence along the yard, container at the north gate.']);
	yard.at(addDays(today, -9), '10:00');
	const file = { jobId, fileId: null, folder: 'plans', name: 'Fence and container.pdf' };
	const { fileId } = yard.call('petra', 'jobs.attach', { ...file, bytes: await plan(1) });
	const strip = one(yard, "select id from tasks where job_id = ? and text = 'Strip the east wing'", jobId);
	yard.call('petra', 'jobs.change-file', {
		...{ fileId, name: file.name, folder: 'plans', seenBy: 'customer', expiresOn: null },
		taskId: strip === '' ? null : strip
	});
	yard.at(addDays(today, -3), '10:00').call('petra', 'jobs.attach', { ...file, fileId, bytes: await plan(2) });
	const permit = yard.call('petra', 'jobs.attach', {
		...{ ...file, folder: 'permits and insurance', name: 'Street closure permit.pdf' },
		bytes: await page('Street closure permit', ['Town of Osselmere', 'Beacon Hill, one lane, weekdays 7:00 to 16:00'])
	});
	yard.call('petra', 'jobs.change-file', {
		...{ fileId: permit.fileId, name: 'Street closure permit.pdf', folder: 'permits and insurance', seenBy: 'crew' },
		expiresOn: addDays(today, 11)
	});
	yard.call('petra', 'jobs.attach', {
		...{ ...file, folder: 'letters', name: 'Insurer of the school.pdf' },
		bytes: await page('Insurer of the school', ['Cover for storm damage during the work is confirmed.'])
	});
}

/** A finished job that is come back to, under warranty. */
function mended(yard: Yard, today: Day): void {
	const first = one(
		yard,
		"select j.id from jobs j join stages s on s.id = j.stage_id where j.number is not null and s.meaning in ('finished', 'closed') order by j.done_at desc limit 1"
	);
	if (first === '') return;
	yard.at(addDays(today, -6), '11:00');
	const { jobId } = yard.call('petra', 'jobs.open-callback', { jobId: first, name: 'Flashing at the chimney leaks', warranty: true });
	yard.at(addDays(today, -5), '17:00').call('petra', 'time.add', {
		...{
			jobId,
			personId: 'noor',
			day: addDays(today, -5),
			from: '16:00',
			to: '16:45',
			breakMinutes: 0,
			note: 'sealed, looked at the step flashing'
		}
	});
}
