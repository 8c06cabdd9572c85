import { readdirSync } from 'node:fs';
import { routesOf } from '../../scripts/routes';
import { routeName } from '../../src/lib/server/route-access';
import type { reader } from './db';

type Db = ReturnType<typeof reader>;
/** Where two records of each kind of page are found, newest first, so that a page can be asked for with both. */
const JOBS =
	'select e.job_id id from estimates e join jobs j on j.id = e.job_id where e.change_number is null and j.number is not null order by j.number desc';
const RECORDS: Record<string, string> = {
	'/plan/drafts/[id]': 'select id from draft_plans order by at desc',
	'/win/customers/[id]': 'select id from customers order by created_at desc',
	'/jobs/[id]': JOBS,
	'/jobs/[id]/bill': JOBS,
	'/jobs/[id]/work': JOBS,
	'/jobs/[id]/log': JOBS,
	'/company/forms/[id]': "select 'roof-inspection' as id union all select 'hot-work'",
	'/work/forms/[id]': 'select id from site_forms order by created_at',
	'/jobs/[id]/files': JOBS,
	'/jobs/[id]/costs': JOBS,
	'/jobs/[id]/estimate': JOBS,
	'/jobs/[id]/estimate/photos': JOBS,
	'/jobs/[id]/estimate/review': JOBS,
	'/jobs/[id]/estimate/revisions': JOBS,
	'/jobs/[id]/estimate/risk': JOBS,
	'/jobs/[id]/estimate/lists': JOBS,
	'/bill/invoices/[id]': 'select id from invoices where issued_at is not null order by number desc',
	'/jobs/[id]/materials': JOBS,
	'/work/orders/[id]': 'select id from orders order by number desc',
	'/work/supplier-bills/[id]': 'select id from supplier_bills order by day desc',
	'/bill/applications/[id]': 'select id from pay_applications order by number desc',
	'/price/catalog/[id]': 'select id from items order by name',
	'/price/assemblies/[id]': 'select id from assemblies order by name',
	'/price/flat-rate/[id]': 'select id from flat_catalogs',
	'/price/flat-rate/edition/[id]': 'select id from flat_editions',
	'/price/flat-rate/service/[id]': 'select id from flat_services order by title',
	'/price/rates/[id]': 'select id from labor_sheets order by name',
	'/field/jobs/[id]/handover': JOBS,
	'/field/jobs/[id]/sell': JOBS,
	'/field/jobs/[id]/log': JOBS,
	'/field/form/[id]': 'select id from site_forms order by created_at',
	'/field/jobs/[id]': JOBS
};

/** Every page of ours with a record in its address. A new one that is not in the table fails the tests that use it. */
export const recordRoutes = (): string[] =>
	routesOf(readdirSync('src/routes', { recursive: true, encoding: 'utf8' }))
		.map(routeName)
		.filter((r) => r.includes('[id]') && !['/api/', '/public/', '/q/', '/v/'].some((p) => r.startsWith(p)));

/** Addresses of a page for the first records there are. */
export function pathsOf(db: Db, route: string, most = 2): string[] {
	const sql = RECORDS[route];
	if (!sql) throw new Error(`No records are known for ${route}.`);
	return db.all<{ id: string }>(`${sql} limit ${most}`).map((r) => route.replace('[id]', r.id));
}
