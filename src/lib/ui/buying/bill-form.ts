import type { Input } from '$lib/contract';
import { matchOf, worthOf } from '$lib/core/buying';
import { cents, parseCents, parseQuantity, percent, toTyped, type Cents } from '$lib/core/money';
import { readAt } from '../forms/typed';

type Given = Input<'buying.enter-bill'>;
type Kind = Given['lines'][number]['kind'];

/** An order line that a supplier may bill, as the page gives it. */
export interface OpenLine {
	id: string;
	number: number | null;
	name: string;
	kind: string;
	unit: string;
	pack: number | null;
	price: number;
	bought: number;
	delivered: number;
	billed: number;
	needs: { jobId: string; phaseId: string | null; quantity: number }[];
}

/** A line of a bill as it is being typed. */
export interface TypedLine {
	key: string;
	/** The order line it bills; null: none. */
	order: OpenLine | null;
	name: string;
	kind: Kind;
	quantity: string;
	unit: string;
	amount: string;
	/** '': the company's own. */
	jobId: string;
	how: '' | 'to bill' | 'absorbed';
	confirms: string;
}

/** A line for what came of an order line and was not billed, at the price ordered. */
export function lineOf(o: OpenLine): TypedLine {
	const open = Math.max(0, (o.delivered || o.bought) - o.billed);
	return {
		...{ key: o.id, order: o, name: o.name, kind: o.kind as Kind, unit: o.unit, how: '' as const, confirms: '' }, // an order buys no labor
		...{ quantity: toTyped(open, 4), amount: toTyped(worthOf(o, open), 2, 2), jobId: o.needs[0]?.jobId ?? '' }
	};
}

export const emptyLine = (jobId: string): TypedLine => ({
	...{
		key: crypto.randomUUID(),
		order: null,
		name: '',
		kind: 'material',
		quantity: '1',
		unit: 'each',
		amount: '',
		jobId,
		how: '',
		confirms: ''
	}
});

/** Whose it is: an order's line by what each job needs, any other the job's that was chosen. */
function sharesOf(l: TypedLine): Given['lines'][number]['shares'] {
	const needs = l.order?.needs.filter((n) => n.quantity > 0) ?? [];
	if (needs.length > 0) return needs.map((n) => ({ jobId: n.jobId, phaseId: n.phaseId, weight: n.quantity }));
	return [{ jobId: l.jobId || null, phaseId: null, weight: 1 }];
}

/** The lines as they are sent. @throws Refusal at `line-N` */
export const readLines = (lines: readonly TypedLine[]): Given['lines'] =>
	lines.map((l, n) =>
		readAt(`line-${n}`, () => ({
			...{ name: l.name, kind: l.kind, unit: l.unit, orderLineId: l.order?.id ?? null },
			quantity: parseQuantity(l.quantity),
			amount: parseCents(l.amount),
			...(l.how ? { how: l.how } : {}),
			confirms: l.confirms || null,
			shares: sharesOf(l)
		}))
	);

const amountOf = (text: string): Cents => {
	try {
		return text.trim() === '' ? cents(0) : parseCents(text);
	} catch {
		return cents(0);
	}
};
/** What the typed parts come to so far; what cannot be read counts as nothing yet. */
export const typedTotal = (lines: readonly TypedLine[], foot: { freight: string; other: string; tax: string; discount: string }): Cents =>
	cents(
		lines.reduce((a, l) => a + amountOf(l.amount), 0) +
			amountOf(foot.freight) +
			amountOf(foot.other) +
			amountOf(foot.tax) -
			amountOf(foot.discount)
	);

/** How a line stands beside its order, in a few words; '' where it agrees or cannot be read. */
export function differs(l: TypedLine, tolerance: { amount: number; percent: number }): string {
	if (!l.order) return '';
	try {
		const m = matchOf(l.order, parseQuantity(l.quantity), parseCents(l.amount), {
			amount: cents(tolerance.amount),
			percent: percent(tolerance.percent)
		});
		if (m.agrees) return '';
		const parts = [
			m.quantityDifference === 0
				? ''
				: `${toTyped(Math.abs(m.quantityDifference), 4)} ${l.unit} ${m.quantityDifference > 0 ? 'more' : 'less'} than came`,
			m.priceDifference === 0
				? ''
				: `${toTyped(Math.abs(m.priceDifference), 2, 2)} ${m.priceDifference > 0 ? 'over' : 'under'} the price ordered`
		];
		return parts.filter(Boolean).join(', ');
	} catch {
		return '';
	}
}
