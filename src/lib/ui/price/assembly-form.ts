import { wordsOf } from '$lib/core/refusal';
import { measureLabel, type MeasureName } from '$lib/core/measure';
import { step, type Step } from '$lib/core/explain';
import {
	formatCents,
	formatPercent,
	formatQuantity,
	formatUnitPrice,
	lineAmount,
	parsePercent,
	parseQuantity,
	toTyped,
	type Cents,
	type Quantity,
	type UnitPrice
} from '$lib/core/money';
import {
	holds,
	onceQuantity,
	partQuantity,
	rateUnder,
	type Answered,
	type Answers,
	type PartFactor,
	type PartRate
} from '$lib/core/pricing';

/** A part while it is edited. */
export interface PartTyped {
	id: string;
	itemId: string | null;
	sheetId: string | null;
	childId: string | null;
	name: string;
	unit: string;
	cost: number;
	price: number;
	measures: MeasureName[];
	amount: string;
	per: string;
	waste: string;
	step: string;
	placeholder: string;
	reminder: boolean;
	once: boolean;
	note: string;
	phase: string;
	when: Answers;
	factors: PartFactor[];
}
export type PartRow = Omit<PartTyped, 'amount' | 'per' | 'waste' | 'step'> & { rate: PartRate };

export const typePart = ({ rate, ...p }: PartRow): PartTyped => ({
	...p,
	amount: toTyped(rate.amount, 4),
	per: toTyped(rate.per, 4),
	waste: toTyped(rate.waste, 2),
	step: toTyped(rate.step, 4)
});

/** @throws Refusal naming what was typed wrong */
export const rateOf = (t: PartTyped): PartRate => ({
	amount: parseQuantity(t.amount, 'The amount'),
	per: parseQuantity(t.per, 'Per'),
	waste: parsePercent(t.waste || '0', 'The waste'),
	step: parseQuantity(t.step || '0', 'The step')
});

/** A part as the command takes it. */
export const partInput = (t: PartTyped) => ({
	itemId: t.itemId,
	sheetId: t.sheetId,
	childId: t.childId,
	name: t.sheetId ? t.name : '',
	measures: t.childId ? [] : t.measures,
	rate: t.childId ? { amount: 0, per: 10_000, waste: 0, step: 0 } : rateOf(t),
	placeholder: t.placeholder,
	reminder: t.reminder,
	once: t.once && !t.childId,
	note: t.note,
	phase: t.phase,
	when: t.when,
	factors: t.factors
});

/** The parts of nested assemblies, all levels, by the nested one's id. Their answers stand under its id. */
export type Inside = Readonly<Record<string, readonly PartRow[]>>;

export interface Tried {
	/** Left out by the answers. */
	out: boolean;
	quantity: Quantity;
	cost: Cents;
	amount: Cents;
	hours: number;
	problem: string;
}

/** What a part comes to for measures and answers; a nested assembly is the sum of the parts inside. */
export function tryPart(t: PartTyped, measures: Readonly<Record<string, string>>, answered: Answered, inside: Inside = {}): Tried {
	const none = { out: false, quantity: 0 as Quantity, cost: 0 as Cents, amount: 0 as Cents, hours: 0, problem: '' };
	if (!holds(t.when, answered)) return { ...none, out: true };
	if (t.childId) {
		const all = (inside[t.childId] ?? []).map((p) => tryPart(typePart(p), measures, answered));
		const total = (pick: (x: Tried) => number) => all.reduce((n, x) => n + pick(x), 0);
		return {
			...none,
			cost: total((x) => x.cost) as Cents,
			amount: total((x) => x.amount) as Cents,
			hours: total((x) => x.hours),
			problem: all.find((x) => x.problem)?.problem ?? ''
		};
	}
	try {
		const measure = t.measures.reduce((a, m) => a + (Number(measures[m]) || 0), 0);
		const rate = rateUnder(rateOf(t), t.factors, answered);
		const quantity = t.once ? onceQuantity(rate) : partQuantity(measure, rate);
		return {
			...none,
			quantity,
			cost: lineAmount(quantity, t.cost as UnitPrice),
			amount: lineAmount(quantity, t.price as UnitPrice),
			hours: t.sheetId ? quantity : 0
		};
	} catch (e) {
		return { ...none, problem: wordsOf(e) };
	}
}

/** A short key for a question or answer, from its words; another one when it is taken. */
export function keyOf(words: string, taken: readonly string[]): string {
	const base =
		words
			.toLowerCase()
			.normalize('NFD')
			.replace(/[^a-z0-9]+/g, '-')
			.replace(/^-+|-+$/g, '')
			.slice(0, 32) || 'x';
	let key = base;
	for (let n = 2; taken.includes(key); n++) key = `${base}-${n}`;
	return key;
}

/** The steps behind what an assembly comes to when it is tried, down to items and rate sheets. */
export function explainTry(
	name: string,
	parts: readonly PartTyped[],
	measures: Readonly<Record<string, string>>,
	answered: Answered,
	inside: Inside
): Step {
	const of = (p: PartTyped): Step => {
		const t = tryPart(p, measures, answered, inside);
		if (p.childId)
			return step(p.name, formatCents(t.amount), {
				source: `/price/assemblies/${p.childId}`,
				steps: (inside[p.childId] ?? []).map((x) => of(typePart(x)))
			});
		if (t.out) return step(p.name, '–', { formula: 'left out by the answers' });
		const rate = rateUnder(rateOf(p), p.factors, answered);
		const measure = p.measures.map((m) => `${measureLabel(m)} ${measures[m] ?? '0'}`).join(' + ');
		return step(p.name, formatCents(t.amount), {
			formula: `${formatQuantity(t.quantity)} ${p.unit} × ${formatUnitPrice(p.price)}`,
			...(p.itemId ? { source: `/price/catalog/${p.itemId}` } : p.sheetId ? { source: `/price/rates/${p.sheetId}` } : {}),
			steps: [
				step('Quantity', `${formatQuantity(t.quantity)} ${p.unit}`, {
					formula: `(${measure}) ÷ ${formatQuantity(rate.per)} × ${formatQuantity(rate.amount)}${rate.waste ? ` × (1 + ${formatPercent(rate.waste)})` : ''}${rate.step ? `, up to the next ${formatQuantity(rate.step)}` : ''}`
				}),
				step('Cost', formatCents(t.cost), { formula: `${formatQuantity(t.quantity)} ${p.unit} × ${formatUnitPrice(p.cost)}` }),
				...(p.note ? [step('Assumes', p.note)] : [])
			]
		});
	};
	const total = parts.reduce((n, p) => n + tryPart(p, measures, answered, inside).amount, 0);
	return step(name, formatCents(total), { formula: 'sum of its parts', steps: parts.map(of) });
}
