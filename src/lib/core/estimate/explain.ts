import {
	dimensionOf,
	measureLabel,
	unitName,
	formatLength,
	toUnit,
	figureMeasures,
	type MeasureName,
	type Shape,
	type UnitSystem
} from '../measure';
import { fixed, formatCents, formatPercent, formatQuantity, formatRate, formatUnitPrice } from '../money';
import { step, type Step } from '../explain';
import type { PartRate } from '../pricing';
import { measureOf, type EstimateResult, type LineResult, type ScopeResult } from './compute';
import type { Estimate } from './model';

/** What a shape's typed numbers were, in words. */
export function shapeWords(shape: Shape, system: UnitSystem): string {
	const f = shape.figure;
	const len = (nm: number) => formatLength(nm, system);
	const own = (() => {
		switch (f.kind) {
			case 'roof face':
				return `${len(f.length)} along the eave × ${len(f.run)} run, pitch ${f.pitch} in 12`;
			case 'roof triangle':
				return `base ${len(f.base)}, run ${len(f.run)}, pitch ${f.pitch} in 12`;
			case 'room':
				return `${len(f.length)} × ${len(f.width)}, ${len(f.height)} high${f.openings.length ? `, ${f.openings.length} openings` : ''}`;
			case 'slab':
				return `${len(f.length)} × ${len(f.width)}${f.depth ? `, ${len(f.depth)} deep` : ''}`;
			case 'run':
				return `${len(f.length)}, ${len(f.height)} high, posts every ${len(f.spacing)}${f.gates.length ? `, ${f.gates.length} gates` : ''}${f.closed ? ', closed' : ''}`;
			case 'count':
				return String(f.n);
			case 'typed':
				return `${fixed(toUnit(f.value, dimensionOf(f.measure), system), 2)} ${unitName(dimensionOf(f.measure), system)}`.trim();
			case 'polygon':
				return `${f.points.length} corners`;
			case 'roof polygon':
				return `${f.points.length} corners, pitch ${f.pitch} in 12`;
		}
	})();
	return `${shape.subtract ? 'less ' : ''}${own}${shape.times > 1 ? ` × ${shape.times}` : ''}`;
}

function explainMeasure(scope: ScopeResult, names: readonly MeasureName[], system: UnitSystem): Step {
	const total = measureOf(scope.measures, names, system) ?? 0;
	const dimension = dimensionOf(names[0] ?? 'area');
	return step(names.map(measureLabel).join(' + '), `${fixed(total, 2)} ${unitName(dimension, system)}`.trim(), {
		steps: scope.scope.shapes.flatMap((s) => {
			try {
				const own = measureOf(figureMeasures(s.figure, system), names, system);
				return own === null
					? []
					: [step(s.figure.kind, fixed(own * s.times * (s.subtract ? -1 : 1), 2), { formula: shapeWords(s, system) })];
			} catch {
				return [];
			}
		})
	});
}

/** The steps behind a line's quantity. */
export function explainQuantity(estimate: Estimate, result: EstimateResult, l: LineResult): Step {
	const scope = result.scopes.find((s) => s.scope.id === l.scope.id);
	const { source } = l.line;
	const steps: Step[] = [];
	let computed = '';
	if (source.by === 'measure' && scope) {
		const need = ({ rate }: { rate: PartRate }) =>
			`measure ÷ ${formatQuantity(rate.per)} × ${formatQuantity(rate.amount)}${rate.waste ? ` × (1 + ${formatPercent(rate.waste)} waste)` : ''}`;
		const also = source.also ?? [];
		computed = `${[source, ...also].map(need).join(' + ')}, up to whole ${formatQuantity(source.rate.step || 1)}`;
		steps.push(explainMeasure(scope, source.measures, estimate.system));
		for (const p of also) steps.push(step(`also for ${p.name}`, need(p), { steps: [explainMeasure(scope, p.measures, estimate.system)] }));
	} else if (source.by === 'parent') {
		const parent = result.lines.find((p) => p.line.id === source.parentId);
		computed = `${formatQuantity(parent?.quantity ?? 0)} × ${formatQuantity(source.ratio)}`;
		if (parent) steps.push(explainQuantity(estimate, result, parent));
	}
	if (l.line.override) {
		if (l.computed !== null) steps.unshift(step('Computed', formatQuantity(l.computed), { formula: computed }));
		return step(`Quantity of ${l.line.name}`, `${formatQuantity(l.quantity)} ${l.line.unit}`, {
			formula: 'typed over the computed quantity',
			steps
		});
	}
	return step(`Quantity of ${l.line.name}`, `${formatQuantity(l.quantity)} ${l.line.unit}`, {
		formula: source.by === 'typed' ? 'typed' : computed,
		steps
	});
}

/** The steps behind a line's amount, break-even and margin. */
export function explainLine(estimate: Estimate, result: EstimateResult, l: LineResult): Step {
	const amount =
		l.line.settled !== null
			? step('Amount', formatCents(l.amount), { formula: 'settled when the total was set' })
			: step('Amount', formatCents(l.amount), {
					formula: `${formatQuantity(l.quantity)} × ${formatUnitPrice(l.line.unitPrice)}`,
					steps: [explainPrice(l)]
				});
	return step(l.line.name, formatCents(l.net), {
		formula: l.discount ? `${formatCents(l.amount)} − ${formatCents(l.discount)} discount` : 'amount',
		...(l.line.itemId ? { source: `/price/catalog/${l.line.itemId}` } : l.line.sheetId ? { source: `/price/rates/${l.line.sheetId}` } : {}),
		steps: [
			explainQuantity(estimate, result, l),
			amount,
			step('Cost', formatCents(l.cost), { formula: `${formatQuantity(l.quantity)} × ${formatUnitPrice(l.line.unitCost)}` }),
			step('Overhead', formatCents(l.overhead), {
				formula: `${formatQuantity(l.hours)} h × ${formatUnitPrice(l.line.overheadPerHour)} + ${formatRate(estimate.overheadPercent[l.line.kind] ?? 0, 2)} of ${formatCents(l.cost)}`
			}),
			step('Break-even', formatCents(l.breakEven), { formula: 'cost + overhead' }),
			step('Margin', formatRate(l.margin, 2), { formula: `(${formatCents(l.net)} − ${formatCents(l.breakEven)}) ÷ ${formatCents(l.net)}` })
		]
	});
}

function explainPrice(l: LineResult): Step {
	const { rule } = l.line;
	const cost = formatUnitPrice(l.line.unitCost);
	const formula =
		rule.by === 'markup'
			? `${cost} × (1 + ${formatPercent(rule.percent)}), to the cent`
			: rule.by === 'margin'
				? `break-even of a unit ÷ (1 − ${formatPercent(rule.percent)}), to the cent`
				: rule.by === 'fixed'
					? 'fixed'
					: 'from the rate sheet or the catalog';
	return step('Unit price', formatUnitPrice(l.line.unitPrice), { formula });
}

export type TotalName = 'cost' | 'overhead' | 'breakEven' | 'price' | 'profit' | 'margin' | 'optionsOffered';

/** The steps behind one number of the tally. */
export function explainTotal(estimate: Estimate, result: EstimateResult, name: TotalName): Step {
	const t = result.total;
	const scopes = (value: (s: ScopeResult) => number, state: ScopeResult['state'] = 'in') =>
		result.scopes
			.filter((s) => s.state === state)
			.map((s) =>
				step(s.scope.name, formatCents(value(s)), {
					steps: s.lines.filter((l) => l.state === state).map((l) => explainLine(estimate, result, l))
				})
			);
	switch (name) {
		case 'cost':
			return step('Cost', formatCents(t.cost), { formula: 'sum of the lines', steps: scopes((s) => s.cost) });
		case 'overhead':
			return step('Overhead to carry', formatCents(t.overhead), { formula: 'sum of the lines', steps: scopes((s) => s.overhead) });
		case 'breakEven':
			return step('Break-even', formatCents(t.breakEven), {
				formula: `${formatCents(t.cost)} + ${formatCents(t.overhead)}`,
				steps: [explainTotal(estimate, result, 'cost'), explainTotal(estimate, result, 'overhead')]
			});
		case 'price':
			return step('Price', formatCents(t.price), {
				formula: result.discount
					? `${formatCents(result.gross)} − ${formatCents(result.discount)} discount`
					: 'sum of the lines that count',
				steps: scopes((s) => s.price)
			});
		case 'profit':
			return step('Profit', formatCents(t.profit), { formula: `${formatCents(t.price)} − ${formatCents(t.breakEven)}` });
		case 'margin':
			return step('Margin', formatRate(t.margin, 2), { formula: `${formatCents(t.profit)} ÷ ${formatCents(t.price)}` });
		case 'optionsOffered':
			return step('Options offered', formatCents(result.optionsOffered), {
				formula: 'outside the total until chosen',
				steps: scopes((s) => s.price, 'option')
			});
	}
}
