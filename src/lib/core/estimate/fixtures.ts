import { NM_PER_FOOT, type MeasureName } from '../measure';
import { percent, quantity, unitPrice } from '../money';
import type { Estimate, Line, Scope } from './model';

/** A line with everything at rest, for tests and benchmarks; quantities and prices in whole units. */
export function aLine(id: string, more: Partial<Line> = {}): Line {
	return {
		id,
		kind: 'material',
		name: id,
		wording: '',
		unit: 'each',
		source: { by: 'typed', quantity: quantity(10_000) },
		override: null,
		hoursPerUnit: quantity(0),
		unitCost: unitPrice(0),
		overheadPerHour: unitPrice(0),
		rule: { by: 'inherit' },
		unitPrice: unitPrice(0),
		fine: false,
		taxCodeId: null,
		option: false,
		setAside: false,
		hidden: false,
		locked: false,
		discountable: true,
		settled: null,
		placeholder: '',
		reminder: false,
		note: '',
		phase: '',
		itemId: null,
		sheetId: null,
		recipeId: null,
		...more
	};
}

export function aScope(id: string, lines: Line[], more: Partial<Scope> = {}): Scope {
	return { id, name: id, wording: '', option: false, setAside: false, shapes: [], lines, ...more };
}

export function anEstimate(scopes: Scope[], more: Partial<Estimate> = {}): Estimate {
	return { system: 'imperial', overheadPercent: {}, discount: null, scopes, ...more };
}

/** A quantity from measures: `amount` per `per`, waste in whole percent, step in whole units. */
export function byMeasure(measures: MeasureName[], amount: number, per: number, waste = 0, step = 1): Line['source'] {
	return {
		by: 'measure',
		measures,
		rate: { amount: amount * 10_000, per: per * 10_000, waste: percent(waste * 100), step: step * 10_000 }
	};
}

/** A school re-roof of many scopes: every line depends on its scope's one roof face. */
export function largeEstimate(scopes: number, linesEach: number): Estimate {
	return anEstimate(
		Array.from({ length: scopes }, (_, s) =>
			aScope(
				`s${s}`,
				Array.from({ length: linesEach }, (_, i) => {
					const labor = i % 4 === 0;
					return aLine(`s${s}l${i}`, {
						kind: labor ? 'labor' : 'material',
						source: byMeasure(['area'], 1 + (i % 5), 90 + i, labor ? 0 : 8, labor ? 0.25 : 1),
						hoursPerUnit: quantity(labor ? 10_000 : 0),
						overheadPerHour: unitPrice(labor ? 142_000 : 0),
						unitCost: unitPrice(100_000 + i * 1_700),
						unitPrice: unitPrice(150_000 + i * 2_100)
					});
				}),
				{
					shapes: [
						{
							id: `s${s}f`,
							figure: { kind: 'roof face', length: (40 + s) * NM_PER_FOOT, run: 14 * NM_PER_FOOT, pitch: 8, ridge: true },
							times: 1,
							subtract: false
						}
					]
				}
			)
		),
		{ overheadPercent: { material: 50_000 as never } }
	);
}
