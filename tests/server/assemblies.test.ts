import { beforeAll, describe, expect, it } from 'vitest';
import { computeEstimate, fillWording, quoteView } from '$lib/core/estimate';
import type { App } from '$lib/server/app';
import { exportAssemblies } from '$lib/server/catalog/assembly-format';
import { partsUnder, questionsOf } from '$lib/server/catalog/recipes';
import { loadEstimate } from '$lib/server/estimates/load';
import type { Yard } from '../../src/demo/yard';
import { freshYard, value } from './yard';

let yard: Yard;
let app: App;
let item: (code: string) => string;
beforeAll(async () => {
	({ yard, app } = await freshYard());
	item = (code) => value<string>(app, 'select id from items where code = ?', code);
});
const part = (more: Record<string, unknown>) => ({
	itemId: null,
	sheetId: null,
	childId: null,
	name: '',
	measures: ['area'],
	rate: { amount: 10_000, per: 1_000_000, waste: 0, step: 10_000 },
	placeholder: '',
	reminder: false,
	note: '',
	phase: '',
	...more
});
const LAYERS = {
	id: 'layers',
	question: 'How many layers come off?',
	required: true,
	answers: [
		{ id: 'one', text: 'one', wording: '' },
		{ id: 'two', text: 'two', wording: 'Both old layers come off.' }
	]
};
const PITCH = {
	id: 'pitch',
	question: 'How steep?',
	required: false,
	answers: [
		{ id: 'low', text: 'walkable', wording: '' },
		{ id: 'steep', text: 'steep', wording: '' }
	]
};
const save = (id: string, more: Record<string, unknown>) =>
	yard.given('bastian', 'catalog.save-assembly', {
		assemblyId: id,
		name: id,
		category: 'Test',
		wording: '',
		crewSheet: {},
		parts: [part({ itemId: item('SITE-DUMP') })],
		...more
	});
const strip = () =>
	save('strip', {
		wording: 'We strip {area} of roof.',
		choices: [LAYERS, PITCH],
		refusals: [{ when: { layers: ['two'], pitch: ['steep'] }, text: 'Two layers on a steep roof need a site visit.' }],
		parts: [
			part({
				sheetId: 'steep',
				name: 'Tear-off',
				rate: { amount: 10_000, per: 900_000, waste: 0, step: 2500 },
				factors: [{ when: { layers: ['two'] }, factor: 16_000 }]
			}),
			part({ itemId: item('SITE-DUMP'), rate: { amount: 10_000, per: 20_000_000, waste: 0, step: 10_000 } }),
			part({ itemId: item('SITE-LIFT'), when: { pitch: ['steep'] } })
		]
	});
function scopeWith(assemblyId: string, answered: Record<string, string>) {
	const estimateId = yard.estimate(yard.job('J', yard.customer('C', 'person', '', '', ''), '', [0, 0]));
	const scopeId = yard.scope(estimateId, 'S', [['typed', { measure: 'area', value: '2340' }]], []);
	yard.call('bastian', 'estimates.put-assembly', { scopeId, assemblyId, answered });
	const estimate = loadEstimate(app.db.orm, estimateId)!;
	const result = computeEstimate(estimate);
	const scope = estimate.scopes[0]!;
	return {
		scope,
		reads: fillWording(scope.wording, result.scopes[0]!.measures, 'imperial'),
		lines: result.lines.map((l) => [l.line.name, l.quantity / 10_000])
	};
}

const UNTAXED = { codes: [], components: [], day: '2027-04-14', exemption: null };

describe('an assembly that asks', () => {
	it('puts on the parts that hold, at the rates the answers give, with the wording they add', () => {
		strip();
		expect(scopeWith('strip', { layers: 'one' })).toMatchObject({
			lines: [
				['Tear-off', 26],
				['Container, 20 yd', 2]
			],
			scope: { wording: 'We strip {area} of roof.' },
			reads: 'We strip 2,340 sq ft of roof.'
		});
		const two = scopeWith('strip', { layers: 'two', pitch: 'low' });
		expect(two.lines[0]).toEqual(['Tear-off', 41.75]);
		expect(two.reads).toBe('We strip 2,340 sq ft of roof. Both old layers come off.');
		expect(scopeWith('strip', { layers: 'one', pitch: 'steep' }).lines.map(([n]) => n)).toContain('Roof lift');
	});
	it('is not put on with a question open, an answer that is not offered, or answers that do not go together', () => {
		const lines = () => value<number>(app, 'select count(*) from lines');
		const before = lines();
		expect(() => scopeWith('strip', {})).toThrow('How many layers');
		expect(() => scopeWith('strip', { layers: 'seven' })).toThrow('not offered');
		expect(() => scopeWith('strip', { layers: 'two', pitch: 'steep' })).toThrow('site visit');
		expect(lines()).toBe(before);
	});
	it('keeps what was put on when it changes afterwards', () => {
		const { scope } = scopeWith('strip', { layers: 'one' });
		save('strip', { parts: [part({ itemId: item('SITE-PERM') })], choices: [], refusals: [] });
		expect(value(app, 'select count(*) from lines where scope_id = ?', scope.id)).toBe(2);
		strip();
	});
});

describe('nested assemblies', () => {
	it('come in their place, ask their own questions, and may ask alike', () => {
		strip();
		save('whole', {
			choices: [LAYERS],
			parts: [
				part({ itemId: item('SITE-PERM'), measures: ['area'] }),
				part({ childId: 'strip', measures: [] }),
				part({ sheetId: 'steep', name: 'Last', when: { layers: ['two'] } })
			]
		});
		expect(questionsOf(app.db.orm, 'whole').choices.map((c) => c.id)).toEqual(['layers', 'strip/layers', 'strip/pitch']);
		const under = partsUnder(app.db.orm, 'whole', { layers: 'one', 'strip/layers': 'two' });
		expect(under.map((u) => u.part.name || u.part.itemId)).toEqual([item('SITE-PERM'), 'Tear-off', item('SITE-DUMP')]);
		expect(under[1]?.rate.amount).toBe(16_000);
		expect(scopeWith('whole', { layers: 'two', 'strip/layers': 'one' }).lines.map(([n]) => n)).toEqual([
			'Building permit',
			'Tear-off',
			'Container, 20 yd',
			'Last'
		]);
		expect(() => scopeWith('whole', { layers: 'one' })).toThrow('How many layers');
	});
	it('are refused in a loop, naming the way round, and cannot be set aside while held', () => {
		save('a', {});
		save('b', { parts: [part({ childId: 'a', measures: [] })] });
		expect(() => save('a', { parts: [part({ childId: 'b', measures: [] })] })).toThrow('a → b → a');
		expect(() => save('a', { parts: [part({ childId: 'a', measures: [] })] })).toThrow('a → a');
		expect(() => yard.call('bastian', 'catalog.set-assembly-aside', { assemblyId: 'a' })).toThrow('b holds it');
	});
	it('are copied whole', () => {
		const { id } = yard.call('bastian', 'catalog.copy-assembly', { assemblyId: 'strip', name: 'Strip, copy' });
		expect(questionsOf(app.db.orm, id)).toEqual(questionsOf(app.db.orm, 'strip'));
		expect(partsUnder(app.db.orm, id, { layers: 'two' }).map((p) => p.rate)).toEqual(
			partsUnder(app.db.orm, 'strip', { layers: 'two' }).map((p) => p.rate)
		);
	});
});

describe('an assembly is refused', () => {
	it.each<[string, Record<string, unknown>, string]>([
		['without parts', { parts: [] }, ''],
		['a part that is nothing', { parts: [part({})] }, 'an item, labor, or another assembly'],
		['a part that is two things', { parts: [part({ itemId: 'x', sheetId: 'steep' })] }, 'an item, labor, or another assembly'],
		['a part without a measure', { parts: [part({ sheetId: 'steep', measures: [] })] }, 'which measure'],
		['an item that is gone', { parts: [part({ itemId: 'gone' })] }, 'not there'],
		['an answer nobody asks for', { parts: [part({ sheetId: 'steep', when: { color: ['red'] } })] }, 'not among the questions'],
		[
			'a rule on such an answer',
			{ parts: [part({ sheetId: 'steep' })], refusals: [{ when: { color: ['red'] }, text: 'No.' }] },
			'not among the questions'
		]
	])('for %s', (_, more, words) => {
		expect(() => save('wrong', more)).toThrow(words === '' ? Error : words);
		expect(value(app, "select count(*) from assemblies where id = 'wrong'")).toBe(0);
	});
});

describe('what comes once to a job, and what is read as one line', () => {
	let n = 0;
	const assembly = (more: Record<string, unknown>, parts: Record<string, unknown>[]) =>
		yard.given('bastian', 'catalog.save-assembly', {
			...{ name: `Whole ${++n}`, category: 'Roof', wording: '', crewSheet: {}, choices: [], refusals: [], ...more },
			parts: parts.map(part)
		}).id;
	function bid() {
		const jobId = yard.job(`Whole ${n}`, yard.customer(`Whole ${n}`, 'person', '', '', ''), '', [0, 0]);
		const estimateId = yard.estimate(jobId);
		const scope = (name: string) => yard.scope(estimateId, name, [['roof face', { length: '40', run: '14', pitch: '8' }]], []);
		const put = (scopeId: string, assemblyId: string) => yard.call('bastian', 'estimates.put-assembly', { scopeId, assemblyId });
		const load = () => loadEstimate(app.db.orm, estimateId)!;
		return { jobId, estimateId, scope, put, load };
	}
	it('the container comes once, in its plain amount, whatever brings it, and no copy brings it again', () => {
		const box = { itemId: item('CL-DRP-10'), once: true, rate: { amount: 15_000, per: 1_000_000, waste: 0, step: 10_000 } };
		const [one, two] = [assembly({}, [box, { itemId: item('CL-GRD-MSH') }]), assembly({}, [box])];
		const b = bid();
		const [north, south] = [b.scope('North'), b.scope('South')];
		b.put(north, one);
		b.put(south, two);
		b.put(south, one);
		const boxes = () => computeEstimate(b.load()).lines.filter((l) => l.line.once);
		expect(boxes().map((l) => [l.scope.name, l.quantity])).toEqual([['North', 20_000]]);
		yard.call('bastian', 'estimates.copy-scope', { scopeId: north, name: 'East' });
		expect(boxes()).toHaveLength(1);
		expect(b.load().scopes.at(-1)?.lines).toHaveLength(1);
		// Taken away, the next one brings it again.
		yard.call('bastian', 'estimates.remove-line', { lineId: boxes()[0]!.line.id });
		b.put(south, two);
		expect(boxes().map((l) => l.scope.name)).toEqual(['South']);
	});
	it('the customer reads one line with all of it in its price; we see every part', () => {
		const whole = assembly({ oneLine: true }, [{ itemId: item('CL-DRP-10') }, { itemId: item('CL-GRD-MSH') }]);
		const b = bid();
		b.put(b.scope('North'), whole);
		app.db.sqlite.prepare('update lines set tax_code_id = null').run();
		const result = computeEstimate(b.load());
		expect(result.lines.map((l) => [l.line.face ?? false, l.line.hidden])).toEqual([
			[true, false],
			[false, true],
			[false, true]
		]);
		const view = quoteView(b.load(), new Set(), UNTAXED);
		expect(view.scopes[0]?.lines.map((l) => [l.text, l.amount])).toEqual([[`Whole ${n}`, result.total.price]]);
		expect(result.total.price).toBeGreaterThan(0);
		// Set aside, the parts are in the price of the scope still, and in no line.
		yard.call('bastian', 'estimates.change-line', { lineId: result.lines[0]!.line.id, field: 'setAside', value: 'true' });
		const without = quoteView(b.load(), new Set(), UNTAXED);
		expect([without.scopes[0]?.amount, without.scopes[0]?.lines.length]).toEqual([result.total.price, 0]);
	});
	it('goes along in the file for other companies', () => {
		const id = assembly({ oneLine: true }, [{ itemId: item('CL-DRP-10'), once: true }, { itemId: item('CL-GRD-MSH') }]);
		const file = exportAssemblies(app, [id]);
		expect(file.assemblies[0]).toMatchObject({ oneLine: true, parts: [{ once: true }, {}] });
		expect(file.assemblies[0]?.parts[1]).not.toHaveProperty('once');
	});
});
