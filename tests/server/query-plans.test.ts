import { beforeAll, describe, expect, it } from 'vitest';
import type { App } from '$lib/server/app';
import { agingToday, invoiceDetail, invoiceList, moneyIn, readyToBill } from '$lib/server/billing/queries';
import { catalogPage, searchItems } from '$lib/server/catalog/queries';
import { itemDetail } from '$lib/server/screens/item';
import { letters, staff } from '$lib/server/company/queries';
import { applicationList, applicationPage } from '$lib/server/billing/applications';
import { repeatInvoiceList } from '$lib/server/billing/repeat-invoices';
import {
	costsToConfirm,
	jobsToBuyFor,
	materialsOfJob,
	openToBill,
	orderList,
	orderPage,
	supplierBillList,
	supplierBillPage
} from '$lib/server/buying/queries';
import { costingOf } from '$lib/server/costing/costing';
import { bankPage } from '$lib/server/receivables/bank';
import { cashPage } from '$lib/server/receivables/cash';
import { agingByCustomer, collectPage } from '$lib/server/receivables/collect-page';
import { statementOf } from '$lib/server/receivables/statement';
import { hoursKnown, jobsKnown } from '$lib/server/screens/know';
import { loadEstimate } from '$lib/server/estimates/load';
import { jobList, jobPage } from '$lib/server/screens/job';
import { customerPage } from '$lib/server/screens/customer';
import { quoteList } from '$lib/server/quotes/list';
import { leadInbox } from '$lib/server/sales/leads';
import { winningTrack } from '$lib/server/screens/winning';
import { board, plannableJobs } from '$lib/server/screens/board';
import { findAnything } from '$lib/server/screens/search';
import { fieldJob, fieldJobs, myDays, myHours, onTheClock, running } from '$lib/server/time/queries';
import { todayPage } from '$lib/server/screens/today';
import { saleOnSite } from '$lib/server/screens/sale-on-site';
import { askList, askPage, comingText, firmShifts } from '$lib/server/planning/asks';
import { feedOf } from '$lib/server/screens/calendar-feed';
import { monthOf } from '$lib/server/screens/month';
import { madeBy, repeatList } from '$lib/server/repeats/queries';
import { agreementList, plansOf, serviceList, stopsOf } from '$lib/server/rounds/queries';
import { jobWork } from '$lib/server/screens/job-work';
import { formsToApprove } from '$lib/server/site-forms/commands';
import { handoverContent } from '$lib/server/site-forms/handovers';
import { hoursWeek, payrollRows } from '$lib/server/time/weeks';
import { freshYard, OWNER, value, viewer, wonJob } from './yard';

/** Tables that grow for ever; the others hold a screenful. */
const GROWING = [
	'jobs',
	'quotes',
	'revisions',
	'answers',
	'views',
	'scopes',
	'shapes',
	'lines',
	'shifts',
	'time_entries',
	'cost_entries',
	'field_notes',
	'files',
	'budget_rows',
	'contract_lines',
	'job_materials',
	'phases',
	'invoices',
	'invoice_lines',
	'payments',
	'allocations',
	'charges',
	'items',
	'item_costs',
	'history',
	'outbox',
	'links',
	'sites',
	'tasks',
	'task_people',
	'task_steps',
	'task_parts',
	'approved_weeks',
	'firm_asks',
	'agreements',
	'visits',
	'repeat_occurrences',
	'site_forms',
	'handovers',
	'issued_files',
	'orders',
	'order_lines',
	'order_needs',
	'deliveries',
	'delivery_lines',
	'supplier_bills',
	'supplier_bill_lines',
	'supplier_bill_shares',
	'remainders',
	'invoice_parts',
	'credit_notes',
	'credit_lines',
	'pay_applications',
	'pay_application_lines',
	'repeat_invoice_days',
	'invoice_reminders',
	'money_calls',
	'instalment_plans',
	'instalments',
	'bank_lines',
	'journal_entries'
];
let app: App;
let ids: Record<'job' | 'estimate' | 'customer' | 'invoice' | 'item' | 'service' | 'order' | 'bill' | 'application', string>;
beforeAll(async () => {
	const fresh = await freshYard();
	app = fresh.app;
	const won = wonJob(fresh.yard, 'Planned');
	const invoice = fresh.yard.bill('invoices.contract', { jobId: won.jobId, percent: 5_000 }, 'c@customer.example');
	fresh.yard.pay(invoice, '100', '2027-04-14');
	const { serviceId } = fresh.yard.call('petra', 'rounds.save-service', {
		...{ serviceId: null, name: 'Gutter care', wording: '', from: '04-01', to: '10-31', visits: 7, hours: 0, price: 0, setUp: 0 },
		cadence: { by: 'weeks', every: 4 }
	});
	const gc = wonJob(fresh.yard, 'By application');
	const { orderId } = fresh.yard.call('petra', 'buying.begin-order', { firmId: 'tarn' });
	fresh.yard.call('petra', 'buying.add-line', {
		...{
			orderId,
			jobId: won.jobId,
			itemId: null,
			kind: 'material',
			name: 'Nails',
			unit: 'box',
			quantity: 10_000,
			price: 10_000,
			pack: null,
			packUnit: ''
		}
	});
	const { billId } = fresh.yard.call('petra', 'buying.enter-bill', {
		...{
			firmId: 'tarn',
			number: '1',
			day: '2027-04-14',
			due: '2027-05-14',
			freight: 0,
			other: 0,
			tax: 0,
			recovered: 0,
			discount: 0,
			total: 100
		},
		...{ earlyDiscount: 0, earlyUntil: null, despite: false },
		lines: [
			{
				name: 'Nails',
				kind: 'material',
				quantity: 10_000,
				unit: 'box',
				amount: 100,
				orderLineId: null,
				shares: [{ jobId: won.jobId, phaseId: null, weight: 1 }]
			}
		]
	});
	fresh.yard.call('lowell', 'payments.read-bank', { text: 'Date,Description,Amount\n2027-04-13,Somebody,5.00\n' });
	ids = {
		order: orderId,
		bill: billId,
		application: fresh.yard.call('petra', 'invoices.begin-application', { jobId: gc.jobId, periodEnd: '2027-04-30' }).applicationId,
		service: serviceId,
		job: won.jobId,
		estimate: won.estimateId,
		customer: won.customerId,
		invoice,
		item: value<string>(app, 'select id from items limit 1')
	};
});

/** The statements a query runs. */
function statements(work: () => unknown): string[] {
	const seen: string[] = [];
	const prepare = app.db.sqlite.prepare.bind(app.db.sqlite);
	app.db.sqlite.prepare = ((source: string) => {
		seen.push(source);
		return prepare(source);
	}) as typeof app.db.sqlite.prepare;
	try {
		work();
	} finally {
		app.db.sqlite.prepare = prepare;
	}
	return seen;
}
/** What is asked of nothing (`where false`, for an empty list) reads nothing. */
const scansOf = (source: string): string[] =>
	/\bfalse\b/.test(source)
		? []
		: (
				app.db.sqlite
					.prepare(`explain query plan ${source}`)
					.all(...Array.from({ length: (source.match(/\?/g) ?? []).length }, () => 1)) as {
					detail: string;
				}[]
			)
				.map((r) => r.detail)
				.filter((d) => {
					const table = /^SCAN (\w+)/.exec(d)?.[1];
					return table !== undefined && GROWING.includes(table) && !/USING (COVERING )?INDEX/.test(d);
				});

describe('what a screen asks', () => {
	it.each<[string, () => unknown]>([
		['today', () => todayPage(app, OWNER)],
		['a job', () => jobPage(app, ids.job, OWNER)],
		['an estimate', () => loadEstimate(app.db.orm, ids.estimate)],
		['the board', () => board(app, '2027-04-12', 2)],
		['jobs to plan', () => plannableJobs(app)],
		['the track', () => winningTrack(app)],
		['the leads', () => leadInbox(app, 'new')],
		['the quotes', () => quoteList(app, 'open')],
		['the jobs', () => jobList(app, OWNER, '', '')],
		['a customer', () => customerPage(app, ids.customer, OWNER)],
		['the open invoices', () => invoiceList(app, 'open')],
		['the late invoices', () => invoiceList(app, 'overdue')],
		['the drafts', () => invoiceList(app, 'draft')],
		['the aging', () => agingToday(app)],
		['an invoice', () => invoiceDetail(app, ids.invoice)],
		['money in', () => moneyIn(app)],
		['what is ready to bill', () => readyToBill(app)],
		['items by words', () => searchItems(app, 'shingle')],
		['the catalog', () => catalogPage(app, {})],
		['an item', () => itemDetail(app, ids.item)],
		['find', () => findAnything(app, 'pen', { role: 'owner' })],
		['the outbox', () => letters(app, { role: 'owner' })],
		['the people', () => staff(app)],
		['my day', () => myDays(app, 'marco')],
		['my hours', () => myHours(app, 'marco')],
		['my clock', () => running(app, 'marco')],
		['all the clocks', () => onTheClock(app)],
		['jobs of the field', () => fieldJobs(app)],
		['a job of the field', () => fieldJob(app, ids.job, 'es')],
		['the work of a job', () => jobWork(app, ids.job)],
		['the hours of a week', () => hoursWeek(app, '2027-04-14')],
		['the payroll file', () => payrollRows(app, '2027-04-14')],
		['a month', () => monthOf(app, '2027-03-29', '2027-05-09')],
		['who was asked', () => askList(app, '2027-04-14')],
		['the days of firms', () => firmShifts(app, '2027-04-12', '2027-04-25')],
		['the page of an ask', () => askPage(app, 'x')],
		['when we come', () => comingText(app, ids.job, '2027-04-14')],
		['a calendar feed', () => feedOf(app, 'marco')],
		['season services', () => serviceList(app)],
		['agreements', () => agreementList(app, ids.service, OWNER)],
		['plannings', () => plansOf(app, ids.service)],
		['stops of a day', () => stopsOf(app, 'gutter', '2027-04-14')],
		['repeat jobs', () => repeatList(app, viewer('office'))],
		['what a rule made', () => madeBy(app, 'x')],
		['forms to approve', () => formsToApprove(app)],
		['a handover', () => handoverContent(app.db.orm, ids.job, { tasks: true, hours: true, materials: true, pictures: true }, '')],
		['a sale on site', () => saleOnSite(app, ids.job, 'x')],
		['open orders', () => orderList(app, 'open')],
		['an order', () => orderPage(app, ids.order)],
		['the materials of a job', () => materialsOfJob(app, ids.job)],
		['jobs to buy for', () => jobsToBuyFor(app)],
		['suppliers’ bills', () => supplierBillList(app, 'open')],
		['paid bills', () => supplierBillList(app, 'paid')],
		['a supplier’s bill', () => supplierBillPage(app, ids.bill)],
		['what a supplier may bill', () => openToBill(app, 'tarn')],
		['costs to confirm', () => costsToConfirm(app)],
		['what a job costs', () => costingOf(app.db.orm, [ids.job])],
		['pay applications', () => applicationList(app.db.orm)],
		['a pay application', () => applicationPage(app.db.orm, ids.application)],
		['repeat invoices', () => repeatInvoiceList(app)],
		['whom to call', () => collectPage(app, '2027-06-14')],
		['the aging by customer', () => agingByCustomer(app, '2027-06-14')],
		['cash ahead', () => cashPage(app, '2027-04-14')],
		['the bank', () => bankPage(app, 'open')],
		['a statement', () => statementOf(app.db.orm, ids.customer, '2027-01-01', '2027-04-14')],
		['what jobs earn', () => jobsKnown(app, 'open')],
		['what older jobs earned', () => jobsKnown(app, 'closed', 5000)],
		['hours sold and used', () => hoursKnown(app, 'open')]
	])('never reads a growing table through: %s', (_, work) => {
		const asked = statements(work);
		expect(asked.length).toBeGreaterThan(0);
		expect(asked.flatMap((s) => scansOf(s).map((d) => `${d} in ${s}`))).toEqual([]);
	});
});
