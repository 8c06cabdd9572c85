import { dimensionOf, measureLabel, toUnit, unitName, type MeasureName, type Measures, type UnitSystem } from '../measure';
import { fixed } from '../money';

/** The measures of a scope as a customer reads them, by their name: area → “2,340 sq ft”. */
export const measureWords = (measures: Measures, system: UnitSystem): Record<string, string> =>
	Object.fromEntries(
		(Object.entries(measures) as [MeasureName, number][]).map(([name, value]) => [
			measureLabel(name),
			`${fixed(toUnit(value, dimensionOf(name), system), 0)} ${unitName(dimensionOf(name), system)}`.trim()
		])
	);

/**
 * Fills the measures into a customer's text: `{walls}` → “351 sq ft”. Texts are kept with their placeholders and filled each time they are
 * read, so that they follow the shapes; a revision keeps its shapes, and so its texts. A name that is no measure stays as it is written.
 * @example fillWording('We paint {walls}.', { walls: … }, 'imperial') // 'We paint 351 sq ft.'
 */
export function fillWording(text: string, measures: Measures, system: UnitSystem): string {
	if (!text.includes('{')) return text;
	const words = measureWords(measures, system);
	return text.replace(/\{([^{}]{1,60})\}/g, (whole, name: string) => words[name.trim()] ?? whole);
}
