import { addDays, monthEnd, type Day } from '../lib/core/time';
import type { Yard } from './yard';

const one = (yard: Yard, sql: string, ...args: unknown[]): string =>
	String(Object.values((yard.app.db.sqlite.prepare(sql).get(...args) as object | undefined) ?? { none: '' })[0]);
const jobNamed = (yard: Yard, like: string) =>
	one(yard, 'select id from jobs where name like ? and number is not null order by number', like);

/** What is bought, billed again, collected and booked: orders and their bills, applications, reminders, the bank, the journal. */
export function buildMoney(yard: Yard, today: Day): void {
	buildAccounts(yard, today);
	buildOrders(yard, today);
	buildForecast(yard, today);
	buildApplication(yard, today);
	buildCollecting(yard, today);
	buildBank(yard, today);
	yard.at(addDays(monthEnd(addDays(today, -31)), 1) > today ? today : addDays(today, -8), '17:00');
	yard.call('lowell', 'books.export', { through: addDays(today, -9) });
	yard.at(today, '09:00');
}

function buildAccounts(yard: Yard, today: Day): void {
	yard.at(addDays(today, -60), '10:00');
	yard.call('imogen', 'company.collecting', { on: true, after: [7, 21, 35], yearly: 1000, grace: 15 });
	yard.call('lowell', 'books.set-accounts', {
		accounts: {
			...{ receivable: '1100', 'retainage receivable': '1110', 'recovered tax': '1300', bank: '1000', payable: '2000', tax: '2200' },
			...{ 'customer credits': '2300', revenue: '4000', 'revenue: Re-roof': '4010', 'other income': '4800', 'discounts given': '4900' },
			...{
				'cost: material': '5100',
				'cost: equipment': '5200',
				'cost: subcontract': '5300',
				'cost: other': '5400',
				'discounts taken': '5900'
			},
			...{ overhead: '6000', 'bad debts': '6900' }
		}
	});
	for (const [id, mail, terms] of [
		['tarn', 'orders@tarnslate.example', { contact: 'Perrin Tarn', account: 'PR-2204', payDays: 30, earlyPercent: 200, earlyDays: 10 }],
		[
			'copperline',
			'desk@copperline.example',
			{ contact: 'Odile Marsh', account: 'P-118', payDays: 14, earlyPercent: null, earlyDays: null }
		],
		['marle', 'depot@marleinsulation.example', { contact: '', account: '', payDays: 30, earlyPercent: null, earlyDays: null }]
	] as const) {
		const f = yard.app.db.sqlite.prepare('select name, trade, phone, note, supplies, subcontracts from firms where id = ?').get(id) as {
			name: string;
			trade: string;
			phone: string;
			note: string;
			supplies: number;
			subcontracts: number;
		};
		yard.call('petra', 'firms.save', { ...f, firmId: id, supplies: f.supplies === 1, subcontracts: f.subcontracts === 1, mail, ...terms });
	}
}

interface Line {
	id: string;
	name: string;
	unit: string;
	bought: number;
	amount: number;
	order_id: string;
}
const linesOf = (yard: Yard, orderId: string) =>
	yard.app.db.sqlite.prepare('select * from order_lines where order_id = ? order by position').all(orderId) as Line[];

/** The school's materials: one order came and is billed, one is late, and the library's waits to be sent. */
function buildOrders(yard: Yard, today: Day): void {
	const school = jobNamed(yard, 'St. Brannoc%');
	const ids = (yard.app.db.sqlite.prepare('select id from job_materials where job_id = ?').all(school) as { id: string }[]).map(
		(m) => m.id
	);
	yard.at(addDays(today, -9), '10:10');
	const { orders } = yard.call('petra', 'buying.order-materials', { jobId: school, materialIds: ids, firmId: null });
	orders.forEach((o, n) => {
		yard.call('petra', 'buying.change-order', {
			orderId: o.orderId,
			deliverTo: '2 Chapel Hill, Osselmere, by the gate',
			wanted: addDays(today, n === 0 ? -5 : -1),
			note: 'Call Marco an hour before.'
		});
		yard.call('petra', 'buying.send-order', {
			orderId: o.orderId,
			to: one(yard, 'select mail from firms where name = ?', o.firm),
			subject: '',
			text: 'Please deliver what is on our order:\n\n{link}'
		});
	});
	const [came] = orders;
	if (came) {
		const lines = linesOf(yard, came.orderId);
		yard.at(addDays(today, -5), '07:40');
		yard.call('petra', 'buying.take-delivery', {
			...{ orderId: came.orderId, day: addDays(today, -5), note: 'TS 20418' },
			lines: lines.map((l) => ({ lineId: l.id, quantity: l.bought, last: false }))
		});
		yard.at(addDays(today, -3), '15:30');
		enter(yard, came.orderId, 'TS-20418', addDays(today, -4), 3_800, addDays(today, 6));
	}
	const library = jobNamed(yard, 'Osselmere Library%');
	const more = (yard.app.db.sqlite.prepare('select id from job_materials where job_id = ?').all(library) as { id: string }[]).map(
		(m) => m.id
	);
	yard.at(addDays(today, -1), '16:10');
	yard.call('petra', 'buying.order-materials', { jobId: library, materialIds: more, firmId: null });
	subcontractors(yard, today, school, library);
}

/** A bill of an order as it was delivered, with freight, and less for paying early. */
function enter(yard: Yard, orderId: string, number: string, day: Day, freight: number, early: Day): void {
	const lines = linesOf(yard, orderId).filter((l) => l.amount > 0);
	const needs = yard.app.db.sqlite.prepare(
		'select job_id jobId, phase_id phaseId, quantity from order_needs where line_id = ? order by id'
	);
	const net = lines.reduce((a, l) => a + l.amount, 0);
	const tax = Math.round(net * 0.07);
	yard.call('lowell', 'buying.enter-bill', {
		...{
			firmId: one(yard, 'select firm_id from orders where id = ?', orderId),
			number,
			day,
			due: addDays(day, 30),
			freight,
			other: 0,
			tax,
			recovered: 0
		},
		...{ discount: 0, total: net + freight + tax, earlyDiscount: Math.round(net * 0.02), earlyUntil: early, despite: false },
		lines: lines.map((l) => ({
			...{ name: l.name, kind: 'material' as const, quantity: l.bought, unit: l.unit, amount: l.amount, orderLineId: l.id },
			shares: (needs.all(l.id) as { jobId: string; phaseId: string | null; quantity: number }[]).map((n) => ({
				jobId: n.jobId,
				phaseId: n.phaseId,
				weight: n.quantity
			}))
		}))
	});
}

/** The scaffold's bill is paid, the crane's is overdue; the yard's own hire is overhead. */
function subcontractors(yard: Yard, today: Day, school: string, library: string): void {
	const bill = (firm: string, number: string, day: Day, due: Day, total: number, jobId: string | null, name: string) =>
		yard.call('lowell', 'buying.enter-bill', {
			...{
				firmId: one(yard, 'select id from firms where name = ?', firm),
				number,
				day,
				due,
				freight: 0,
				other: 0,
				tax: 0,
				recovered: 0,
				discount: 0,
				total
			},
			...{ earlyDiscount: 0, earlyUntil: null, despite: false },
			lines: [
				{
					name,
					kind: 'subcontract',
					quantity: 10_000,
					unit: 'job',
					amount: total,
					orderLineId: null,
					shares: [{ jobId, phaseId: null, weight: 1 }]
				}
			]
		}).billId;
	yard.at(addDays(today, -20), '11:30');
	const scaffold = bill('Wexcombe Scaffold', 'W-311', addDays(today, -20), addDays(today, -6), 124_000, school, 'Scaffold, east face');
	bill('Brandling Crane', '7714', addDays(today, -20), addDays(today, -5), 68_500, library, 'Crane, one day');
	yard.at(addDays(today, -7), '09:30');
	yard.call('lowell', 'buying.pay-bill', { billId: scaffold, day: addDays(today, -7) });
	yard.at(addDays(today, -2), '12:00');
	bill('Wexcombe Scaffold', 'W-330', addDays(today, -2), addDays(today, 12), 21_000, null, 'Hire of trestles for the yard');
}

/** What those who see the work say of how far it is. */
function buildForecast(yard: Yard, today: Day): void {
	yard.at(addDays(today, -1), '17:00');
	const library = jobNamed(yard, 'Osselmere Library%');
	const phases = yard.app.db.sqlite
		.prepare('select id, name from phases where job_id = ? and hours > 0 order by position')
		.all(library) as { id: string }[];
	phases.forEach((p, n) => yard.call('petra', 'costs.set-complete', { phaseId: p.id, percent: n === 0 ? 5_500 : 1_000 }));
}

/** The library's second application is being filled in. */
function buildApplication(yard: Yard, today: Day): void {
	yard.at(today, '08:20');
	const jobId = jobNamed(yard, 'Osselmere Library%');
	const { applicationId } = yard.call('petra', 'invoices.begin-application', { jobId, periodEnd: monthEnd(today) });
	const rows = yard.app.db.sqlite
		.prepare('select id, scheduled, completed from pay_application_lines where application_id = ? order by position')
		.all(applicationId) as {
		id: string;
		scheduled: number;
		completed: number;
	}[];
	yard.call('petra', 'invoices.save-application', {
		...{ applicationId, periodEnd: monthEnd(today), workRate: 1000, storedRate: 1000, release: 'hold', releaseAmount: 0 },
		lines: rows.map((r, n) => ({
			id: r.id,
			completed: n % 3 === 2 ? r.completed : Math.floor(r.scheduled * 0.6),
			stored: n === 0 ? Math.floor(r.scheduled * 0.1) : 0
		}))
	});
}

/** The bakery was called and promised; the school pays its deposit in parts; the bakery's drains are billed every quarter. */
function buildCollecting(yard: Yard, today: Day): void {
	const bakery = one(yard, "select id from customers where name like 'Tidd%'");
	yard.at(addDays(today, -9), '14:20');
	yard.call('petra', 'invoices.note-call', {
		customerId: bakery,
		text: 'Ms. Tidd says the check is written and goes out on Monday.',
		promise: addDays(today, -2)
	});
	const school = one(
		yard,
		"select i.id from invoices i join jobs j on j.id = i.job_id where j.name like 'St. Brannoc%' and i.kind = 'deposit'"
	);
	yard.at(addDays(today, -6), '11:00');
	yard.call('petra', 'invoices.agree-plan', { invoiceId: school, parts: 3, first: addDays(today, 4), every: 'two weeks', grace: 3 });
	yard.at(addDays(today, -30), '09:00');
	yard.call('petra', 'invoices.save-repeat', {
		...{ ruleId: null, jobId: jobNamed(yard, 'Bakery, storm leak'), name: 'Roof drains, quarter', onHoliday: 'move', send: false },
		rule: { by: 'month day', day: 1, every: 3, start: addDays(monthEnd(today), 1) },
		lines: [{ text: 'Roof drains looked at, once a month', amount: 28_500, taxCodeId: null }]
	});
	yard.at(today, '09:00');
}

/** This week's file of the bank: a payment that says its invoice, one that does not, a bill that was paid, a fee. */
function buildBank(yard: Yard, today: Day): void {
	const open = yard.app.db.sqlite
		.prepare(
			'select i.number n, i.total - i.paid o, c.name from invoices i join customers c on c.id = i.customer_id where i.issued_at is not null and i.voided_at is null and i.total > i.paid order by i.number'
		)
		.all() as { n: number; o: number; name: string }[];
	const [first] = open;
	const crane = 68_500;
	yard.at(today, '08:50');
	const rows = [
		['Date', 'Description', 'Amount'],
		...(first ? [[addDays(today, -1), `WIRE ${first.name.toUpperCase()} INV ${first.n}`, (first.o / 100).toFixed(2)]] : []),
		[addDays(today, -1), 'DEPOSIT BRANCH 12', '1,250.00'],
		[addDays(today, -2), 'BRANDLING CRANE 7714', `-${(crane / 100).toFixed(2)}`],
		[addDays(today, -2), 'ACCOUNT FEE', '-12.00']
	];
	yard.call('lowell', 'payments.read-bank', { text: rows.map((r) => r.map((c) => `"${c}"`).join(',')).join('\n') });
}
