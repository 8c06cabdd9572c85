import { Refusal } from '../refusal';
import type { FormField, SiteForm } from './form';
import { say } from './refusals';

const condition = (id: string, label: string): FormField => ({
	id,
	label,
	kind: 'choice',
	required: true,
	choices: ['good', 'worn', 'to be replaced'],
	bad: ['to be replaced']
});
const asked = (id: string, label: string): FormField => ({ id, label, kind: 'yes-no', required: true });
const words = (id: string, label: string, required = false): FormField => ({ id, label, kind: 'text', required });
const reading = (id: string, label: string, unit: string, more: Partial<FormField> = {}): FormField => ({
	...{ id, label, kind: 'reading', required: true, unit },
	...more
});
const closing = { title: 'Words', fields: [words('remarks', 'What was found')] };

const ROOF: SiteForm = {
	...{ id: 'roof-inspection', edition: 1, name: 'Roof inspection', certificate: 'Certificate of roof inspection' },
	sections: [
		{
			title: 'Covering',
			fields: [
				condition('covering', 'Shingles or membrane'),
				condition('ridge', 'Ridge and hips'),
				condition('flashing', 'Flashing at walls and chimneys'),
				reading('fastener', 'Pull-out of a fastener', 'lb', { required: false, low: 900_000 })
			]
		},
		{
			title: 'Deck and attic',
			fields: [
				reading('moisture', 'Moisture of the deck', '%', { low: 0, high: 190_000 }),
				reading('humidity', 'Relative humidity in the attic', '%', { required: false, low: 0, high: 600_000 }),
				condition('ventilation', 'Ventilation')
			]
		},
		{
			title: 'Water',
			fields: [
				condition('gutters', 'Gutters and downspouts'),
				reading('fall', 'Fall of the gutter in 10 ft', 'in', { low: 625, high: 10_000 }),
				{ id: 'tested', label: 'Water test', kind: 'choice', required: true, choices: ['dry', 'leaks', 'not done'], bad: ['leaks'] }
			]
		},
		closing
	]
};

const FALL: SiteForm = {
	...{ id: 'fall-protection', edition: 1, name: 'Fall-protection check', certificate: 'Record of fall protection', customerSigns: 'no' },
	sections: [
		{
			title: 'Before anybody goes up',
			fields: [
				reading('height', 'Height of the eave', 'ft', { low: 0 }),
				asked('plan', 'The rescue plan was read out'),
				asked('ladder', 'Ladders are tied and stand three rungs over the eave'),
				asked('weather', 'Wind and roof surface allow the work'),
				{ id: 'surface', label: 'Picture of the roof edge', kind: 'picture', required: true }
			]
		},
		{
			title: 'Gear',
			fields: [
				{
					...{ id: 'people', label: 'Who goes up', kind: 'table', required: true },
					columns: [
						words('name', 'Name', true),
						words('harness', 'Number of the harness', true),
						reading('age', 'Age of the harness', 'years', { low: 0, high: 50_000 }),
						asked('sound', 'Harness and lanyard are sound')
					]
				},
				reading('anchors', 'Anchors', '', { low: 10_000 }),
				{
					id: 'each',
					label: 'People on each anchor',
					kind: 'computed',
					required: true,
					formula: 'count(people) / anchors',
					decimals: 1,
					high: 10_000
				}
			]
		},
		closing
	]
};

const vents = (id: string, label: string): FormField => ({
	...{ id, label, kind: 'table', required: true },
	columns: [
		words(`${id}_where`, 'Where', true),
		reading(`${id}_count`, 'How many', '', { low: 0 }),
		reading(`${id}_each`, 'Net free area of one', 'sq in', { low: 0 }),
		{
			id: `${id}_area`,
			label: 'Together',
			kind: 'computed',
			required: true,
			unit: 'sq in',
			formula: `${id}_count * ${id}_each`,
			decimals: 1
		}
	]
});
const figure = (id: string, label: string, unit: string, formula: string, more: Partial<FormField> = {}): FormField => ({
	...{ id, label, kind: 'computed', required: true, unit, formula, decimals: 0 },
	...more
});

/** Net free area by floor: one part in 150, or in 300 where intake and exhaust are balanced and a vapor retarder is there. */
const ATTIC: SiteForm = {
	...{ id: 'attic-ventilation', edition: 1, name: 'Attic ventilation readings', certificate: 'Record of attic ventilation' },
	sections: [
		{
			title: 'Attic',
			fields: [
				reading('floor', 'Floor of the attic', 'sq ft', { low: 10_000 }),
				{ id: 'part', label: 'Floor for one part of free area', kind: 'choice', required: true, choices: ['150', '300'] },
				figure('needed', 'Net free area needed', 'sq in', 'floor * 144 / part')
			]
		},
		{
			title: 'Vents',
			fields: [
				vents('intake', 'Intake at the eave'),
				vents('exhaust', 'Exhaust at the ridge'),
				figure('there', 'Net free area there is', 'sq in', 'sum(intake.intake_area) + sum(exhaust.exhaust_area)'),
				figure('share', 'Of what is needed', '%', '100 * (sum(intake.intake_area) + sum(exhaust.exhaust_area)) / needed', {
					low: 1_000_000
				}),
				figure('balance', 'Intake of all', '%', '100 * sum(intake.intake_area) / there', { low: 500_000 })
			]
		},
		{
			title: 'Air',
			fields: [
				reading('outside', 'Temperature outside', '°F', { required: false }),
				reading('inside', 'Temperature in the attic', '°F', { required: false }),
				figure('warmer', 'Warmer by', '°F', 'inside - outside', { required: false, high: 200_000 }),
				reading('humid', 'Relative humidity in the attic', '%', { required: false, low: 0, high: 600_000 })
			]
		},
		closing
	]
};

const HOT: SiteForm = {
	...{ id: 'hot-work', edition: 1, name: 'Hot-work permit', certificate: 'Hot-work permit', customerSigns: 'may' },
	sections: [
		{
			title: 'Work',
			fields: [
				words('what', 'What is done, and where', true),
				{ id: 'flame', label: 'Heat comes from', kind: 'choice', required: true, choices: ['torch', 'hot air', 'kettle', 'grinder'] },
				{
					id: 'kettle',
					label: 'Temperature of the kettle',
					kind: 'reading',
					required: false,
					requiredWhen: { field: 'flame', is: 'kettle' },
					unit: '°F',
					high: 5_500_000
				}
			]
		},
		{
			title: 'Before',
			fields: [
				asked('cleared', 'What can burn is cleared for 35 ft, or covered'),
				asked('openings', 'Openings to the inside are closed'),
				reading('extinguishers', 'Extinguishers at hand', '', { low: 20_000 }),
				{ id: 'before', label: 'Picture of the place before', kind: 'picture', required: true }
			]
		},
		{
			title: 'After',
			fields: [
				reading('watch', 'Fire watch after the last flame', 'min', { low: 600_000 }),
				words('watcher', 'Who watched', true),
				{ id: 'watched', label: 'Signature of who watched', kind: 'signature', required: true }
			]
		},
		closing
	]
};

const HANDOVER: SiteForm = {
	...{ id: 'site-handover', edition: 1, name: 'Handover of a site', certificate: 'Record of handover of a site', customerSigns: 'must' },
	sections: [
		{
			title: 'Site',
			fields: [
				{ id: 'direction', label: 'The site is', kind: 'choice', required: true, choices: ['taken over', 'given back'] },
				asked('access', 'Access, keys and codes are handed over'),
				asked('clean', 'The site is clean'),
				{ id: 'state', label: 'Pictures of the site', kind: 'picture', required: true }
			]
		},
		{
			title: 'Damage that is there already',
			fields: [
				{
					...{ id: 'damage', label: 'Damage', kind: 'table', required: false },
					columns: [words('place', 'Where', true), words('seen', 'What', true)]
				}
			]
		},
		closing
	]
};

/** The forms that come with the program. */
export const SITE_FORMS: readonly SiteForm[] = [ROOF, FALL, ATTIC, HOT, HANDOVER];

/** @throws Refusal when no form of that name and edition comes with the program */
export function formNamed(id: string, edition?: number): SiteForm {
	const form = SITE_FORMS.find((f) => f.id === id && (edition === undefined || f.edition === edition));
	if (!form) throw new Refusal(say('no-such-form'), 'form');
	return form;
}
