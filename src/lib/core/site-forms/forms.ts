import { say } from './refusals';
import { parseQuantity, type Quantity } from '../money';
import { Refusal, type Said } from '../refusal';

export interface FormField {
	id: string;
	label: string;
	kind: 'reading' | 'choice' | 'text';
	required: boolean;
	/** Of a reading: its unit and the limits it should lie in, ten-thousandths. */
	unit?: string;
	low?: number;
	high?: number;
	/** Of a choice: what can be chosen, and which of it needs a word of why. */
	choices?: string[];
	bad?: string[];
}
/** A form that is filled in on site. An edition never changes once records were begun in it. */
export interface SiteForm {
	id: string;
	edition: number;
	name: string;
	certificate: string;
	sections: { title: string; fields: FormField[] }[];
}

const condition = (id: string, label: string): FormField => ({
	id,
	label,
	kind: 'choice',
	required: true,
	choices: ['good', 'worn', 'to be replaced'],
	bad: ['to be replaced']
});

/** The forms that come with the program. */
export const SITE_FORMS: readonly SiteForm[] = [
	{
		id: 'roof-inspection',
		edition: 1,
		name: 'Roof inspection',
		certificate: 'Certificate of roof inspection',
		sections: [
			{
				title: 'Covering',
				fields: [
					condition('covering', 'Shingles or membrane'),
					condition('ridge', 'Ridge and hips'),
					condition('flashing', 'Flashing at walls and chimneys'),
					{ id: 'fastener', label: 'Pull-out of a fastener', kind: 'reading', required: false, unit: 'lb', low: 900_000 }
				]
			},
			{
				title: 'Deck and attic',
				fields: [
					{ id: 'moisture', label: 'Moisture of the deck', kind: 'reading', required: true, unit: '%', low: 0, high: 190_000 },
					{ id: 'humidity', label: 'Relative humidity in the attic', kind: 'reading', required: false, unit: '%', low: 0, high: 600_000 },
					condition('ventilation', 'Ventilation')
				]
			},
			{
				title: 'Water',
				fields: [
					condition('gutters', 'Gutters and downspouts'),
					{ id: 'fall', label: 'Fall of the gutter in 10 ft', kind: 'reading', required: true, unit: 'in', low: 625, high: 10_000 },
					{ id: 'tested', label: 'Water test', kind: 'choice', required: true, choices: ['dry', 'leaks', 'not done'], bad: ['leaks'] }
				]
			},
			{ title: 'Words', fields: [{ id: 'remarks', label: 'What was found', kind: 'text', required: false }] }
		]
	}
];

/** @throws Refusal when there is no form of that name and edition */
export function formNamed(id: string, edition?: number): SiteForm {
	const form = SITE_FORMS.find((f) => f.id === id && (edition === undefined || f.edition === edition));
	if (!form) throw new Refusal(say('no-such-form'), 'form');
	return form;
}

/** A field with what was given, and whether it lies outside its limits or was found bad. */
export interface Reading {
	field: FormField;
	given: string;
	value: Quantity | null;
	outside: boolean;
}

/** What was given for every field. @throws Refusal at the field of a reading that is no number, or of a choice that is not offered */
export function formReadings(form: SiteForm, values: Readonly<Record<string, string>>): Reading[] {
	return form.sections.flatMap((s) =>
		s.fields.map((field) => {
			const given = (values[field.id] ?? '').trim();
			if (field.kind === 'choice' && given !== '' && !(field.choices ?? []).includes(given))
				throw new Refusal(say('not-offered', { label: field.label }), field.id);
			const value = field.kind === 'reading' && given !== '' ? readingOf(field, given) : null;
			const outside =
				value !== null
					? (field.low !== undefined && value < field.low) || (field.high !== undefined && value > field.high)
					: (field.bad ?? []).includes(given);
			return { field, given, value, outside };
		})
	);
}

function readingOf(field: FormField, given: string): Quantity {
	try {
		return parseQuantity(given);
	} catch (e) {
		throw new Refusal(
			e instanceof Refusal ? say('reading-refused', { label: field.label, why: e.message }) : say('type-number', { label: field.label }),
			field.id
		);
	}
}

/**
 * What stands against signing: a required field that is empty, and a reading outside its limits about which nothing is said.
 * @returns by field, in the order of the form; empty when it can be signed
 */
export function formProblems(form: SiteForm, values: Readonly<Record<string, string>>): { field: string; said: Said }[] {
	const readings = formReadings(form, values);
	const empty = readings
		.filter((r) => r.field.required && r.given === '')
		.map((r) => ({ field: r.field.id, said: say('still-open', { label: r.field.label }) }));
	const outside = readings.filter((r) => r.outside);
	const said = (values['remarks'] ?? '').trim() !== '';
	return outside.length > 0 && !said
		? [...empty, { field: 'remarks', said: say('say-what-was-found', { labels: outside.map((r) => r.field.label).join(', ') }) }]
		: empty;
}
