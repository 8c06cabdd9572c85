import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Refusal } from '../refusal';
import {
	designProblems,
	fieldsOf,
	formErrors,
	formNamed,
	formProblems,
	formReadings,
	givenOnly,
	moved,
	nameFor,
	namesOf,
	readFormula,
	renamed,
	SITE_FORMS,
	soundOnly,
	stepped,
	type FormField,
	type FormValues,
	type SiteForm
} from '.';

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
/** A form of some fields in one section. */
const of = (...fields: FormField[]): SiteForm => ({
	...{ id: 'own', edition: 1, name: 'Own form', certificate: 'Own certificate' },
	sections: [{ title: 'All', fields }]
});
const number = (id: string, more: Partial<FormField> = {}): FormField => ({
	id,
	label: `The ${id}`,
	kind: 'reading',
	required: false,
	...more
});
const figure = (id: string, formula: string, more: Partial<FormField> = {}): FormField => ({
	...{ id, label: `The ${id}`, kind: 'computed', required: false, formula, decimals: 2 },
	...more
});
const readingOf = (f: SiteForm, values: FormValues, id: string) => formReadings(f, values).find((r) => r.field.id === id)!;

describe('a site form', () => {
	it('can be signed when what is required is there and nothing lies outside its limits', () => {
		expect(formProblems(form, good)).toEqual([]);
		expect(formProblems(form, {}).map((p) => p.field)).toEqual(Object.keys(good));
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
	it('says what is no number, and what is not offered, at its field', () => {
		expect(formErrors(form, { moisture: 'wet', tested: 'perhaps' }).map((e) => e.field)).toEqual(['moisture', 'tested']);
		expect(formErrors(form, good)).toEqual([]);
		expect(() => formNamed('boiler')).toThrow('no such form');
	});
	it('asks for the reason of a “no”, and for what an answer makes needed', () => {
		const f = of(
			{ id: 'safe', label: 'Safe', kind: 'yes-no', required: true },
			{ id: 'heat', label: 'Heat', kind: 'choice', required: true, choices: ['torch', 'kettle'] },
			number('degrees', { requiredWhen: { field: 'heat', is: 'kettle' } })
		);
		expect(formProblems(f, { safe: 'no', heat: 'torch' }).map((p) => p.said.words)).toEqual(['Safe: say why not.']);
		expect(formProblems(f, { safe: 'no', safe__why: 'rain', heat: 'kettle' }).map((p) => p.field)).toEqual(['degrees']);
		expect(formProblems(f, { safe: 'yes', heat: 'kettle', degrees: '400' })).toEqual([]);
	});
	it('keeps only what it asks for', () => {
		const f = of(number('a'), figure('b', 'a * 2'), { id: 't', label: 'T', kind: 'table', required: false, columns: [number('c')] });
		expect(givenOnly(f, { a: ' 3 ', b: '99', hack: 'x', t: [{ c: '1', evil: 'y' }, {}] })).toEqual({ a: '3', t: [{ c: '1' }, {}] });
	});
	it('keeps all that is sound beside a slip, in a row too', () => {
		const f = of(number('a'), number('b'), { id: 't', label: 'T', kind: 'table', required: false, columns: [number('c'), number('d')] });
		const values = { a: 'wet', b: '2', t: [{ c: '1', d: 'x' }, { c: '3' }] };
		expect(soundOnly(f, values)).toEqual({ b: '2', t: [{ c: '1' }, { c: '3' }] });
		expect(formErrors(f, soundOnly(f, values))).toEqual([]);
	});
	it('names a cell by its row, and looks into each', () => {
		const f = of({ id: 't', label: 'Gear', kind: 'table', required: true, columns: [number('age', { required: true, high: 50_000 })] });
		expect(formProblems(f, {}).map((p) => p.field)).toEqual(['t']);
		expect(formProblems(f, { t: [{ age: '2' }, {}] }).map((p) => p.field)).toEqual(['t.1.age']);
		expect(formErrors(f, { t: [{ age: 'old' }] }).map((p) => p.field)).toEqual(['t.0.age']);
		expect(readingOf(f, { t: [{ age: '7' }] }, 't').outside).toBe(true);
	});
});

describe('a computed figure', () => {
	it('follows from others: the net free area of an attic', () => {
		const attic = formNamed('attic-ventilation');
		const values: FormValues = {
			floor: '1,200',
			part: '300',
			intake: [{ intake_count: '10', intake_each: '28' }],
			exhaust: [
				{ exhaust_count: '4', exhaust_each: '60' },
				{ exhaust_count: '1', exhaust_each: '16' }
			]
		};
		const value = (id: string) => (readingOf(attic, values, id).value ?? NaN) / 10_000;
		// 1,200 sq ft × 144 ÷ 300 = 576 sq in; 280 + 240 + 16 = 536; 93.06 %; 280 of 536 is 52.24 %.
		expect(['needed', 'there', 'share', 'balance'].map(value)).toEqual([576, 536, 93, 52]);
		expect(readingOf(attic, values, 'share').outside).toBe(true);
		expect(readingOf(attic, values, 'balance').outside).toBe(false);
		expect(readingOf(attic, values, 'exhaust').rows.map((r) => r[3]?.value)).toEqual([2_400_000, 160_000]);
	});
	it('is judged as it is shown, rounded half away from zero', () => {
		const f = of(number('a'), figure('b', 'a / 8', { decimals: 1, high: 3_000 }));
		expect([readingOf(f, { a: '2.8' }, 'b'), readingOf(f, { a: '2.7' }, 'b')].map((r) => [r.given, r.outside])).toEqual([
			['0.4', true],
			['0.3', false]
		]);
	});
	it('waits for what is not there, and says where it divides by 0', () => {
		const f = of(number('a'), number('b'), figure('c', 'a / b', { required: true }));
		expect(readingOf(f, { a: '1' }, 'c')).toMatchObject({ value: null, problem: null });
		expect(readingOf(f, { a: '1', b: '0' }, 'c').problem?.words).toBe('This divides by 0.');
		expect(formProblems(f, { a: '1', b: '0' }).map((p) => p.said.words)).toEqual(['This divides by 0.']);
		expect(formErrors(f, { a: '1', b: '0' })).toEqual([]);
	});
	it('in a circle comes to nothing and is refused where it is designed', () => {
		const f = of(figure('a', 'b + 1'), figure('b', 'a + 1'));
		expect(formReadings(f, {}).map((r) => r.value)).toEqual([null, null]);
		expect(designProblems(f).map((p) => [p.at, p.said.words])).toEqual([
			['sections.0.fields.0.formula', 'The a would come from itself.'],
			['sections.0.fields.1.formula', 'The b would come from itself.']
		]);
		const through = of(
			{ id: 't', label: 'T', kind: 'table', required: false, columns: [figure('x', 'total + 1')] },
			figure('total', 'sum(t.x)')
		);
		expect(designProblems(through).map((p) => p.at)).toContain('sections.0.fields.1.formula');
		expect(readingOf(through, { t: [{}, {}] }, 'total').value).toBe(0);
	});
	it('is the same as reckoning by hand', () => {
		const f = of(number('a'), number('b'), figure('s', '(a + b) * 2 - a', { decimals: 4 }), figure('m', 'max(a, b)', { decimals: 4 }));
		fc.assert(
			fc.property(fc.integer({ min: -1e7, max: 1e7 }), fc.integer({ min: -1e7, max: 1e7 }), (a, b) => {
				const values = { a: String(a / 100), b: String(b / 100) };
				expect(readingOf(f, values, 's').value).toBe((a + 2 * b) * 100);
				expect(readingOf(f, values, 'm').value).toBe(Math.max(a, b) * 100);
			})
		);
	});
	it('refuses what is no formula, in plain words', () => {
		const why = (text: string) => {
			try {
				readFormula(text);
				return 'taken';
			} catch (e) {
				expect(e).toBeInstanceOf(Refusal);
				return (e as Refusal).message;
			}
		};
		expect(why('a +')).toContain('can not be read');
		expect(why('a b')).toContain('can not be read');
		expect(why('eval(a)')).toContain('can not be reckoned here');
		expect(why('a.constructor')).toContain('can not be read');
		expect(why('a & b')).toContain('can not be read');
		expect(why('"x"')).toContain('can not be read');
		expect(why(' ')).toBe('Say what it is reckoned from.');
		expect(why('2 × (a ÷ 3) − sum(t.c)')).toBe('taken');
	});
	it('never throws, whatever stands in a formula', () => {
		fc.assert(
			fc.property(fc.string({ maxLength: 60 }), fc.string({ maxLength: 12 }), (formula, a) => {
				const [, r] = formReadings(of(number('a'), figure('b', formula)), { a });
				expect(r!.value === null || Number.isSafeInteger(r!.value)).toBe(true);
			})
		);
	});
});

describe('a form that is designed', () => {
	it('ships with forms that can be filled in as they are, each name once', () => {
		for (const f of SITE_FORMS) {
			expect(designProblems(f)).toEqual([]);
			expect(new Set(namesOf(f)).size).toBe(namesOf(f).length);
		}
		expect(SITE_FORMS.map((f) => f.id)).toHaveLength(5);
	});
	it('says everything that is wrong, and where', () => {
		const f = of(
			number('a', { label: ' ', low: 20, high: 10 }),
			{ id: 'a', label: 'Twice', kind: 'choice', required: false, choices: ['x'], bad: ['y'] },
			{ id: 'T', label: 'Table', kind: 'table', required: false, columns: [] },
			figure('f', 'nobody * 2'),
			number('w', { requiredWhen: { field: 'gone', is: 'x' } })
		);
		expect(designProblems({ ...f, name: '', certificate: '' }).map((p) => p.at)).toEqual([
			'name',
			'certificate',
			'sections.0.fields.0.label',
			'sections.0.fields.0.id',
			'sections.0.fields.0.high',
			'sections.0.fields.1.id',
			'sections.0.fields.1.choices',
			'sections.0.fields.1.bad',
			'sections.0.fields.2.id',
			'sections.0.fields.2.columns',
			'sections.0.fields.3.formula',
			'sections.0.fields.4.requiredWhen'
		]);
		expect(designProblems({ ...f, sections: [] }).map((p) => p.said.words)).toEqual(['Add a field first.']);
	});
	it('names new fields by their labels, each its own', () => {
		expect(nameFor('Floor of the attic, sq ft', [])).toBe('floor_of_the_attic_sq_ft');
		expect(nameFor('Größe 2', ['gro_e_2'])).not.toBe('gro_e_2');
		expect(nameFor('12', ['field'])).toBe('field_2');
	});
	it('follows a new name through formulas and conditions, and no other word', () => {
		const f = of(number('a'), figure('b', 'a * ab + sum(t.a_c)'), number('c', { requiredWhen: { field: 'a', is: 'x' } }));
		const [, b, c] = fieldsOf({ sections: renamed(f.sections, 'a', 'floor') });
		expect(b?.formula).toBe('floor * ab + sum(t.a_c)');
		expect(c?.requiredWhen?.field).toBe('floor');
	});
	it('loses and doubles no field however they are moved', () => {
		const sections = [0, 1, 2].map((n) => ({ title: `S${n}`, fields: [0, 1, 2].map((m) => number(`f${n}${m}`)) }));
		const place = fc.record({ section: fc.integer({ min: -1, max: 3 }), index: fc.integer({ min: -1, max: 5 }) });
		const names = (s: typeof sections) => fieldsOf({ sections: s }).map((f) => f.id);
		fc.assert(
			fc.property(place, place, fc.boolean(), (from, to, up) => {
				expect(names(moved(sections, from, to)).sort()).toEqual(names(sections).sort());
				const went = stepped(sections, from, up);
				expect(names(went.sections).sort()).toEqual(names(sections).sort());
			})
		);
		const up = stepped(sections, { section: 1, index: 0 }, true);
		expect(up.sections[0]?.fields.map((f) => f.id)).toEqual(['f00', 'f01', 'f02', 'f10']);
		expect(up.to).toEqual({ section: 0, index: 3 });
		expect(stepped(sections, { section: 0, index: 0 }, false).sections[0]?.fields.map((f) => f.id)).toEqual(['f01', 'f00', 'f02']);
		expect(stepped(sections, { section: 0, index: 0 }, true).sections).toEqual(sections);
	});
});
