import { describe, expect, it } from 'vitest';
import { blankMaterial, filledMaterials, readService, typedService } from './service-form';

const service = {
	title: 'Reseal a joint',
	wording: '',
	hours: 5000,
	categoryId: null,
	materials: [{ name: 'Sealant', quantity: 5000, unit: 'tube', cost: 74_000 }] as never
};

describe('a service as it is typed', () => {
	it('reads back to what it was', () => {
		const read = readService(typedService(service));
		expect(read).toEqual({ hours: 5000, materials: [{ name: 'Sealant', quantity: 5000, unit: 'tube', cost: 74_000 }] });
	});
	it('leaves out rows that were left empty, and waits while a figure cannot be read', () => {
		const typed = typedService(service);
		typed.materials.push(blankMaterial());
		expect(filledMaterials(typed)).toHaveLength(1);
		expect(readService(typed)?.materials).toHaveLength(1);
		typed.hours = 'an hour or so';
		expect(readService(typed)).toBeNull();
	});
});
