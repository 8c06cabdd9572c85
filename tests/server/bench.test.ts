import { parseUnitPrice } from '$lib/core/money';
import fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import { sizeText } from '$lib/core/measure';
import { computeEstimate, frozenHolds, writeBlock, type Frozen } from '$lib/core/estimate';
import { Refusal } from '$lib/core/refusal';
import type { App } from '$lib/server/app';
import { changesOf } from '$lib/server/estimates/changes';
import { lackingFor } from '$lib/server/estimates/lacking';
import { loadEstimate } from '$lib/server/estimates/load';
import { insideDocument } from '$lib/server/estimates/inside-pdf';
import { presence } from '$lib/server/live/presence';
import { reviewOf, waitingSignOffs } from '$lib/server/estimates/reviews';
import { earlierEstimates, earlierLines, leftOutOf, templateList } from '$lib/server/estimates/templates';
import { customerQuote } from '$lib/server/screens/customer-quote';
import type { Yard } from '../../src/demo/yard';
import { readPdf } from './pdf-reader';
import { count, freshYard, refused, value } from './yard';

let yard: Yard;
let app: App;
beforeAll(async () => {
	({ yard, app } = await freshYard());
});
let n = 0;
/** A bid with one scope of three free lines, 100.00 each at a cost of 60.00. */
function bid(more: Record<string, unknown> = {}) {
	n += 1;
	const customerId = yard.customer(`Bench customer ${n}`, 'person', `b${n}@customer.example`, '', '4 Gull Street');
	const jobId = yard.job(`Bench ${n}`, customerId, '4 Gull Street', [-47, -131], more);
	const estimateId = yard.estimate(jobId);
	const scopeId = yard.scope(estimateId, 'Work', [], []);
	const lines = ['One', 'Two', 'Three'].map((name) => free(scopeId, name));
	return { customerId, jobId, estimateId, scopeId, lines };
}
const free = (scopeId: string, name: string, price = '100', cost = '60') =>
	yard.call('bastian', 'estimates.add-line', { scopeId, name, kind: 'material', price: parseUnitPrice(price), cost: parseUnitPrice(cost) })
		.lineId;
const load = (id: string) => loadEstimate(app.db.orm, id)!;
const total = (id: string) => computeEstimate(load(id)).total;
const names = (id: string) => load(id).scopes.map((s) => [s.name, ...s.lines.map((l) => l.name)]);
const option = (estimateId: string, name: string, price = '0'): string => {
	const scopeId = yard.scope(estimateId, name, [], [], true);
	free(scopeId, name, price);
	return scopeId;
};

describe('a choose-one group', () => {
	it('counts what is preset, is chosen on the customer’s page, and wins the job at that price', () => {
		const b = bid();
		const [good, better, best] = ['100', '250', '400'].map((p, i) => option(b.estimateId, ['Good', 'Better', 'Best'][i]!, p));
		const { groupId } = yard.given('bastian', 'estimates.put-group', {
			estimateId: b.estimateId,
			name: 'Roof covering',
			atLeast: 1,
			atMost: 1,
			members: [good, better, best].map((id) => ({ kind: 'scope', id })),
			presetId: better
		});
		expect(total(b.estimateId).price).toBe(30_000 + 25_000);
		const q = yard.issue(b.estimateId, 'b@customer.example');
		expect(customerQuote(app, q.revisionId, null)?.view.totals.net).toBe(55_000);
		expect(customerQuote(app, q.revisionId, [best!])?.view.totals.net).toBe(70_000);
		expect(refused(() => yard.accept(q, 'B', []))[1]).toContain('Roof covering: choose one');
		expect(refused(() => yard.accept(q, 'B', [good!, best!]))[1]).toContain('2 are chosen');
		yard.accept(q, 'B', [best!]);
		expect(value(app, 'select contract_net from jobs where id = ?', b.jobId)).toBe(70_000);
		expect(count(app, 'select count(*) from option_groups where id = ?', groupId)).toBe(1);
	});
	it('must make sense, and is taken apart and put back by Undo', () => {
		const b = bid();
		const [a, c] = [option(b.estimateId, 'A', '10'), option(b.estimateId, 'C', '20')];
		const put = (more: Record<string, unknown>) =>
			yard.call('bastian', 'estimates.put-group', {
				estimateId: b.estimateId,
				name: 'G',
				atLeast: 1,
				atMost: 1,
				members: [a, c].map((id) => ({ kind: 'scope', id })),
				presetId: a,
				...more
			});
		expect(refused(() => put({ presetId: null }))[0]).toBe('presetId');
		expect(refused(() => put({ presetId: b.scopeId }))[0]).toBe('presetId');
		expect(refused(() => put({ atLeast: 2, atMost: 1 }))[0]).toBe('atMost');
		expect(refused(() => put({ atLeast: 3, atMost: 3 }))[0]).toBe('atLeast');
		const other = bid();
		expect(refused(() => put({ members: [a, other.scopeId].map((id) => ({ kind: 'scope', id })) }))[1]).toContain('another estimate');
		const { groupId } = put({});
		const whole = load(b.estimateId);
		yard.call('bastian', 'estimates.remove-group', { groupId });
		expect(load(b.estimateId).groups).toEqual([]);
		yard.call('bastian', 'estimates.undo', { estimateId: b.estimateId });
		expect(load(b.estimateId)).toEqual(whole);
		// Set aside, what counts is not offered any more: said before it goes out.
		yard.call('bastian', 'estimates.change-scope', { scopeId: a, setAside: true });
		expect(refused(() => yard.issue(b.estimateId, ''))[1]).toContain('not offered any more');
	});
	it('copies with its estimate, each copy its own group', () => {
		const b = bid();
		const [a, c] = [option(b.estimateId, 'A', '10'), option(b.estimateId, 'C', '20')];
		yard.call('bastian', 'estimates.put-group', {
			estimateId: b.estimateId,
			name: 'G',
			atLeast: 1,
			atMost: 1,
			members: [a, c].map((id) => ({ kind: 'scope', id })),
			presetId: c
		});
		const other = bid();
		yard.call('bastian', 'estimates.copy-from', { estimateId: other.estimateId, fromId: b.estimateId });
		const copy = load(other.estimateId);
		expect(copy.groups?.[0]?.id).not.toBe(load(b.estimateId).groups?.[0]?.id);
		expect(copy.scopes.find((s) => s.id === copy.groups?.[0]?.presetId)?.name).toBe('C');
		expect(total(other.estimateId).price).toBe(30_000 + total(b.estimateId).price);
	});
});

describe('many lines at once', () => {
	it('change in one step, all or none, and come back with one Undo', () => {
		const b = bid();
		const before = load(b.estimateId);
		yard.call('bastian', 'estimates.change-lines', { lineIds: b.lines.slice(0, 2), field: 'margin', value: '50%' });
		expect(load(b.estimateId).scopes[0]?.lines.map((l) => l.unitPrice)).toEqual([1_254_000, 1_254_000, 1_000_000]);
		yard.call('bastian', 'estimates.undo', { estimateId: b.estimateId });
		expect(load(b.estimateId)).toEqual(before);
		expect(
			refused(() => yard.call('bastian', 'estimates.change-lines', { lineIds: [...b.lines, 'nothing'], field: 'hidden', value: 'true' }))[1]
		).toContain('not there');
		expect(
			refused(() => yard.call('bastian', 'estimates.change-lines', { lineIds: b.lines, field: 'margin', value: '100%' }))[1]
		).toContain('100 %');
		expect(load(b.estimateId)).toEqual(before);
		const other = bid();
		expect(refused(() => yard.call('bastian', 'estimates.remove-lines', { lineIds: [b.lines[0]!, other.lines[0]!] }))[1]).toContain(
			'different estimates'
		);
	});
	it('move before another line and into another scope, children along', () => {
		const b = bid();
		const scopeId = yard.scope(b.estimateId, 'Second', [], []);
		const [one, two, three] = b.lines as [string, string, string];
		yard.call('bastian', 'estimates.change-line', { lineId: three, field: 'parent', value: `${one} × 2` });
		yard.call('bastian', 'estimates.move-lines', { lineIds: [one], scopeId, beforeId: null });
		expect(names(b.estimateId)).toEqual([
			['Work', 'Two'],
			['Second', 'One', 'Three']
		]);
		expect(
			refused(() => yard.call('bastian', 'estimates.move-lines', { lineIds: [three], scopeId: b.scopeId, beforeId: two }))[1]
		).toContain('hangs on');
		yard.call('bastian', 'estimates.move-lines', { lineIds: [one, three], scopeId: b.scopeId, beforeId: two });
		expect(names(b.estimateId)[0]).toEqual(['Work', 'One', 'Three', 'Two']);
		expect(computeEstimate(load(b.estimateId)).problems).toEqual([]);
	});
	it('paste from a spreadsheet in one step, catalog items priced as such', () => {
		const b = bid();
		const item = app.db.sqlite.prepare("select name, cost from items where kind = 'material' limit 1").get() as {
			name: string;
			cost: number;
		};
		const text = `Name\tQuantity\tUnit\tCost\tPrice\nCopper boot\t3\teach\t14.20\t29.00\n${item.name}\t5\t\t\t\nBad\tmany\t\t\t\n`;
		const done = yard.call('bastian', 'estimates.paste-block', {
			scopeId: b.scopeId,
			text,
			columns: ['name', 'quantity', 'unit', 'cost', 'price'],
			headed: true
		});
		expect(done).toEqual({ lines: 2, left: 1 });
		const [boot, known] = load(b.estimateId).scopes[0]!.lines.slice(3);
		expect(boot).toMatchObject({ name: 'Copper boot', unitCost: 142_000, unitPrice: 290_000 });
		expect(known).toMatchObject({ name: item.name, unitCost: item.cost });
		expect(known?.itemId).toBeTruthy();
		yard.call('bastian', 'estimates.undo', { estimateId: b.estimateId });
		expect(load(b.estimateId).scopes[0]?.lines).toHaveLength(3);
		const paste = (t: string, columns: string[]) =>
			refused(() => yard.given('bastian', 'estimates.paste-block', { scopeId: b.scopeId, text: t, columns, headed: false }));
		expect(paste('1\t2', ['quantity', 'cost'])[0]).toBe('columns');
		expect(paste('\t\nx', ['quantity', 'name'])[1]).toContain('No row');
		expect(paste(Array.from({ length: 10_001 }, () => 'x\ty').join('\n'), ['name', 'unit'])[1]).toContain('at most');
		expect(writeBlock([])).toContain('Name');
	});
	it('with headings between them keep every figure', () => {
		const b = bid();
		const before = total(b.estimateId);
		yard.call('bastian', 'estimates.add-heading', { scopeId: b.scopeId, text: 'North slope' });
		expect(total(b.estimateId)).toEqual(before);
		const layout = { layout: 'detailed', detail: 'lines', amounts: 'scopes', dataSheets: false };
		const q = yard.given('bastian', 'quotes.issue', {
			estimateId: b.estimateId,
			to: '',
			subject: '',
			text: '',
			layout
		});
		expect(customerQuote(app, q.revisionId, null)?.view.scopes[0]?.lines.at(-1)).toMatchObject({
			text: 'North slope',
			heading: true,
			amount: null
		});
	});
	it('any run of such steps and their undo restore the same figures', () => {
		const b = bid();
		const second = yard.scope(b.estimateId, 'Second', [], []);
		const start = JSON.stringify(load(b.estimateId));
		const step = fc.constantFrom('aside', 'margin', 'move', 'paste', 'remove', 'heading');
		fc.assert(
			fc.property(fc.array(step, { minLength: 1, maxLength: 6 }), (steps) => {
				let done = 0;
				for (const s of steps) {
					const before = JSON.stringify(load(b.estimateId));
					const ids = load(b.estimateId).scopes.flatMap((x) => x.lines.map((l) => l.id));
					const some = ids.slice(0, 2);
					try {
						if (s === 'paste')
							yard.call('bastian', 'estimates.paste-block', {
								scopeId: second,
								text: 'Pasted\t2',
								columns: ['name', 'quantity'],
								headed: false
							});
						else if (s === 'heading') yard.call('bastian', 'estimates.add-heading', { scopeId: second, text: 'H' });
						else if (some.length === 0) continue;
						else if (s === 'aside') yard.call('bastian', 'estimates.change-lines', { lineIds: some, field: 'setAside', value: 'true' });
						else if (s === 'margin') yard.call('bastian', 'estimates.change-lines', { lineIds: some, field: 'margin', value: '20%' });
						else if (s === 'move') yard.call('bastian', 'estimates.move-lines', { lineIds: some, scopeId: second, beforeId: null });
						else yard.call('bastian', 'estimates.remove-lines', { lineIds: some });
						// What left all as it was is no step to undo.
						if (JSON.stringify(load(b.estimateId)) !== before) done += 1;
					} catch (e) {
						if (!(e instanceof Refusal)) throw e;
					}
				}
				for (let k = 0; k < done; k++) yard.call('bastian', 'estimates.undo', { estimateId: b.estimateId });
				return JSON.stringify(load(b.estimateId)) === start;
			}),
			{ numRuns: 25, seed: 1_051_044_644 }
		);
	});
	it('put where they stand already are no step: Undo takes back what was done before', () => {
		const b = bid();
		const ids = load(b.estimateId).scopes[0]!.lines.map((l) => l.id);
		yard.call('bastian', 'estimates.change-line', { lineId: ids[0]!, field: 'quantity', value: '7' });
		yard.call('bastian', 'estimates.move-lines', { lineIds: ids.slice(-1), scopeId: b.scopeId, beforeId: null });
		yard.call('bastian', 'estimates.undo', { estimateId: b.estimateId });
		expect(load(b.estimateId).scopes[0]!.lines[0]!.source).toMatchObject({ quantity: 10_000 });
	});
});

describe('a part of an estimate', () => {
	it('is set to a margin alone: a scope, a kind', () => {
		const b = bid();
		const other = yard.scope(b.estimateId, 'Second', [], []);
		free(other, 'Four', '200', '150');
		yard.call('bastian', 'estimates.set-whole', { estimateId: b.estimateId, what: 'margin', value: '50%', scopeId: b.scopeId });
		const r = computeEstimate(load(b.estimateId));
		expect(r.scopes.map((s) => s.margin)).toEqual([500_000, expect.any(Number)]);
		expect(r.scopes[1]?.price).toBe(20_000);
		yard.call('bastian', 'estimates.set-whole', { estimateId: b.estimateId, what: 'total', value: '500', kind: 'material' });
		expect(total(b.estimateId).price).toBe(50_000);
		expect(
			refused(() => yard.call('bastian', 'estimates.set-whole', { estimateId: b.estimateId, what: 'total', value: '1', kind: 'labor' }))[1]
		).toContain('No unlocked line');
	});
});

describe('a template', () => {
	it('is kept without the measures of one house, begins the next, and says what was left out', () => {
		const b = bid({ kindOfWork: 'Re-roof' });
		yard.call('bastian', 'estimates.put-shape', { scopeId: b.scopeId, kind: 'count', typed: { count: '4' } });
		yard.call('bastian', 'estimates.put-assembly', { scopeId: b.scopeId, assemblyId: 'gutters-5' });
		const { templateId } = yard.call('bastian', 'estimates.save-template', {
			estimateId: b.estimateId,
			name: 'Everyday',
			kindOfWork: 'Re-roof'
		});
		const next = bid({ kindOfWork: 'Re-roof' });
		yard.call('bastian', 'estimates.use-template', { estimateId: next.estimateId, templateId });
		const made = load(next.estimateId).scopes[1]!;
		expect(made.shapes).toEqual([]);
		expect(made.lines).toHaveLength(load(b.estimateId).scopes[0]!.lines.length);
		expect(made.lines.every((l) => !load(b.estimateId).scopes[0]!.lines.some((x) => x.id === l.id))).toBe(true);
		expect(leftOutOf(app, next.estimateId)).toEqual({ template: 'Everyday', missing: [] });
		yard.call('bastian', 'estimates.remove-scope', { scopeId: made.id });
		const gone = leftOutOf(app, next.estimateId)?.missing.map((m) => m.name) ?? [];
		expect(gone.length).toBeGreaterThan(2);
		expect(gone).not.toContain('One');
		expect(templateList(app, 'Re-roof')[0]?.name).toBe('Everyday');
		expect(
			refused(() => yard.call('bastian', 'estimates.save-template', { estimateId: b.estimateId, name: 'Everyday', kindOfWork: '' }))[0]
		).toBe('name');
		yard.call('bastian', 'estimates.set-template-aside', { templateId });
		expect(templateList(app)).toEqual([]);
	});
	it('may be an earlier estimate; those of the same customer come first, and their lines are found again', () => {
		const b = bid({ kindOfWork: 'Gutters' });
		free(b.scopeId, 'Heron-proof netting', '75');
		bid({ kindOfWork: 'Gutters' });
		const jobId = yard.job('Again', b.customerId, '4 Gull Street', [-47, -131], { kindOfWork: 'Gutters' });
		expect(earlierEstimates(app, jobId)[0]?.id).toBe(b.estimateId);
		expect(earlierLines(app, jobId, 'netting heron').map((l) => [l.name, l.unitPrice])).toEqual([['Heron-proof netting', 750_000]]);
		expect(earlierLines(app, jobId, '%')).toEqual([]);
		const estimateId = yard.estimate(jobId);
		yard.call('bastian', 'estimates.copy-from', { estimateId, fromId: b.estimateId });
		expect(names(estimateId)).toEqual(names(b.estimateId));
		expect(total(estimateId)).toEqual(total(b.estimateId));
		expect(refused(() => yard.call('bastian', 'estimates.copy-from', { estimateId, fromId: estimateId }))[1]).toContain('itself');
	});
});

describe('an earlier revision', () => {
	it('comes back as a draft to its own figures, and Undo brings the newer state back', () => {
		const b = bid();
		const first = yard.issue(b.estimateId, '');
		const then = total(b.estimateId);
		yard.given('bastian', 'estimates.change-line', { lineId: b.lines[0], field: 'price', value: '175' });
		yard.given('bastian', 'estimates.remove-line', { lineId: b.lines[2] });
		const newer = load(b.estimateId);
		yard.call('bastian', 'estimates.from-revision', { estimateId: b.estimateId, revisionId: first.revisionId });
		expect(total(b.estimateId)).toEqual(then);
		expect(load(b.estimateId).scopes[0]?.lines.map((l) => l.id)).toEqual(b.lines);
		yard.call('bastian', 'estimates.undo', { estimateId: b.estimateId });
		expect(load(b.estimateId)).toEqual(newer);
		const frozen = JSON.parse(value<string>(app, 'select frozen from revisions where id = ?', first.revisionId)) as Frozen;
		expect(frozenHolds(frozen)).toBe(true);
		expect(
			refused(() => yard.call('bastian', 'estimates.from-revision', { estimateId: bid().estimateId, revisionId: first.revisionId }))[1]
		).toContain('another estimate');
	});
});

describe('second look and sign-off', () => {
	const rules = (more: Record<string, unknown>) =>
		yard.call('imogen', 'company.set-sign-off', { belowMargin: null, aboveAmount: null, discountAbove: null, kindsOfWork: [], ...more });
	const ask = (estimateId: string) => yard.call('bastian', 'estimates.ask-sign-off', { estimateId, note: 'Neighbor of the Penhallows' });
	const answer = (who: string, estimateId: string, give: boolean, words = '') =>
		yard.given(who, 'estimates.answer-sign-off', { signOffId: reviewOf(app, estimateId).last?.id, give, answer: words });
	const mails = () =>
		(app.db.sqlite.prepare('select "to", subject from outbox order by rowid desc limit 2').all() as { to: string; subject: string }[]).map(
			(m) => m.subject
		);

	it('holds a quote back until somebody with the right gave it for exactly what it is now', () => {
		rules({ belowMargin: 4_000 });
		const b = bid();
		expect(refused(() => yard.issue(b.estimateId, ''))).toEqual([
			'sign-off',
			'It needs a sign-off before it goes out: margin 37.3 % is below 40 %.'
		]);
		ask(b.estimateId);
		expect(mails()[0]).toContain('Sign-off asked for');
		expect(waitingSignOffs(app).map((s) => s.jobId)).toContain(b.jobId);
		expect(refused(() => ask(b.estimateId))[1]).toContain('asked for already');
		expect(refused(() => answer('bastian', b.estimateId, true))[1]).toContain('may not');
		expect(refused(() => answer('imogen', b.estimateId, false))[0]).toBe('answer');
		answer('imogen', b.estimateId, false, 'Ask 110 for the boots');
		expect(mails()[0]).toContain('Sent back');
		expect(refused(() => yard.issue(b.estimateId, ''))[0]).toBe('sign-off');
		ask(b.estimateId);
		answer('imogen', b.estimateId, true);
		// Another price is another sign-off.
		yard.given('bastian', 'estimates.change-line', { lineId: b.lines[0], field: 'price', value: '99' });
		expect(refused(() => yard.issue(b.estimateId, ''))[0]).toBe('sign-off');
		yard.call('bastian', 'estimates.undo', { estimateId: b.estimateId });
		expect(yard.issue(b.estimateId, '').revisionId).toBeTruthy();
		rules({});
	});
	it('that was asked for and overtaken by a change cannot be given', () => {
		rules({ aboveAmount: 25_000 });
		const b = bid();
		ask(b.estimateId);
		free(b.scopeId, 'More');
		expect(refused(() => answer('imogen', b.estimateId, true))[1]).toContain('changed since');
		const old = reviewOf(app, b.estimateId).last!.id;
		ask(b.estimateId);
		expect(refused(() => yard.call('imogen', 'estimates.answer-sign-off', { signOffId: old, give: true, answer: '' }))[1]).toContain(
			'newer request'
		);
		answer('imogen', b.estimateId, true);
		expect(refused(() => ask(b.estimateId))[1]).toContain('signed off as it stands');
		rules({});
		expect(refused(() => ask(bid().estimateId))[1]).toContain('needs no sign-off');
	});
	it('is noted when who may give it issues the quote themselves', () => {
		rules({ kindsOfWork: ['Tender'] });
		const b = bid({ kindOfWork: 'Tender' });
		yard.call('imogen', 'quotes.issue', { estimateId: b.estimateId, to: '', subject: '', text: '' });
		expect(reviewOf(app, b.estimateId).last).toMatchObject({ state: 'given', answeredBy: 'Imogen Tarrant', answer: 'by issuing it' });
		rules({});
	});
	it('has rules that only the owner sets, each beside its field when it is wrong', () => {
		expect(refused(() => rules({ belowMargin: -1 }))[0]).toBe('belowMargin');
		expect(refused(() => rules({ aboveAmount: -100 }))[0]).toBe('aboveAmount');
		expect(
			refused(() =>
				yard.call('bastian', 'company.set-sign-off', { belowMargin: null, aboveAmount: null, discountAbove: null, kindsOfWork: [] })
			)[1]
		).toContain('may not');
	});
	it('begins with remarks beside lines, and who is named is told, once', () => {
		const b = bid();
		const before = count(app, 'select count(*) from outbox');
		const { commentId } = yard.given('petra', 'estimates.comment', {
			estimateId: b.estimateId,
			lineId: b.lines[0],
			text: '@imogen and @Bastian Reyle: is this the copper one? Write to x@petra.example'
		});
		expect(count(app, 'select count(*) from outbox') - before).toBe(2);
		expect(reviewOf(app, b.estimateId).comments[0]).toMatchObject({ byName: 'Petra Vinter', lineId: b.lines[0], settledAt: null });
		yard.call('bastian', 'estimates.settle-comment', { commentId, settled: true });
		expect(reviewOf(app, b.estimateId).comments[0]?.settledBy).toBe('Bastian Reyle');
		expect(refused(() => yard.call('marco', 'estimates.comment', { estimateId: b.estimateId, text: 'hello' }))[1]).toContain('may not');
		expect(refused(() => yard.call('petra', 'estimates.comment', { estimateId: b.estimateId, text: '  ' }))[0]).toBe('text');
		// Nothing of it is on the customer's side.
		const q = yard.issue(b.estimateId, '');
		expect(JSON.stringify(customerQuote(app, q.revisionId, null))).not.toContain('copper one');
	});
});

describe('a change order', () => {
	const contract = (jobId: string) => value<number>(app, 'select contract_net from jobs where id = ?', jobId);
	const won = () => {
		const b = bid();
		yard.accept(yard.issue(b.estimateId, ''), 'B');
		return b;
	};
	const start = (jobId: string, title = 'More') => yard.call('bastian', 'estimates.start-change', { jobId, title });

	it('changes contract, budget and what is billed once it is accepted, and not a cent before', () => {
		const b = won();
		expect(contract(b.jobId)).toBe(30_000);
		const { estimateId, change } = start(b.jobId);
		expect(change).toBe(1);
		const scopeId = yard.scope(estimateId, 'Extra', [], []);
		free(scopeId, 'Deck', '250', '150');
		yard.call('bastian', 'estimates.change-days', { estimateId, days: 2 });
		const q = yard.issue(estimateId, '');
		expect(contract(b.jobId)).toBe(30_000);
		expect(customerQuote(app, q.revisionId, null)?.header.change).toBe(1);
		yard.accept(q, 'B');
		expect(contract(b.jobId)).toBe(55_000);
		expect(count(app, 'select sum(price) from budget_rows where job_id = ?', b.jobId)).toBe(55_000);
		expect(count(app, 'select sum(amount) from contract_lines where job_id = ?', b.jobId)).toBe(55_000);
		const positions = app.db.sqlite.prepare('select position p from contract_lines where job_id = ? order by position').all(b.jobId) as {
			p: number;
		}[];
		expect(new Set(positions.map((r) => r.p)).size).toBe(positions.length);
		expect(changesOf(app, b.jobId)).toMatchObject([{ number: 1, state: 'accepted', net: 25_000, days: 2 }]);
		const { invoiceId } = yard.call('petra', 'invoices.contract', { jobId: b.jobId, percent: 10_000 });
		expect(value<number>(app, 'select net from invoices where id = ?', invoiceId)).toBe(55_000);
	});
	it('may take work off: the contract falls, and the credit is billed to the cent', () => {
		const b = won();
		const { estimateId } = start(b.jobId, 'Left out');
		const scopeId = yard.scope(estimateId, 'Left out', [], []);
		free(scopeId, 'No second coat', '-80', '0');
		yard.call('imogen', 'quotes.issue', { estimateId, to: '', subject: '', text: '', despite: true });
		const revisionId = value<string>(
			app,
			'select r.id from revisions r join quotes q on q.id = r.quote_id where q.estimate_id = ?',
			estimateId
		);
		yard.call('petra', 'quotes.accept-by-hand', { revisionId, name: 'B' });
		expect(contract(b.jobId)).toBe(22_000);
		const { invoiceId } = yard.call('petra', 'invoices.contract', { jobId: b.jobId, percent: 10_000 });
		expect(value<number>(app, 'select net from invoices where id = ?', invoiceId)).toBe(22_000);
	});
	it('belongs to a won job, has numbers without gaps, and leaves the bid’s own estimate frozen', () => {
		const open = bid();
		expect(refused(() => start(open.jobId))[1]).toContain('not won yet');
		const b = won();
		expect([start(b.jobId).change, start(b.jobId).change]).toEqual([1, 2]);
		expect(refused(() => yard.issue(b.estimateId, ''))[1]).toContain('change order');
		expect(yard.call('bastian', 'estimates.start', { jobId: b.jobId }).estimateId).toBe(b.estimateId);
		expect(refused(() => yard.call('bastian', 'estimates.change-days', { estimateId: b.estimateId, days: 1 }))[1]).toContain(
			'Only a change order'
		);
		const declined = start(b.jobId);
		free(yard.scope(declined.estimateId, 'X', [], []), 'X');
		const q = yard.issue(declined.estimateId, '');
		yard.call(yard.link('quote', q.linkId, q.revisionId), 'quotes.answer', {
			answer: 'declined',
			name: '',
			signature: '',
			agreed: false,
			chosen: [],
			reason: 'Not now',
			address: '',
			agent: ''
		});
		expect(contract(b.jobId)).toBe(30_000);
		expect(value(app, 'select meaning from stages where id = (select stage_id from jobs where id = ?)', b.jobId)).toBe('ready');
	});
});

describe('what comes along, and what is pooled', () => {
	const item = (code: string, more: Record<string, unknown> = {}) =>
		yard.call('petra', 'catalog.save-item', {
			code,
			name: `${code} thing`,
			kind: 'material',
			unit: 'each',
			cost: 100_000,
			rule: { by: 'markup', percent: 5_000 },
			taxCodeId: null,
			categoryId: null,
			wording: '',
			...more
		}).id;
	it('brings the items that one requires as children that follow it, and theirs too, never in a loop', () => {
		const washer = item('CA-W');
		item('CA-S', { companions: 'CA-W × 2' });
		const bracket = item('CA-B', { companions: 'CA-S × 4' });
		yard.call('petra', 'catalog.save-item', {
			...{ itemId: washer, code: 'CA-W', name: 'CA-W thing', kind: 'material', unit: 'each', cost: 100_000 },
			...{ rule: { by: 'markup', percent: 5_000 }, taxCodeId: null, categoryId: null, wording: '', companions: 'CA-B × 1' }
		});
		const b = bid();
		yard.call('bastian', 'estimates.add-line', { scopeId: b.scopeId, itemId: bracket, quantity: 60_000 });
		expect(
			computeEstimate(load(b.estimateId))
				.lines.slice(3)
				.map((l) => [l.line.name, l.quantity / 10_000])
		).toEqual([
			['CA-B thing', 6],
			['CA-S thing', 24],
			['CA-W thing', 48]
		]);
	});
	it('refuses what comes along in words at its field', () => {
		expect(refused(() => item('CA-X', { companions: 'NO-SUCH × 2' }))).toEqual(['companions', 'There is no item with the code “NO-SUCH”.']);
		expect(refused(() => item('CA-Y', { companions: 'CA-Y' }))[0]).toBe('companions');
		expect(refused(() => item('CA-Z', { companions: 'CA-W × 0' }))[0]).toBe('companions');
	});
	it('asks only for measures that no shape gives, keeps them as typed shapes, and pools the same item', () => {
		const membrane = item('CA-M');
		const part = (measure: string, per: number) => ({
			...{ itemId: membrane, sheetId: null, name: '', measures: [measure], placeholder: '', reminder: false, note: '', phase: '' },
			rate: { amount: 10_000, per: per * 10_000, waste: 0, step: 10_000 }
		});
		yard.call('imogen', 'company.name-measures', { measures: ['wall flashing (length)'] });
		const { id: assemblyId } = yard.given('bastian', 'catalog.save-assembly', {
			...{ name: 'Membrane', category: 'Roof', wording: '', crewSheet: {}, choices: [], refusals: [] },
			parts: [part('area', 400), part('wall flashing (length)', 65)]
		});
		const b = bid();
		yard.call('bastian', 'estimates.put-shape', {
			...{ scopeId: b.scopeId, kind: 'roof face', typed: { length: '96', run: '14', pitch: '8' } }
		});
		expect(lackingFor(app.db.orm, b.scopeId, assemblyId, {})).toEqual([{ measure: 'wall flashing (length)', likely: '' }]);
		// What the job’s size says of a measure is offered with it.
		const fresh = bid();
		yard.call('petra', 'jobs.change', { jobId: fresh.jobId, size: 245_000, sizeUnit: 'squares' });
		expect(lackingFor(app.db.orm, fresh.scopeId, assemblyId, {})).toEqual([
			{ measure: 'area', likely: '24.5 squares' },
			{ measure: 'wall flashing (length)', likely: '' }
		]);
		const put = (measures: Record<string, string>) =>
			yard.call('bastian', 'estimates.put-assembly', { scopeId: b.scopeId, assemblyId, measures });
		expect(refused(() => put({ 'wall flashing (length)': 'long' }))[0]).toBe('wall flashing (length)');
		put({ 'wall flashing (length)': '96' });
		expect(lackingFor(app.db.orm, b.scopeId, assemblyId, {})).toEqual([]);
		const lines = () => computeEstimate(load(b.estimateId)).lines.filter((l) => l.line.itemId === membrane);
		expect(lines().map((l) => l.quantity / 10_000)).toEqual([5, 2]);
		yard.call('bastian', 'estimates.pool-lines', { lineIds: lines().map((l) => l.line.id) });
		expect(lines().map((l) => l.quantity / 10_000)).toEqual([6]);
		yard.call('bastian', 'estimates.undo', { estimateId: b.estimateId });
		expect(lines().map((l) => l.quantity / 10_000)).toEqual([5, 2]);
		expect(refused(() => yard.call('bastian', 'estimates.pool-lines', { lineIds: b.lines }))[1]).toMatch(/same catalog item/);
	});
	it('names a measure once, and not like one that shapes give', () => {
		const name = (measures: string[]) => refused(() => yard.given('imogen', 'company.name-measures', { measures }))[0];
		expect([name(['ridge']), name(['a (length)', 'A (area)'])]).toEqual(['measure', 'measure']);
	});
	it('shows the inside as a PDF with its own figures', async () => {
		const b = bid();
		const doc = await insideDocument(app, b.estimateId);
		const { text } = await readPdf(doc!.bytes);
		expect(text).toContain('for us only');
		expect(text).toContain('300.00');
		expect(await insideDocument(app, 'gone')).toBeNull();
	});
	it('tells who else is here, and forgets who left or went silent', () => {
		const [a, z] = [
			{ id: 'a', name: 'Ada' },
			{ id: 'z', name: 'Zoe' }
		];
		expect(presence.here('estimate:x', a, 0)).toEqual([]);
		expect(presence.here('estimate:x', z, 1000)).toEqual(['Ada']);
		expect(presence.here('estimate:other', a, 1000)).toEqual([]);
		expect(presence.here('estimate:x', a, 2000, true)).toEqual(['Zoe']);
		expect(presence.here('estimate:x', a, 60_000)).toEqual([]);
	});
});

describe('a scope that is typed with its size', () => {
	const sizes = (estimateId: string) =>
		load(estimateId).scopes.map((s) => [s.name, s.option, s.shapes.map((x) => sizeText(x.figure, 'imperial')).join()]);
	it('has its shape; its copy has its own name, size and offer, and everything else', () => {
		const b = bid();
		const { scopeId } = yard.given('bastian', 'estimates.add-scope', {
			...{ estimateId: b.estimateId, name: 'North room' },
			shape: { kind: 'room', typed: { length: '14', width: '12', height: '8' } }
		});
		yard.call('bastian', 'estimates.add-line', { scopeId, name: 'Paint', kind: 'material', quantity: 30_000 });
		const shapeId = value<string>(app, 'select id from shapes where scope_id = ?', scopeId);
		const copy = (size: string) =>
			yard.given('bastian', 'estimates.copy-scope', { scopeId, name: 'Office', option: true, sizes: [{ shapeId, size }] });
		expect(refused(() => copy('10 x wide'))).toEqual(['sizes', expect.stringContaining('wide')]);
		expect(load(b.estimateId).scopes).toHaveLength(2);
		const made = copy(`12' 6" x 10`);
		expect(sizes(b.estimateId).slice(1)).toEqual([
			['North room', false, `14' × 12' × 8'`],
			['Office', true, `12' 6" × 10' × 8'`]
		]);
		expect(load(b.estimateId).scopes.find((s) => s.id === made.scopeId)?.lines).toMatchObject([{ name: 'Paint' }]);
		yard.call('bastian', 'estimates.undo', { estimateId: b.estimateId });
		expect(sizes(b.estimateId)).toHaveLength(2);
	});
});
