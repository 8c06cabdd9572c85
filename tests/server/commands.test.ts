import { readdirSync } from 'node:fs';
import { beforeAll, describe, expect, it } from 'vitest';
import fc from 'fast-check';
import { ROLES } from '$lib/core/access';
import { may } from '$lib/core/access';
import { computeEstimate, frozenHolds } from '$lib/core/estimate';
import { Refusal } from '$lib/core/refusal';
import { COMMANDS } from '$lib/server/all-commands';
import type { App } from '$lib/server/app';
import { allowed, BadInput, NotAllowed, Stale, type Actor } from '$lib/server/commands';
import { loadEstimate } from '$lib/server/estimates/load';
import { needsOf } from '$lib/server/route-access';
import { missingRights, routesOf } from '../../scripts/routes';
import type { Yard } from '../../src/demo/yard';
import { count, freshYard, value, wonJob } from './yard';

let yard: Yard;
let app: App;
beforeAll(async () => {
	({ yard, app } = await freshYard());
});
/** Everything a command could change, but for what is counted apart. */
const state = () =>
	JSON.stringify(
		[
			'jobs',
			'customers',
			'leads',
			'scopes',
			'lines',
			'shapes',
			'items',
			'revisions',
			'answers',
			'shifts',
			'time_entries',
			'cost_entries',
			'invoices',
			'invoice_lines',
			'payments',
			'allocations',
			'outbox',
			'history',
			'counters',
			'people'
		].map((t) => [
			t,
			app.db.sqlite.prepare(`select count(*) n, total(rowid) s from ${t}`).get(),
			t === 'counters' ? app.db.sqlite.prepare('select * from counters').all() : 0
		])
	);
const refusal = (work: () => unknown): Refusal => {
	try {
		work();
	} catch (e) {
		if (e instanceof Refusal) return e;
		throw e;
	}
	throw new Error('It was not refused.');
};

describe('access', () => {
	const actors: Actor[] = [
		...ROLES.map((role): Actor => ({ type: 'person', id: 'imogen', name: role, role })),
		{ type: 'public', address: '192.0.2.1' },
		{ type: 'link', kind: 'quote', linkId: 'x', subjectId: 'x' },
		{ type: 'link', kind: 'invoice', linkId: 'x', subjectId: 'x' },
		{ type: 'link', kind: 'password', linkId: 'x', subjectId: 'x' },
		{ type: 'link', kind: 'firm', linkId: 'x', subjectId: 'x' },
		{ type: 'link', kind: 'calendar', linkId: 'x', subjectId: 'x' },
		{ type: 'link', kind: 'document', linkId: 'x', subjectId: 'x' }
	];
	it('is enforced for every role on every command, before anything else', () => {
		const before = state();
		let refused = 0;
		for (const command of COMMANDS.values())
			for (const actor of actors) {
				const expected =
					actor.type === 'person'
						? command.right === 'public' ||
							(command.right !== 'system' && !command.right.endsWith(' link') && may(actor, command.right as never))
						: command.right === 'public' || (actor.type === 'link' && command.right === `${actor.kind} link`);
				expect([command.name, actor, allowed(actor, command.right)]).toEqual([command.name, actor, expected]);
				if (expected) continue;
				refused += 1;
				expect(refusal(() => app.runGiven(command, { anything: 1 }, actor))).toBeInstanceOf(NotAllowed);
			}
		expect(refused).toBeGreaterThan(100);
		expect(state()).toBe(before);
	});
	it('covers every page and endpoint by a line of the route table, by the route that was matched', () => {
		const files = readdirSync('src/routes', { recursive: true, encoding: 'utf8' });
		expect(routesOf(files).length).toBeGreaterThan(90);
		expect(missingRights(files, needsOf)).toEqual([]);
		expect(needsOf('/(desk)/jobs/[id]/estimate')).toBe('estimates.see');
		expect(needsOf('/(desk)/jobs/[id]/bill')).toBe('invoices.see');
		expect(needsOf('/jobs/x/estimate')).toBeNull();
		expect(needsOf('/constructor')).toBeNull();
	});
	it('finds a route that was planted without a right, which then fails the build', () => {
		const planted = [
			'(desk)/secret/[id]/+page.svelte',
			'api/leak/+server.ts',
			'today/+page.server.ts',
			'today/+layout.svelte',
			'today/helper.ts'
		];
		expect(missingRights(planted, needsOf)).toEqual(['/(desk)/secret/[id]', '/api/leak']);
	});
});

const TAKES_ANY = [
	...['company.set-up', 'files.keep', 'forms.keep-issued', 'plan.renew-calendar', 'company.target-margin', 'plan.begin-draft']
];
describe('a command', () => {
	it('refuses garbage in plain words with the field, and changes nothing', () => {
		const before = state();
		const e = refusal(() =>
			yard.call('petra', 'leads.enter', { name: ' ', mail: 'nonsense', phone: '', address: '', wanted: '', via: 'phone' })
		);
		expect(e).toBeInstanceOf(BadInput);
		expect(e.field).toBe('name');
		expect(state()).toBe(before);
	});
	it('survives schema-near garbage on every command: a refusal, never a crash, never a change', () => {
		const junk = fc.oneof(
			fc.string(),
			fc.integer(),
			fc.double(),
			fc.boolean(),
			fc.constant(null),
			fc.constant('-1'),
			fc.constant("'; drop table jobs; --"),
			fc.constant('=1+1'),
			fc.constant('💥'.repeat(50)),
			fc.array(fc.string(), { maxLength: 3 }),
			fc.constant('99999999999999999999')
		);
		const before = state();
		for (const command of COMMANDS.values()) {
			// A switch, a number or a name alone cannot be garbage: any is one it takes; bytes are made by the program itself.
			if (TAKES_ANY.includes(command.name)) continue;
			const fields = Object.keys(command.input.properties);
			fc.assert(
				fc.property(fc.array(junk, { minLength: fields.length, maxLength: fields.length }), fc.boolean(), (values, extra) => {
					const input = Object.fromEntries(fields.map((f, i) => [f, values[i]]));
					try {
						app.runGiven(
							command,
							extra ? { ...input, extra: 1 } : input,
							command.right === 'quote link'
								? { type: 'link', kind: 'quote', linkId: 'x', subjectId: 'x' }
								: command.right === 'invoice link'
									? { type: 'link', kind: 'invoice', linkId: 'x', subjectId: 'x' }
									: command.right === 'public' || command.right === 'system'
										? { type: 'system' }
										: yard.as('imogen')
						);
					} catch (e) {
						expect(e).toBeInstanceOf(Refusal);
					}
				}),
				{ numRuns: 40, seed: 11 }
			);
		}
		expect(state()).toBe(before);
	});
	it('does once what is asked twice with the same key', () => {
		const enter = () =>
			app.runGiven(
				COMMANDS.get('leads.enter') as never,
				{ name: 'Twice', mail: '', phone: '1', address: '', wanted: '', via: 'phone' },
				yard.as('petra'),
				'click-1'
			);
		expect(enter()).toEqual(enter());
		expect(count(app, "select count(*) from leads where name = 'Twice'")).toBe(1);
	});
	it('gives numbers without gaps or doubles, also when some fail', () => {
		const numbers: number[] = [];
		for (let i = 0; i < 6; i++) {
			const customer = yard.customer(`N${i}`, 'person', '', '', '');
			const job = yard.job(`N${i}`, customer, '', [0, 0]);
			const estimate = yard.estimate(job);
			expect(refusal(() => yard.issue(estimate, '')).message).toContain('nothing on this estimate');
			const scope = yard.scope(estimate, 'S', [], []);
			yard.call('bastian', 'estimates.add-line', { scopeId: scope, name: 'Work', price: 1_000_000 });
			yard.issue(estimate, '');
			numbers.push(value<number>(app, 'select number from quotes where job_id = ?', job));
		}
		expect(numbers).toEqual(numbers.map((_, i) => (numbers[0] ?? 0) + i));
	});
	it('refuses a change on an older version with what to do, and keeps the newer one', () => {
		const id = yard.customer('Versioned', 'person', '', '', '');
		const save = (name: string, version: number) =>
			yard.call('petra', 'customers.save', { customerId: id, name, kind: 'person', mail: '', phone: '', address: '', notes: '', version });
		save('First', 1);
		expect(refusal(() => save('Second', 1))).toBeInstanceOf(Stale);
		expect(value(app, 'select name from customers where id = ?', id)).toBe('First');
	});
	it('writes who, when and what before and after into history', () => {
		const { jobId } = wonJob(yard, 'History');
		yard.call('petra', 'jobs.change', { jobId, crewBrief: 'Mind the dog.' });
		const row = app.db.sqlite.prepare("select * from history where command = 'jobs.change' order by id desc limit 1").get() as {
			by_name: string;
			subject: string;
			changes: string;
		};
		expect(row).toMatchObject({ by_name: 'Petra Vinter', subject: `job:${jobId}` });
		const [change] = JSON.parse(row.changes) as { before: { crewBrief: string }; after: { crewBrief: string } }[];
		expect([change?.before.crewBrief, change?.after.crewBrief]).toEqual(['', 'Mind the dog.']);
	});
});

describe('the estimate', () => {
	it('is the same after any run of edits and their undo, and again after redo', () => {
		const customer = yard.customer('Undo', 'person', '', '', '');
		const job = yard.job('Undo', customer, '', [0, 0]);
		const estimateId = yard.estimate(job);
		const scopeId = yard.scope(estimateId, 'Roof', [['roof face', { length: '40', run: '12', pitch: '6' }]], ['reroof-shingle']);
		const snapshot = () => JSON.stringify(loadEstimate(app.db.orm, estimateId));
		const lineIds = () =>
			(
				app.db.sqlite
					.prepare('select l.id from lines l join scopes s on s.id = l.scope_id where s.estimate_id = ? order by l.position')
					.all(estimateId) as { id: string }[]
			).map((l) => l.id);
		const edits: ((n: number) => void)[] = [
			(n) =>
				yard.given('bastian', 'estimates.change-line', {
					lineId: lineIds()[n % lineIds().length],
					field: 'quantity',
					value: String(n + 1)
				}),
			(n) => yard.given('bastian', 'estimates.change-line', { lineId: lineIds()[n % lineIds().length], field: 'price', value: `${n}.50` }),
			(n) => yard.given('bastian', 'estimates.change-line', { lineId: lineIds()[n % lineIds().length], field: 'setAside', value: 'true' }),
			(n) =>
				yard.call('bastian', 'estimates.put-shape', { scopeId, kind: 'slab', typed: { length: String(n + 1), width: '3', depth: '' } }),
			(n) => yard.call('bastian', 'estimates.copy-scope', { scopeId, name: `Copy ${n}` }),
			(n) => yard.call('bastian', 'estimates.set-whole', { estimateId, what: 'discount', value: `${n % 50}%` }),
			(n) => yard.call('bastian', 'estimates.set-whole', { estimateId, what: 'total', value: String(5000 + n) }),
			(n) => yard.given('bastian', 'estimates.move-line', { lineId: lineIds()[n % lineIds().length], by: n % 2 ? 1 : -1 }),
			(n) => yard.given('bastian', 'estimates.remove-line', { lineId: lineIds()[n % lineIds().length] })
		];
		fc.assert(
			fc.property(fc.array(fc.tuple(fc.nat(edits.length - 1), fc.nat(99)), { minLength: 1, maxLength: 6 }), (sequence) => {
				const states = [snapshot()];
				for (const [which, n] of sequence) {
					edits[which]!(n);
					// What left all as it was is no step to undo.
					if (snapshot() !== states.at(-1)) states.push(snapshot());
				}
				const steps = states.length - 1;
				for (let i = steps - 1; i >= 0; i--) {
					yard.call('bastian', 'estimates.undo', { estimateId });
					expect(snapshot()).toBe(states[i]);
				}
				for (let i = 1; i <= steps; i++) yard.call('bastian', 'estimates.undo', { estimateId, redo: true });
				expect(snapshot()).toBe(states.at(-1));
				for (let i = 0; i < steps; i++) yard.call('bastian', 'estimates.undo', { estimateId });
			}),
			{ numRuns: 15, seed: 3 }
		);
	});
	it('asks when two people change the same cell, and merges different ones', () => {
		const { estimateId } = wonJob(yard, 'Two hands');
		const line = loadEstimate(app.db.orm, estimateId)!.scopes[0]!.lines[0]!;
		const change = (field: string, v: string, seen?: string) =>
			yard.given('bastian', 'estimates.change-line', { lineId: line.id, field, value: v, ...(seen === undefined ? {} : { seen }) });
		change('note', 'mine', line.note);
		expect(refusal(() => change('note', 'yours', line.note))).toBeInstanceOf(Stale);
		change('phase', 'Other phase', 'Tear-off');
		expect(value(app, 'select note from lines where id = ?', line.id)).toBe('mine');
	});
	it.each([
		['quantity', '-3'],
		['quantity', '1e9'],
		['quantity', '9999999999'],
		['price', 'cheap'],
		['margin', '100%'],
		['cost', '-1'],
		['name', '  ']
	])('refuses %s of %s', (field, v) => {
		const { estimateId } = wonJob(yard, `Bad ${field}${v}`);
		const e = loadEstimate(app.db.orm, estimateId)!;
		expect(
			refusal(() => yard.given('bastian', 'estimates.change-line', { lineId: e.scopes[0]!.lines[1]!.id, field, value: v })).message
		).not.toBe('');
		expect(loadEstimate(app.db.orm, estimateId)).toEqual(e);
	});
	it('does not go out with a line to decide or below break-even unless meant', () => {
		const job = yard.job('Guards', yard.customer('G', 'person', '', '', ''), '', [0, 0]);
		const estimateId = yard.estimate(job);
		yard.scope(estimateId, 'Roof', [['roof face', { length: '40', run: '12', pitch: '6' }]], ['reroof-shingle']);
		const issue = (despite = false) => yard.call('bastian', 'quotes.issue', { estimateId, to: '', subject: '', text: '', despite });
		expect(refusal(() => issue()).message).toContain('still to decide');
		yard.decide(estimateId);
		yard.call('bastian', 'estimates.set-whole', { estimateId, what: 'margin', value: '-5%' });
		expect(refusal(() => issue()).message).toContain('below break-even');
		issue(true);
		expect(
			count(app, "select count(*) from revisions r join quotes q on q.id = r.quote_id where q.job_id = ? and r.state = 'open'", job)
		).toBe(1);
	});
	it('keeps every issued revision recomputing to its own figures', () => {
		const rows = app.db.sqlite.prepare('select frozen from revisions').all() as { frozen: string }[];
		expect(rows.length).toBeGreaterThan(5);
		expect(rows.every((r) => frozenHolds(JSON.parse(r.frozen) as never))).toBe(true);
		const { estimateId } = wonJob(yard, 'Later change');
		const before = computeEstimate(loadEstimate(app.db.orm, estimateId)!).total.price;
		yard.call('petra', 'catalog.save-item', {
			itemId: value<string>(app, "select id from items where code = 'TS-SHL-LAM'"),
			code: 'TS-SHL-LAM',
			name: 'Shingle, laminated',
			kind: 'material',
			unit: 'bundle',
			cost: 990_000,
			rule: { by: 'inherit' },
			taxCodeId: 'materials',
			categoryId: 'steep',
			wording: ''
		});
		expect(computeEstimate(loadEstimate(app.db.orm, estimateId)!).total.price).toBe(before);
	});
});
