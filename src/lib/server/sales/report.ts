import { sql } from 'drizzle-orm';
import { computeEstimate, perSize, type Frozen } from '../../core/estimate';
import { cents } from '../../core/money';
import { salesReport, salesTrend, type Grouping, type SalesJob } from '../../core/sales';
import { wallTime, type Day } from '../../core/time';
import type { App } from '../app';
import { companyOf } from '../company';

interface Row {
	id: string;
	askedAt: number;
	kind: string;
	source: string;
	estimator: string | null;
	reason: string;
	meaning: string;
	wonAt: number | null;
	contract: number | null;
	firstIssued: number | null;
	answeredAt: number | null;
	touchedAt: number;
	revisionId: string | null;
	net: number | null;
}

/** What a revision's size and break-even are. They never change once it went out, so they are worked out once and kept. */
const figures = new Map<string, { size: SalesJob['size']; breakEven: number }>();

function figuresOf(app: App, revisionId: string) {
	const known = figures.get(revisionId);
	if (known) return known;
	const row = app.db.sqlite.prepare('select frozen from revisions where id = ?').get(revisionId) as { frozen: string } | undefined;
	if (!row) return null;
	const { estimate } = JSON.parse(row.frozen) as Frozen;
	const result = computeEstimate(estimate);
	const per = perSize(result, estimate.system);
	const found = { size: per ? { per: per.per, units: per.size } : null, breakEven: result.total.breakEven };
	if (figures.size > 20_000) figures.clear();
	figures.set(revisionId, found);
	return found;
}

/** Jobs that were asked for within some days, as the sales reports see them. */
function jobsOf(app: App, from: Day, to: Day): SalesJob[] {
	const { zone } = companyOf(app);
	const day = (ms: number | null): Day | null => (ms === null ? null : wallTime(ms, zone).day);
	const rows = app.db.orm.all<Row>(sql`
		select j.id, j.asked_at askedAt, j.kind_of_work kind, j.source, p.name estimator, j.lost_reason reason, s.meaning, j.won_at wonAt,
			j.contract_net contract, j.touched_at touchedAt,
			(select min(r.issued_at) from revisions r join quotes q on q.id = r.quote_id where q.job_id = j.id) firstIssued,
			(select max(a.at) from answers a join revisions r on r.id = a.revision_id join quotes q on q.id = r.quote_id where q.job_id = j.id) answeredAt,
			(select r.id from revisions r join quotes q on q.id = r.quote_id where q.job_id = j.id order by r.issued_at desc limit 1) revisionId,
			(select r.net from revisions r join quotes q on q.id = r.quote_id where q.job_id = j.id order by r.issued_at desc limit 1) net
		from jobs j join stages s on s.id = j.stage_id left join people p on p.id = j.person_id
		where j.asked_at >= ${Date.parse(from) - 86_400_000} and j.asked_at < ${Date.parse(to) + 2 * 86_400_000}`);
	return rows.map((r) => {
		const state = r.wonAt !== null ? 'won' : r.meaning === 'lost' ? 'lost' : 'open';
		const known = r.revisionId ? figuresOf(app, r.revisionId) : null;
		return {
			id: r.id,
			askedOn: wallTime(r.askedAt, zone).day,
			kind: r.kind,
			source: r.source,
			estimator: r.estimator ?? '',
			reason: r.reason,
			state,
			offered: r.net === null ? null : cents(r.net),
			won: state === 'won' ? cents(r.contract ?? 0) : null,
			breakEven: known ? cents(known.breakEven) : null,
			quotedOn: day(r.firstIssued),
			answeredOn: day(r.answeredAt ?? (state === 'won' ? r.wonAt : state === 'lost' ? r.touchedAt : null)),
			size: known?.size ?? null
		};
	});
}

/** Sales of the jobs asked for from one day to another, in rows by one way to group, and by month. */
export function salesOf(app: App, from: Day, to: Day, by: Grouping) {
	const jobs = jobsOf(app, from, to);
	return { ...salesReport(jobs, by), trend: salesTrend(jobs, from, to) };
}
