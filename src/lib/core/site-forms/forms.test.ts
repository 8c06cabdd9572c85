import { describe, expect, it } from 'vitest';
import { formNamed, formProblems, formReadings, SITE_FORMS } from '.';

const form = formNamed('roof-inspection');
const good = {
	covering: 'good',
	ridge: 'good',
	flashing: 'worn',
	moisture: '14.5',
	ventilation: 'good',
	gutters: 'good',
	fall: '0.25',
	tested: 'dry'
};

describe('a site form', () => {
	it('can be signed when what is required is there and nothing lies outside its limits', () => {
		expect(formProblems(form, good)).toEqual([]);
		expect(formProblems(form, {}).map((p) => p.field)).toEqual([
			'covering',
			'ridge',
			'flashing',
			'moisture',
			'ventilation',
			'gutters',
			'fall',
			'tested'
		]);
	});
	it('marks a reading outside its limits, on the limit it is inside; and asks for a word about it', () => {
		const outside = (moisture: string) =>
			formReadings(form, { ...good, moisture })
				.filter((r) => r.outside)
				.map((r) => r.field.id);
		expect([outside('19'), outside('19.1'), outside('-0.1')]).toEqual([[], ['moisture'], ['moisture']]);
		expect(formProblems(form, { ...good, moisture: '24' })).toEqual([
			{ field: 'remarks', said: expect.objectContaining({ words: 'Moisture of the deck: say what was found.' }) }
		]);
		expect(formProblems(form, { ...good, moisture: '24', remarks: 'Wet at the north valley' })).toEqual([]);
		expect(formProblems(form, { ...good, tested: 'leaks' })[0]?.field).toBe('remarks');
	});
	it('refuses what is no number, and what is not offered, at its field', () => {
		expect(() => formReadings(form, { moisture: 'wet' })).toThrow(expect.objectContaining({ field: 'moisture' }));
		expect(() => formReadings(form, { tested: 'perhaps' })).toThrow(expect.objectContaining({ field: 'tested' }));
		expect(() => formNamed('boiler')).toThrow('no such form');
	});
	it('names every field once', () => {
		for (const f of SITE_FORMS) {
			const ids = f.sections.flatMap((s) => s.fields.map((x) => x.id));
			expect(new Set(ids).size).toBe(ids.length);
		}
	});
});
