import { mulDiv, unitPrice, type Cents, type Quantity } from '../../core/money';
import { flatPrice, type FlatTerms } from '../../core/pricing';
import type { Group } from '../catalog';
import { flatServices } from './schema';

type Service = typeof flatServices.$inferSelect;

/** What the two lines of a flat-rate service cost and are sold at, with these hours: the hours carry what rounding adds. */
export function flatLines(service: Service, terms: FlatTerms, hours: Quantity, group: Group | null) {
	const p = flatPrice({ hours, materials: service.materials }, terms);
	const byGroup = (amount: Cents, percent: number | undefined) => unitPrice(mulDiv(amount, percent ?? 10_000, 10_000) * 100);
	return {
		hours: {
			hoursPerUnit: hours,
			unitCost: unitPrice(p.laborCost * 100),
			overheadPerHour: terms.overheadPerHour,
			unitPrice: byGroup(p.laborPrice, group?.percents.labor)
		},
		materials: { unitCost: unitPrice(p.materialCost * 100), unitPrice: byGroup(p.materialPrice, group?.percents.material) }
	};
}
