import { parseQuantity, parseUnitPrice, toTyped } from '$lib/core/money';
import type { FlatMaterial, FlatWork } from '$lib/core/pricing';

/** What is typed of a flat-rate service. */
export interface ServiceTyped {
	title: string;
	wording: string;
	hours: string;
	categoryId: string | null;
	materials: { name: string; quantity: string; unit: string; cost: string }[];
}

export const blankMaterial = () => ({ name: '', quantity: '1', unit: 'each', cost: '' });

/** A service as a person can edit it. */
export const typedService = (s: {
	title: string;
	wording: string;
	hours: number;
	categoryId: string | null;
	materials: FlatMaterial[];
}): ServiceTyped => ({
	title: s.title,
	wording: s.wording,
	hours: toTyped(s.hours, 4),
	categoryId: s.categoryId,
	materials: s.materials.map((m) => ({ name: m.name, quantity: toTyped(m.quantity, 4), unit: m.unit, cost: toTyped(m.cost, 4, 2) }))
});

/** Rows that were left empty are not sent. */
export const filledMaterials = (t: ServiceTyped) => t.materials.filter((m) => m.name.trim() !== '' || m.cost.trim() !== '');

/** What is typed as the core computes with it, or null while something cannot be read. */
export function readService(t: ServiceTyped): FlatWork | null {
	try {
		return {
			hours: parseQuantity(t.hours),
			materials: filledMaterials(t).map((m) => ({
				name: m.name,
				unit: m.unit,
				quantity: parseQuantity(m.quantity),
				cost: parseUnitPrice(m.cost)
			}))
		};
	} catch {
		return null;
	}
}
