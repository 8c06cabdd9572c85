import { and, asc, desc, eq, isNull, sql } from 'drizzle-orm';
import { cents, type Cents } from '../../core/money';
import { forecast, type Card } from '../../core/sales';
import { wallTime } from '../../core/time';
import type { App } from '../app';
import { branches } from '../company/schema';
import { people } from '../people/schema';
import { customers, jobs, stages } from './schema';
import { companyOf } from '../company';

/** More cards than this are not sent to a page; the oldest untouched ones stay away. */
export const MOST_CARDS = 10_000;
/** Lost jobs are shown for so long; the reports know all of them. */
const LOST_DAYS = 90;

/**
 * The winning track: its stages, its cards with what they are worth, and what is likely to come of them by month.
 * @param drafted what the estimates of jobs without a quote come to so far, by job
 */
export function track(app: App, drafted: (jobIds: readonly string[]) => ReadonlyMap<string, Cents> = () => new Map()) {
	const db = app.db.orm;
	const own = companyOf(app);
	const now = app.clock.now();
	const today = wallTime(now, own.zone).day;
	const columns = db.select().from(stages).where(eq(stages.track, 'winning')).orderBy(asc(stages.position)).all();
	const chanceOf = new Map(columns.map((c) => [c.id, c.meaning === 'bidding' ? c.chance : 0]));
	const rows = db
		.select({
			id: jobs.id,
			name: jobs.name,
			stageId: jobs.stageId,
			customer: customers.name,
			touchedAt: jobs.touchedAt,
			decisionDay: jobs.decisionDay,
			nextStep: jobs.nextStep,
			nextDay: jobs.nextDay,
			chance: jobs.chance,
			kind: jobs.kindOfWork,
			source: jobs.source,
			expected: jobs.expected,
			person: people.name,
			branch: branches.name,
			own: jobs.own,
			lostReason: jobs.lostReason,
			quoted: sql<
				number | null
			>`(select r.total from revisions r join quotes q on q.id = r.quote_id where q.job_id = jobs.id order by r.issued_at desc limit 1)`
		})
		.from(jobs)
		.innerJoin(customers, eq(customers.id, jobs.customerId))
		.innerJoin(stages, eq(stages.id, jobs.stageId))
		.leftJoin(people, eq(people.id, jobs.personId))
		.leftJoin(branches, eq(branches.id, jobs.branchId))
		.where(
			and(
				eq(stages.track, 'winning'),
				isNull(jobs.number),
				sql`(${stages.meaning} <> 'lost' or ${jobs.touchedAt} > ${now - LOST_DAYS * 86_400_000})`
			)
		)
		.orderBy(desc(jobs.touchedAt))
		.limit(MOST_CARDS)
		.all();
	const bidding = new Set(columns.filter((c) => c.meaning === 'bidding').map((c) => c.id));
	const drafts = drafted(rows.filter((r) => r.quoted === null && bidding.has(r.stageId)).map((r) => r.id));
	const cards = rows.map(({ quoted, expected, person, branch, chance, ...r }): Card & { lostReason: string; ownChance: boolean } => {
		const draft = quoted === null ? drafts.get(r.id) : undefined;
		const worth = quoted ?? draft ?? expected;
		return {
			...r,
			person: person ?? '',
			branch: branch ?? '',
			worth: worth === null ? null : cents(worth),
			...(draft === undefined ? {} : { draft: true }),
			chance: chance ?? chanceOf.get(r.stageId) ?? 0,
			ownChance: chance !== null
		};
	});
	return {
		columns,
		cards,
		now,
		today,
		forecast: forecast(
			cards.filter((c) => bidding.has(c.stageId)),
			today
		),
		lists: own.settings.salesLists,
		ownFields: own.settings.ownFields.filter((f) => f.of === 'job')
	};
}
