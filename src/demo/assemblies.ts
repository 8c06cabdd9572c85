import type { MeasureName } from '../lib/core/measure';
/** A part: item code or labor sheet, measures, amount, per, waste %, step, and what else is said about it. */
type Part = [
	what: string,
	measures: MeasureName[],
	amount: number,
	per: number,
	waste: number,
	step: number,
	more?: { name?: string; placeholder?: string; reminder?: boolean; note?: string; phase?: string }
];
interface Recipe {
	id: string;
	name: string;
	category: string;
	wording: string;
	crew: { en: [string, string, string]; es?: [string, string, string] };
	parts: Part[];
}

/** The starter recipes. Rates are those a small residential crew reaches; each says what it assumes. */
export const RECIPES: Recipe[] = [
	{
		id: 'reroof-shingle',
		name: 'Re-roof, laminated shingle',
		category: 'Steep roof',
		wording:
			'We strip the old roof to the deck, check every sheet, lay synthetic underlayment and an ice-safe membrane along the eaves, and finish with laminated shingles, new drip edge and ridge. Every day ends with a magnet sweep.',
		crew: {
			en: [
				'Tear-off forks, 2 nail guns, compressor, harnesses, magnet',
				'Strip from the ridge down. Membrane first, then underlayment, drip edge over it at rakes. Start shingles at the left rake.',
				'Six nails a shingle at the coast. Nobody unclipped above the eave.'
			],
			es: [
				'Palas, 2 clavadoras, compresor, arneses, imán',
				'Retirar desde la cumbrera. Primero membrana, luego base y gotero.',
				'Seis clavos por teja. Nadie sin arnés.'
			]
		},
		parts: [
			[
				'sheet:steep',
				['area'],
				1,
				90,
				0,
				0.25,
				{ name: 'Tear-off, one layer', phase: 'Tear-off', note: 'One layer, walkable to 8 in 12, chute to the container.' }
			],
			['SITE-DUMP', ['area'], 1, 2000, 0, 1, { phase: 'Tear-off', note: 'One 20 yd container takes about 20 squares of one layer.' }],
			['TS-DEC-716', ['area'], 0, 32, 5, 1, { reminder: true, phase: 'Dry-in', note: 'Count rotten sheets after the tear-off.' }],
			['TS-MEM-EAV', ['eaves'], 1, 65, 0, 1, { phase: 'Dry-in' }],
			['TS-UND-SYN', ['area'], 1, 400, 8, 1, { phase: 'Dry-in' }],
			['CL-DRP-10', ['eaves', 'rakes'], 1, 10, 5, 1, { phase: 'Dry-in' }],
			['TS-SHL-LAM', ['area'], 3, 100, 10, 1, { placeholder: 'choose line and color', phase: 'Shingles' }],
			['TS-SHL-STA', ['eaves', 'rakes'], 1, 120, 5, 1, { phase: 'Shingles' }],
			[
				'sheet:steep',
				['area'],
				2,
				100,
				0,
				0.25,
				{ name: 'Lay shingles', phase: 'Shingles', note: 'Simple faces; add for dormers and valleys.' }
			],
			['TS-NAI-114', ['area'], 1, 800, 0, 1, { phase: 'Shingles' }],
			['TS-SHL-RDG', ['ridge'], 1, 33, 0, 1, { phase: 'Shingles' }],
			['TS-VEN-RDG', ['ridge'], 0, 4, 0, 1, { reminder: true, phase: 'Shingles', note: 'Ridge vent: does the attic have intake?' }]
		]
	},
	{
		id: 'gutters-5',
		name: 'Seamless gutter, 5 in',
		category: 'Rainwater',
		wording: 'Seamless aluminum gutter formed on site, hidden hangers every two feet, downspouts with elbows to grade.',
		crew: {
			en: [
				'Forming machine, ladders, stand-offs',
				'Form, hang with fall to the outlets, seal ends, fit downspouts.',
				'Fall 1/4 in per 10 ft.'
			]
		},
		parts: [
			['CL-GUT-5K', ['length'], 1, 1, 5, 1, { phase: 'Gutters' }],
			['CL-HNG-HID', ['length'], 1, 2, 0, 1, { phase: 'Gutters' }],
			[
				'sheet:gutter',
				['length'],
				1,
				12,
				0,
				0.25,
				{ name: 'Hang gutter', phase: 'Gutters', note: 'One storey; two storeys half as much again.' }
			],
			['CL-DSP-10', ['count'], 1, 1, 0, 1, { phase: 'Gutters' }],
			['CL-ELB-23', ['count'], 3, 1, 0, 1, { phase: 'Gutters' }]
		]
	},
	{
		id: 'attic-blown',
		name: 'Attic, blown cellulose R-49',
		category: 'Insulation',
		wording: 'We seal the gaps at pipes and wires, fit baffles at every rafter bay and blow cellulose to R-49.',
		crew: { en: ['Blower, hoses, masks', 'Seal, baffle, rulers, blow.', 'Keep 3 in clear of flues.'] },
		parts: [
			['sheet:low', ['floor'], 1, 160, 0, 0.25, { name: 'Seal and blow', phase: 'Insulation' }],
			['MI-BLW-CEL', ['floor'], 1, 17, 3, 1, { phase: 'Insulation', note: 'R-49 at settled density.' }],
			['MI-BAF-RAF', ['perimeter'], 1, 2, 0, 1, { phase: 'Insulation' }],
			['MI-SEA-FOM', ['floor'], 1, 400, 0, 1, { phase: 'Insulation' }],
			['MI-HAT-COV', ['floor'], 0, 1, 0, 1, { reminder: true, phase: 'Insulation' }]
		]
	},
	{
		id: 'low-membrane',
		name: 'Low-slope membrane, 60 mil',
		category: 'Low slope',
		wording: 'A welded 60-mil membrane on the prepared deck, turned up and terminated at every wall.',
		crew: { en: ['Hot-air welders, rollers, probe', 'Sweep, lay out, fasten, weld, probe every seam.', 'Test welds each morning.'] },
		parts: [
			['sheet:low', ['area'], 1, 45, 0, 0.25, { name: 'Lay and weld', phase: 'Membrane' }],
			['TS-MEM-LOW', ['area'], 1, 1000, 8, 1, { phase: 'Membrane' }],
			['CL-TRM-BAR', ['perimeter'], 1, 10, 5, 1, { phase: 'Membrane' }],
			['CL-COP-10', ['perimeter'], 0, 10, 5, 1, { reminder: true, phase: 'Membrane' }]
		]
	}
];
