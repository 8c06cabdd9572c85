import { planAround } from './planned';
import { parseUnitPrice } from '../lib/core/money';
import { addDays } from '../lib/core/time';
import { serviceCalled } from './flat-rate';
import { leakDay, workdaysFrom } from './days';
import type { Yard } from './yard';

/** A pay application for a part of the work, sent to the general contractor and certified. @returns its invoice */
function applyFor(yard: Yard, jobId: string, day: string, percentDone: number): string {
	const { applicationId } = yard.call('petra', 'invoices.begin-application', { jobId, periodEnd: day });
	const rows = yard.app.db.sqlite
		.prepare('select id, scheduled from pay_application_lines where application_id = ?')
		.all(applicationId) as {
		id: string;
		scheduled: number;
	}[];
	yard.call('petra', 'invoices.save-application', {
		...{ applicationId, periodEnd: day, workRate: 1000, storedRate: 1000, release: 'hold', releaseAmount: 0 },
		lines: rows.map((r) => ({ id: r.id, completed: Math.floor((r.scheduled * percentDone) / 100), stored: 0 }))
	});
	yard.call('petra', 'invoices.send-application', {
		...{ applicationId, to: 'site@castellan.example', subject: '', text: 'Please find our pay application here:\n\n{link}' }
	});
	const { invoiceId } = yard.call('petra', 'invoices.certify-application', { applicationId, amount: null, lines: null });
	return invoiceId ?? '';
}

/** What is going on around today, so that Today is never empty. */
export function buildNow(yard: Yard, today: string): void {
	const back = (n: number) => workdaysFrom(today, -n);
	const ahead = (n: number) => workdaysFrom(today, n);
	const site = (a: number, b: number): [number, number] => [-47 + a / 1000, -131 + b / 1000];

	// The library: a large job for a general contractor, under way, over its hours on labor.
	yard.at(back(60), '09:30');
	const castellan = yard.customer(
		'Castellan Build Group',
		'organization',
		'site@castellan.example',
		'555 010 7100',
		'40 Foundry Quay, Osselmere'
	);
	const library = yard.job('Osselmere Library, east wing', castellan, '1 Library Square, Osselmere', site(4, -6), {
		kindOfWork: 'Low slope',
		source: 'General contractor'
	});
	const le = yard.estimate(library);
	yard.scope(le, 'North roof', [['slab', { length: '84', width: '42', depth: '0' }]], ['low-membrane']);
	yard.scope(le, 'Flat link', [['slab', { length: '38', width: '22', depth: '0' }]], ['low-membrane']);
	yard.decide(le);
	yard.at(back(52), '15:00');
	const lq = yard.issue(le, 'site@castellan.example');
	yard.at(back(45), '11:20');
	yard.accept(lq, 'Dorian Castellan');
	yard.at(back(44), '10:00');
	yard.call('petra', 'jobs.change', {
		jobId: library,
		crewBrief: 'Deliveries before 7:30 only. Sign in with the site office; hard hats in the yard. Crane on Mondays.'
	});
	for (let d = 6; d >= 1; d--) {
		yard.at(back(d), '16:45');
		for (const p of ['suki', 'callum']) yard.time(p, library, back(d));
		if (d > 3) yard.time('june', library, back(d), '7:00', '16:30');
	}
	yard.at(back(6), '14:00');
	const li = applyFor(yard, library, back(6), 40);
	yard.at(back(2), '10:00');
	yard.pay(li, '4,000.00', back(2), 'transfer');

	// The bakery: time and materials, done, not billed; and an older invoice that is late.
	yard.at(back(70), '08:40');
	const bakery = yard.customer(
		'Tidd & Marlow Bakery',
		'organization',
		'marlow@tiddmarlow.example',
		'555 010 3320',
		'8 Quay Street, Osselmere',
		'Pays late: usually after 26 days. Call Marlow, not Tidd.'
	);
	const leak = yard.job('Bakery, storm leak', bakery, '8 Quay Street, Osselmere', site(-3, -14), {
		kindOfWork: 'Repair',
		source: 'Regular'
	});
	yard.call('petra', 'jobs.win', { jobId: leak });
	yard.at(addDays(today, -56), '16:00');
	const leaked = leakDay(today);
	yard.time('noor', leak, leaked, '8:00', '15:00');
	yard.time('hattie', leak, leaked, '8:00', '15:00');
	yard.call('petra', 'costs.add', { jobId: leak, kind: 'subcontract', name: 'Brandling Crane, half day', day: leaked, cost: 118_000 });
	yard.at(addDays(today, -54), '10:00');
	const late = yard.bill('invoices.costs', { jobId: leak, cutOff: addDays(today, -54) }, 'marlow@tiddmarlow.example');
	yard.call('petra', 'invoices.promise', { invoiceId: late, day: addDays(today, -2) });
	const flashing = yard.job('Bakery, flashing', bakery, '8 Quay Street, Osselmere', site(-3, -14), {
		kindOfWork: 'Repair',
		source: 'Regular'
	});
	yard.at(back(8), '09:00');
	yard.call('petra', 'jobs.win', { jobId: flashing });
	for (const d of [5, 4, 3]) {
		yard.at(back(d), '16:00');
		for (const p of ['noor', 'hattie']) yard.time(p, flashing, back(d), '7:00', '12:15', 0);
	}
	const item = (code: string): string => (yard.app.db.sqlite.prepare('select id from items where code = ?').get(code) as { id: string }).id;
	yard.call('noor', 'costs.use-material', { jobId: flashing, itemId: item('CL-CPR-SHT'), quantity: 40_000 });
	yard.call('noor', 'costs.use-material', { jobId: flashing, itemId: item('TS-FLA-STP'), quantity: 20_000 });
	yard.call('petra', 'jobs.move', { jobId: flashing, stageId: 'finished' });

	// The school: won, part planned; a phase that nobody has yet.
	yard.at(back(30), '10:00');
	const school = yard.customer(
		'St. Brannoc School',
		'organization',
		'bursar@stbrannoc.example',
		'555 010 6600',
		'2 Chapel Hill, Osselmere'
	);
	const sj = yard.job('St. Brannoc School, east face', school, '2 Chapel Hill, Osselmere', site(12, 9), { source: 'Tender' });
	const se = yard.estimate(sj);
	yard.scope(se, 'East face', [['roof face', { length: "96'", run: "22'", pitch: '9' }]], ['reroof-shingle']);
	yard.scope(se, 'West face', [['roof face', { length: "96'", run: "22'", pitch: '9' }]], ['reroof-shingle'], true);
	yard.decide(se, 'Quarry line, slate grey');
	yard.at(back(26), '15:30');
	const sq = yard.issue(se, 'bursar@stbrannoc.example');
	yard.at(back(19), '13:10');
	const west = (yard.app.db.sqlite.prepare("select id from scopes where estimate_id = ? and name = 'West face'").get(se) as { id: string })
		.id;
	yard.accept(sq, 'Cornelia Brannoc', [west]);
	yard.at(back(18), '09:00');
	yard.bill('invoices.deposit', { jobId: sj, deposit: { by: 'percent', percent: 3_000 } }, 'bursar@stbrannoc.example');

	// The school again: rotten deck on the east face, offered as a change order and waiting for the bursar.
	yard.at(back(3), '15:10');
	const { estimateId: ce } = yard.call('bastian', 'estimates.start-change', {
		jobId: sj,
		title: 'Rotten deck above the hall'
	});
	const deck = yard.scope(ce, 'East face, deck', [], []);
	yard.call('bastian', 'estimates.add-line', { scopeId: deck, itemId: item('TS-DEC-716'), quantity: 220_000, phase: 'Tear-off' });
	yard.call('bastian', 'estimates.add-line', {
		scopeId: deck,
		sheetId: 'steep',
		name: 'Replace deck',
		quantity: 140_000,
		phase: 'Tear-off'
	});
	yard.call('bastian', 'estimates.change-days', { estimateId: ce, days: 1 });
	yard.issue(ce, 'bursar@stbrannoc.example');

	// Harbor Row: one quote with options, read three times, no answer.
	yard.at(back(12), '11:00');
	const harbor = yard.customer(
		'Harbor Row Homeowners',
		'organization',
		'mira@harborrow.example',
		'555 010 9090',
		'Harbor Row, Osselmere',
		'Mira Solheim decides with the board on Thursdays.'
	);
	const hj = yard.job('Harbor Row, gutters of 24 houses', harbor, '1 Harbor Row, Osselmere', site(-10, 4), {
		kindOfWork: 'Gutters',
		source: 'Website'
	});
	const he = yard.estimate(hj);
	yard.scope(
		he,
		'Gutters, 24 houses',
		[
			['typed', { measure: 'length', value: '64' }, 24],
			['count', { count: '3' }, 24]
		],
		['gutters-5']
	);
	const guard = yard.scope(he, 'Gutter guards', [['typed', { measure: 'length', value: '64' }, 24]], [], true);
	yard.call('bastian', 'estimates.add-line', { scopeId: guard, itemId: item('CL-GRD-MSH'), quantity: 15_360_000 });
	yard.call('bastian', 'estimates.change-scope', {
		scopeId: guard,
		wording: 'Mesh guards on every gutter, so that the ladders stay in the van.'
	});
	yard.call('bastian', 'estimates.set-recurring', {
		estimateId: he,
		lines: [{ text: 'All gutters looked at each spring, leaves taken out', period: 'year', amount: 96_000, cost: 52_000, taxCodeId: null }]
	});
	yard.at(back(9), '16:40');
	const hq = yard.issue(he, 'mira@harborrow.example');
	yard.call('bastian', 'jobs.move', { jobId: hj, stageId: 'quoted' });
	for (const [d, t] of [
		[8, '20:15'],
		[4, '12:05'],
		[1, '21:40']
	] as const) {
		const mira = yard.link('quote', hq.linkId, hq.revisionId);
		const { viewId } = yard.at(back(d), t).call(mira, 'quotes.see', { device: 'phone' });
		yard.call(mira, 'quotes.seen-for', { viewId, seconds: d * 40, tried: d === 1 ? [guard] : [] });
		if (d === 4) {
			const { questionId } = yard.call(mira, 'quotes.ask', {
				aboutId: guard,
				asked: 'Do the guards hold when the lindens shed in June?',
				name: 'Mira Solheim'
			});
			yard.at(back(3), '08:20').call('bastian', 'quotes.answer-question', {
				questionId,
				answer: 'Yes: the mesh is finer than the seeds, and the wind takes off what lies on it.'
			});
		}
		if (d === 1)
			yard.call(mira, 'quotes.ask', {
				aboutId: '',
				asked: 'Could you begin with the even numbers, before the fair?',
				name: 'Mira Solheim'
			});
	}

	// Orla Penhallow: the everyday re-roof, being estimated now.
	yard.at(back(4), '08:50');
	const orla = yard.customer('Orla Penhallow', 'person', 'orla@penhallow.example', '555 010 2233', '14 Spindle Lane, Osselmere');
	const oj = yard.job('Penhallow house, new roof', orla, '14 Spindle Lane, Osselmere', site(2, -20), {
		source: 'Website',
		wanted: 'The roof is from 1989 and the north side leaks at the chimney. Also gutters, if the price is right.'
	});
	yard.call('bastian', 'jobs.move', { jobId: oj, stageId: 'measuring' });
	const oe = yard.estimate(oj);
	yard.call('bastian', 'estimates.write-intro', {
		estimateId: oe,
		title: 'New roof for 14 Spindle Lane',
		intro: 'We strip the old shingles, renew the underlayment and lay a laminated shingle roof, with a 12-year promise on our work.'
	});
	yard.scope(oe, 'Main roof, north and south', [['roof face', { length: "48'", run: '20\' 3"', pitch: '8' }, 2]], ['reroof-shingle']);
	yard.scope(
		oe,
		'Gutters and downspouts',
		[
			['typed', { measure: 'length', value: '132' }],
			['count', { count: '5' }]
		],
		['gutters-5'],
		true
	);
	yard.scope(oe, 'Attic insulation', [['room', { length: "42'", width: "28'", height: "5'" }]], ['attic-blown'], true);

	// Her choice of roof covering, side by side; the usual one counts until she chooses.
	const covering = (name: string, wording: string, price: string, cost: string) => {
		const { scopeId } = yard.call('bastian', 'estimates.add-scope', { estimateId: oe, name, wording, option: true });
		yard.call('bastian', 'estimates.add-line', {
			scopeId,
			name: `${name}, difference in material`,
			kind: 'material',
			unit: 'each',
			price: parseUnitPrice(price),
			cost: parseUnitPrice(cost)
		});
		return scopeId;
	};
	const coverings = [
		covering('Harbor shingle, 30 years', 'The laminated shingle of most houses on Spindle Lane.', '640', '455'),
		covering('Quarry shingle, heavy', 'Heavier, with a deeper shadow, and 130 mph wind cover.', '2,380', '1,710'),
		covering('Slate look, composite', 'Looks like slate, weighs a third of it, lasts fifty years.', '7,900', '5,820')
	];
	yard.call('bastian', 'estimates.put-group', {
		estimateId: oe,
		name: 'Roof covering',
		atLeast: 1,
		atMost: 1,
		members: coverings.map((id) => ({ kind: 'scope', id })),
		presetId: coverings[0] ?? null
	});
	yard.call('petra', 'estimates.comment', {
		estimateId: oe,
		text: '@Bastian the chimney on the north side leaks: is its flashing in the price?'
	});
	yard.call('bastian', 'estimates.save-template', { estimateId: se, name: 'Re-roof, shingle', kindOfWork: 'Re-roof' });
	yard.call('imogen', 'company.set-sign-off', { belowMargin: 500, aboveAmount: 25_000_000, discountAbove: 1_000, kindsOfWork: [] });

	// Spindle Lane 3: a quote below margin that waits for a sign-off, and others on the track.
	yard.at(back(3), '10:00');
	const juno = yard.customer('Juno Ashgrove', 'person', 'juno@ashgrove.example', '555 010 5151', '3 Spindle Lane, Osselmere');
	const jj = yard.job('Spindle Lane 3, porch roof', juno, '3 Spindle Lane, Osselmere', site(1, -21), { source: 'Neighbor' });
	const je = yard.estimate(jj);
	yard.scope(je, 'Porch', [['roof face', { length: "18'", run: "8'", pitch: '4' }]], ['reroof-shingle']);
	yard.decide(je);
	yard.call('bastian', 'estimates.set-whole', { estimateId: je, what: 'margin', value: '2%' });
	yard.call('bastian', 'estimates.ask-sign-off', {
		estimateId: je,
		note: 'She is the Penhallows’ neighbor: two roofs on one street, one set-up.'
	});
	const fennick = yard.customer(
		'Fennick Property Care',
		'organization',
		'desk@fennick.example',
		'555 010 8181',
		'22 Ropewalk, Osselmere',
		'46 sites in a gutter-care season.'
	);
	yard.job('Fennick, gutter care next season', fennick, '22 Ropewalk, Osselmere', site(7, -11), {
		kindOfWork: 'Gutters',
		source: 'Regular'
	});

	// The bakery again: the low roof at the back, at flat rates.
	yard.at(back(2), '14:20');
	const low = yard.job('Bakery, low roof at the back', bakery, '8 Quay Street, Osselmere', site(-3, -14), {
		kindOfWork: 'Repair',
		source: 'Regular'
	});
	const lowScope = yard.scope(yard.estimate(low), 'Low roof at the back', [], []);
	for (const title of ['Reseam an open lap, up to 10 ft', 'Reflash a roof drain', 'Reseal coping joints, up to 6'])
		yard.call('bastian', 'estimates.add-service', { scopeId: lowScope, serviceId: serviceCalled(yard, title) });

	planWeeks(yard, today, { library, school: sj, flashing });
	planAround(yard, today, { school: sj, ahead, back });

	// Leads: one fresh, one that may be a customer already.
	const public_ = { type: 'public', address: '192.0.2.1' } as const;
	yard.at(back(1), '19:12').call(public_, 'leads.receive', {
		name: 'Tilda Roskilly',
		mail: 'tilda@roskilly.example',
		phone: '',
		address: '27 Gull Street, Osselmere',
		wanted: 'Two skylights leak since the last storm. Could somebody look this week?',
		trap: '',
		openedMs: 45_000
	});
	yard.at(today, '07:48').call(public_, 'leads.receive', {
		name: 'O. Penhallow',
		mail: '',
		phone: '(555) 010-2233',
		address: '14 Spindle Ln, Osselmere',
		wanted: 'One more thing: can you look at the shed roof too?',
		trap: '',
		openedMs: 61_000
	});

	function planWeeks(y: Yard, from: string, ids: { library: string; school: string; flashing: string }): void {
		y.at(back(1), '15:00');
		y.call('petra', 'time-off.add', { personId: 'june', from: from, to: ahead(2), note: 'Moving house' });
		y.plan(ids.library, 'Membrane', ['suki', 'callum'], back(2), ahead(4));
		y.plan(ids.school, 'Tear-off', ['marco', 'teodor'], back(1), ahead(2));
		y.plan(ids.school, 'Tear-off', ['ravi'], today, today);
		y.plan(ids.library, 'Membrane', ['ravi'], ahead(1), ahead(1), [780, 930], 'Help with the lift');
		y.plan(ids.school, 'Tear-off', ['ravi'], ahead(1), ahead(2));
		y.plan(ids.school, 'Tear-off', ['ines'], today, today, [420, 780]);
		y.plan(ids.school, 'Dry-in', ['marco', 'teodor', 'ravi', 'ines'], ahead(3), ahead(7));
		y.plan(ids.flashing, '', ['noor'], today, today, [420, 690], 'Take the ladder stand-offs');
		y.plan(ids.school, 'Shingles', [null], ahead(3), ahead(5));
		y.plan(ids.library, 'Membrane', ['suki', 'callum', 'june'], ahead(5), ahead(12));
	}
}
