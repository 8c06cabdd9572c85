import type { CommandName } from '$lib/contract';
import fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import { computeEstimate } from '$lib/core/estimate';
import { Refusal } from '$lib/core/refusal';
import type { App } from '$lib/server/app';
import { loadEstimate } from '$lib/server/estimates/load';
import type { Yard } from '../../src/demo/yard';
import { freshYard, refused, value } from './yard';

let yard: Yard;
let app: App;
beforeAll(async () => {
	({ yard, app } = await freshYard());
});
let n = 0;
/** A bid with two scopes: a roof by assembly and a few lines by hand, one hanging on another. */
function bid(): string {
	n += 1;
	const customerId = yard.customer(`Undo ${n}`, 'person', '', '', `${n} Bell Yard`);
	const estimateId = yard.estimate(yard.job(`Undo ${n}`, customerId, `${n} Bell Yard`, [-47, -131]));
	yard.scope(estimateId, 'Roof', [['roof face', { length: '30', run: '12', pitch: '6' }]], ['reroof-shingle']);
	const scopeId = yard.scope(estimateId, 'By hand', [], []);
	for (const [name, price] of [
		['Boards', 425_000],
		['Screws', 3_500],
		['Permit', 1_200_000]
	])
		yard.given('bastian', 'estimates.add-line', {
			scopeId,
			name,
			kind: 'material',
			quantity: 70_000,
			price,
			cost: 30_000
		});
	return estimateId;
}
const state = (id: string) => JSON.stringify(loadEstimate(app.db.orm, id));
const parts = (id: string) => {
	const e = loadEstimate(app.db.orm, id)!;
	return {
		scopes: e.scopes.map((s) => s.id),
		lines: e.scopes.flatMap((s) => s.lines.map((l) => l.id)),
		scopeOf: new Map(e.scopes.flatMap((s) => s.lines.map((l) => [l.id, s.id])))
	};
};

/** One thing an estimator does, by numbers that are taken round the scopes and lines there are. */
type Asked = [command: CommandName, input: Record<string, unknown>];
type Step = (estimateId: string) => Asked | null;
const of = <T>(all: readonly T[], at: number): T | undefined => (all.length ? all[at % all.length] : undefined);
const line = (make: (lineId: string, p: ReturnType<typeof parts>) => Asked | null): fc.Arbitrary<Step> =>
	fc.nat(60).map((at) => (id) => {
		const p = parts(id);
		const lineId = of(p.lines, at);
		return lineId ? make(lineId, p) : null;
	});
const scope = (make: (scopeId: string, p: ReturnType<typeof parts>) => Asked | null): fc.Arbitrary<Step> =>
	fc.nat(9).map((at) => (id) => {
		const p = parts(id);
		const scopeId = of(p.scopes, at);
		return scopeId ? make(scopeId, p) : null;
	});
const steps = fc.oneof<fc.Arbitrary<Step>[]>(
	fc
		.tuple(fc.constantFrom('quantity', 'price', 'cost', 'margin', 'note', 'phase'), fc.integer({ min: 0, max: 60 }))
		.chain(([field, v]) =>
			line((lineId): Asked => ['estimates.change-line', { lineId, field, value: field === 'margin' ? `${v}%` : String(v) }])
		),
	fc
		.constantFrom('setAside', 'option', 'hidden', 'locked')
		.chain((field) => line((lineId): Asked => ['estimates.change-line', { lineId, field, value: 'true' }])),
	fc.integer({ min: 1, max: 99 }).chain((v) =>
		line((lineId): Asked => [
			'estimates.change-line-fields',
			{
				lineId,
				fields: [
					{ field: 'wording', value: `Words ${v}` },
					{ field: 'markup', value: `${v}%` },
					{ field: 'discountable', value: 'false' }
				]
			}
		])
	),
	line((lineId, p): Asked | null => {
		const parentId = p.lines.find((x) => x !== lineId && p.scopeOf.get(x) === p.scopeOf.get(lineId));
		return parentId ? ['estimates.change-line', { lineId, field: 'parent', value: `${parentId} × 2` }] : null;
	}),
	line((lineId): Asked => ['estimates.remove-line', { lineId }]),
	line((lineId): Asked => ['estimates.move-line', { lineId, by: 1 }]),
	line((lineId, p): Asked => ['estimates.move-lines', { lineIds: [lineId], scopeId: p.scopes.at(-1), beforeId: null }]),
	scope((scopeId, p): Asked => ['estimates.place-scope', { scopeId, beforeId: p.scopes[0] === scopeId ? null : p.scopes[0] }]),
	scope((scopeId): Asked => ['estimates.copy-scope', { scopeId, name: 'Once more' }]),
	scope((scopeId): Asked => ['estimates.change-scope', { scopeId, setAside: true }]),
	scope((scopeId): Asked => ['estimates.put-shape', { scopeId, kind: 'typed', typed: { measure: 'area', value: '120' } }]),
	scope((scopeId): Asked => ['estimates.put-assembly', { scopeId, assemblyId: 'gutters-5', measures: { length: '40', count: '2' } }]),
	scope((scopeId): Asked => ['estimates.add-heading', { scopeId, text: 'Metal' }]),
	scope((scopeId): Asked => ['estimates.remove-scope', { scopeId }]),
	fc
		.constantFrom(['margin', '22%'], ['markup', '35%'], ['total', '9,000'], ['per size', '600'], ['discount', '4%'])
		.map(([what, v]) => (estimateId: string): Asked => ['estimates.set-whole', { estimateId, what, value: v }])
);

describe('whatever an estimator does', () => {
	it('is undone step by step to what it was, and done again to what it came to; sums are sums of parts all the way', () => {
		fc.assert(
			fc.property(fc.array(steps, { minLength: 1, maxLength: 14 }), (todo) => {
				const id = bid();
				const states = [state(id)];
				for (const step of todo) {
					const next = step(id);
					if (!next) continue;
					try {
						yard.given('bastian', next[0], next[1]);
					} catch (e) {
						// What is refused changes nothing, and is no step to undo.
						if (!(e instanceof Refusal)) throw e;
						expect(state(id)).toBe(states.at(-1));
						continue;
					}
					if (state(id) !== states.at(-1)) states.push(state(id));
					const r = computeEstimate(loadEstimate(app.db.orm, id)!);
					expect(r.total.price).toBe(r.lines.filter((l) => l.state === 'in').reduce((a, l) => a + l.net, 0));
					expect(r.total.price).toBe(r.gross - r.discount);
					expect(Object.values(r.byKind).reduce((a, k) => a + k.price, 0)).toBe(r.total.price);
				}
				const turn = (redo: boolean) => yard.call('bastian', 'estimates.undo', { estimateId: id, redo });
				// Setting a part may be a step that left all as it was: it is undone too, and nothing moves.
				const walk = (redo: boolean, to: string) => {
					for (let k = 0; k < 40 && state(id) !== to; k++) turn(redo);
					expect(state(id)).toBe(to);
				};
				for (const s of [...states].reverse()) walk(false, s);
				for (const s of states) walk(true, s);
			}),
			{ numRuns: 25 }
		);
	});
	it('of somebody else since is not run over by an undo', () => {
		const id = bid();
		const lineId = parts(id).lines.at(-1)!;
		yard.call('bastian', 'estimates.change-line', { lineId, field: 'price', value: '130' });
		yard.call('imogen', 'estimates.change-line', { lineId, field: 'price', value: '140' });
		expect(refused(() => yard.call('bastian', 'estimates.undo', { estimateId: id }))[1]).not.toBe('');
		expect([1_300_000, 1_400_000]).toContain(value<number>(app, 'select unit_price from lines where id = ?', lineId));
	});
});
