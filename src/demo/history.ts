import { parseCents } from '../lib/core/money';
import type { Kind } from '../lib/core/pricing';
import { addDays, weekday } from '../lib/core/time';
import { FIRST, LAST, STREETS } from './names';
import type { Yard } from './yard';

/** The first weekday from a day on. */
export const workday = (day: string): string => {
	let d = day;
	while (weekday(d) > 5) d = addDays(d, 1);
	return d;
};

/** Some thirty others with a history: asked, quoted, won or lost, worked, billed and paid over two years. */
export function buildHistory(yard: Yard, today: string): void {
	for (let n = 0; n < 30; n++) {
		const asked = workday(addDays(today, -720 + n * 21));
		const name = `${FIRST[n]} ${LAST[n]}`;
		const mail = `${FIRST[n]?.toLowerCase()}@${LAST[n]?.toLowerCase()}.example`;
		const address = `${3 + ((n * 7) % 60)} ${STREETS[n % STREETS.length]}, Osselmere`;
		yard.at(asked, '10:15');
		const customer = yard.customer(name, 'person', mail, `555 010 ${String(2000 + n * 37)}`, address);
		const kind = n % 4 === 3 ? 'Gutters' : n % 5 === 4 ? 'Insulation' : 'Re-roof';
		const job = yard.job(
			`${address.split(',')[0]}, ${kind.toLowerCase()}`,
			customer,
			address,
			[-47.0 + ((n * 13) % 40) / 1000 - 0.02, -131.0 + ((n * 29) % 50) / 1000 - 0.025],
			{ kindOfWork: kind, source: n % 3 === 0 ? 'Website' : 'Referral' }
		);
		const e = yard.estimate(job);
		if (kind === 'Gutters')
			yard.scope(
				e,
				'Gutters',
				[
					['typed', { measure: 'length', value: String(80 + n * 3) }],
					['count', { count: '4' }]
				],
				['gutters-5']
			);
		else if (kind === 'Insulation')
			yard.scope(e, 'Attic', [['room', { length: String(24 + n), width: '28', height: '6' }]], ['attic-blown']);
		else yard.scope(e, 'Main roof', [['roof face', { length: String(34 + n), run: '14', pitch: '8' }, 2]], ['reroof-shingle']);
		yard.decide(e);
		yard.at(workday(addDays(asked, 4)), '16:00');
		const q = yard.issue(e, mail);
		yard.at(workday(addDays(asked, 9)), '19:30');
		if (n % 6 === 5) {
			yard.call(yard.link('quote', q.linkId, q.revisionId), 'quotes.answer', {
				answer: 'declined',
				name,
				signature: '',
				agreed: false,
				chosen: [],
				reason: n % 2 ? 'We waited too long for a date' : 'Another offer was lower',
				address: '',
				agent: ''
			});
			yard.at(workday(addDays(asked, 10)));
			yard.call('bastian', 'jobs.move', { jobId: job, stageId: 'lost', reason: n % 2 ? 'Too late' : 'Price' });
			continue;
		}
		yard.accept(q, name);
		const crew = kind === 'Gutters' ? ['noor', 'hattie'] : kind === 'Insulation' ? ['suki', 'june'] : ['marco', 'teodor', 'ravi'];
		let day = workday(addDays(asked, 24));
		// Days in between that the crew already worked elsewhere would overlap; each job has its own weeks.
		// A little under what was sold, or over it: hours run over more often than under.
		const sold = (yard.app.db.sqlite.prepare('select total(hours) h from budget_rows where job_id = ?').get(job) as { h: number }).h;
		let left = Math.round((sold / 10_000) * 60 * [0.93, 1.02, 1.1, 0.98, 1.24, 1.05, 1.15][n % 7]!);
		while (left > 0) {
			yard.at(day, '16:00');
			for (const p of crew) {
				const minutes = Math.min(480, left);
				if (minutes < 15) break;
				const pause = minutes > 240 ? 30 : 0;
				const end = 420 + minutes + pause;
				yard.time(p, job, day, '7:00', `${Math.floor(end / 60)}:${String(end % 60).padStart(2, '0')}`, pause);
				left -= minutes;
			}
			if (left < 15) left = 0;
			day = workday(addDays(day, 1));
		}
		yard.at(day, '17:00');
		suppliersBills(yard, job, day, n);
		yard.call('petra', 'jobs.move', { jobId: job, stageId: 'finished' });
		yard.at(workday(addDays(day, 1)), '11:00');
		const invoice = yard.bill('invoices.contract', { jobId: job, percent: 10_000 }, mail);
		const total = (yard.app.db.sqlite.prepare('select total from invoices where id = ?').get(invoice) as { total: number }).total;
		const paidOn = workday(addDays(day, 8 + ((n * 5) % 18)));
		if (paidOn <= today) {
			yard.at(paidOn, '12:00');
			yard.pay(invoice, (total / 100).toFixed(2), paidOn, n % 2 ? 'transfer' : 'check');
			yard.call('petra', 'jobs.move', { jobId: job, stageId: 'closed' });
		}
	}
}

/** What suppliers and others billed for a job: near what was sold, now a little under, now a little over. */
function suppliersBills(yard: Yard, jobId: string, day: string, n: number): void {
	const sold = yard.app.db.sqlite
		.prepare("select kind, sum(cost) cost from budget_rows where job_id = ? and kind <> 'labor' group by kind")
		.all(jobId) as { kind: Exclude<Kind, 'labor'>; cost: number }[];
	for (const s of sold)
		if (s.cost > 0)
			yard.call('petra', 'costs.add', {
				jobId,
				kind: s.kind,
				name: s.kind === 'material' ? 'Tarn & Slate, delivery' : 'Harbor Hire, container',
				day,
				cost: parseCents(((s.cost * (92 + ((n * 7) % 17))) / 10_000).toFixed(2))
			});
}
