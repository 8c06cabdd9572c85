import { parseQuantity, parseUnitPrice, toTyped } from '$lib/core/money';
import { readAt, readForm } from '../forms/typed';
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

/** What is typed as the core computes with it. @throws Refusal at the field that cannot be read, as “materials.0.cost” */
export const serviceAt = (t: ServiceTyped): FlatWork => ({
	hours: readAt('hours', () => parseQuantity(t.hours, 'The hours')),
	materials: filledMaterials(t).map((m, n) => ({
		name: m.name,
		unit: m.unit,
		quantity: readAt(`materials.${n}.quantity`, () => parseQuantity(m.quantity)),
		cost: readAt(`materials.${n}.cost`, () => parseUnitPrice(m.cost, 'The cost'))
	}))
});

/** The same while it is typed: null as long as something cannot be read. */
export function readService(t: ServiceTyped): FlatWork | null {
	const read = readForm(() => serviceAt(t));
	return read.ok ? read.value : null;
}
