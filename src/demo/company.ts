import { percent, rate } from '../lib/core/money';
import type { CommandName, Input } from '../lib/contract';
import type { SettingsGiven } from '../lib/core/company';

const weekday = { from: 420, to: 930, breaks: [{ from: 690, to: 720 }] };

const settings: SettingsGiven = {
	overheadPercent: { material: rate(45_000), equipment: rate(45_000), subcontract: rate(45_000), other: rate(45_000) },
	defaultRules: {
		material: { by: 'markup', percent: percent(3700) },
		equipment: { by: 'markup', percent: percent(2500) },
		subcontract: { by: 'markup', percent: percent(1800) },
		other: { by: 'markup', percent: percent(2000) }
	},
	deposit: { by: 'percent', percent: 3000 },
	depositStyle: 'billed',
	billingStep: { step: 15, minimum: 30 },
	materialMarkup: 3700,
	paymentDays: 14,
	quoteDays: 30,
	reminders: { on: true, afterIssue: [5, 14], beforeExpiry: [3], quietFrom: 18, quietTo: 8 },
	terms:
		'Work begins within six weeks of acceptance, weather permitting. We protect plantings and sweep for nails every day. Rotten deck found under the old roof is shown to you first and priced as a change order. Our workmanship is promised for twelve years; the makers’ warranties pass to you. The balance is due fourteen days after the work is done.',
	letterhead: {
		color: '#2f4a54',
		line: 'Roofs and rainwater in Osselmere since 1987',
		footer: 'Pellgrave Roofing & Rainwater · 3 Quay Street · Osselmere'
	},
	publicPage: {
		on: true,
		intro:
			'Steep roofs, flat roofs, gutters and attic insulation in Osselmere and Upper Marle. Tell us what you need; we answer within one working day.'
	}
};

/** Who the company is: all of it made up. */
export const COMPANY: Input<'company.set-up'> = {
	name: 'Pellgrave Roofing & Rainwater',
	zone: 'America/New_York',
	mail: 'office@pellgrave.example',
	phone: '555 010 4400',
	address: '3 Quay Street, Osselmere',
	hours: { 1: weekday, 2: weekday, 3: weekday, 4: weekday, 5: weekday },
	holidays: [
		{ by: 'date', month: 1, day: 1, observed: true, name: 'New Year' },
		{ by: 'nth', month: 5, weekday: 1, nth: -1, name: 'Harbor Day' },
		{ by: 'date', month: 7, day: 4, observed: true, name: 'Founders’ Day' },
		{ by: 'nth', month: 9, weekday: 1, nth: 1, name: 'Workers’ Day' },
		{ by: 'nth', month: 11, weekday: 4, nth: 4, name: 'Thanks Day' },
		{ by: 'date', month: 12, day: 25, observed: true, name: 'Midwinter' }
	],
	settings,
	stages: [
		{ id: 'asked', track: 'winning', name: 'Asked', meaning: 'bidding' },
		{ id: 'measuring', track: 'winning', name: 'Measuring', meaning: 'bidding' },
		{ id: 'quoted', track: 'winning', name: 'Quoted', meaning: 'bidding' },
		{ id: 'talking', track: 'winning', name: 'Talking', meaning: 'bidding' },
		{ id: 'lost', track: 'winning', name: 'Lost', meaning: 'lost' },
		{ id: 'ready', track: 'doing', name: 'Ready', meaning: 'ready' },
		{ id: 'under-way', track: 'doing', name: 'Under way', meaning: 'under way' },
		{ id: 'finished', track: 'doing', name: 'Finished', meaning: 'finished' },
		{ id: 'closed', track: 'doing', name: 'Closed', meaning: 'closed' }
	],
	branches: [
		{ id: 'quay', name: 'Quay Street', address: '3 Quay Street, Osselmere', lat: -47.0012, lng: -131.0034 },
		{ id: 'upper', name: 'Upper Marle', address: '12 Mill Rise, Upper Marle', lat: -46.972, lng: -130.958 }
	],
	crews: [
		{ id: 'slate', name: 'Slate' },
		{ id: 'copper', name: 'Copper' },
		{ id: 'gutter', name: 'Gutter' },
		{ id: 'upper-marle', name: 'Upper Marle' }
	],
	taxComponents: [
		{ id: 'state', name: 'State sales tax', rates: [{ from: '2015-01-01', rate: rate(47_500) }] },
		{ id: 'county', name: 'Marle County sales tax', rates: [{ from: '2015-01-01', rate: rate(22_500) }] }
	],
	taxCodes: [{ id: 'materials', name: 'Materials', componentIds: ['state', 'county'] }],
	categories: [
		{ id: 'steep', name: 'Steep roof', rule: null },
		{ id: 'rainwater', name: 'Rainwater', rule: { by: 'markup', percent: percent(4500) } },
		{ id: 'insulation', name: 'Insulation', rule: null },
		{ id: 'site', name: 'Site', rule: null }
	],
	suppliers: [
		{ id: 'tarn', name: 'Tarn & Slate Supply' },
		{ id: 'copperline', name: 'Copperline Metals' },
		{ id: 'marle', name: 'Marle Insulation Depot' }
	]
};

/** What the owner set for the winning track and for what comes after it: lists, fields of the company's own, plans, tasks. */
type Setting = { [N in CommandName]: [command: N, input: Input<N>] }[CommandName];
/** What is set up before anybody sells, command by command. */
export const SALES_SETTINGS: Setting[] = [
	[
		'company.letters',
		{
			letters: [
				{
					...{ id: 'house', name: 'To a householder', subject: '{title}: your quote from {company}' },
					text: 'Dear {customer},\n\nthank you for having us look at it. Your quote is ready: you can read it, ask beside it, choose options and accept it here:\n\n{link}\n\nIt holds until {valid until}. If anything is unclear, call us: {phone}.\n\n{me}, {company}',
					message: '{company}: your quote {number} over {total} is here: {link}'
				},
				{
					...{ id: 'builder', name: 'To a builder', subject: 'Bid {number}: {title}' },
					text: 'Good morning,\n\nour bid for {title} comes to {total}, tax included, and holds until {valid until}. Scopes, alternates and data sheets are here:\n\n{link}\n\nQuestions beside a scope reach me directly.\n\n{me}, {company}, {phone}',
					message: '{company}: bid {number} for {title} is here: {link}'
				},
				{
					...{ id: 'again', name: 'Revised after we talked', subject: '{title}: the quote as we talked about' },
					text: 'Dear {customer},\n\nas we talked about, here is the quote with the changes:\n\n{link}\n\nThe earlier one is replaced by it.\n\n{me}, {company}, {phone}',
					message: '{company}: the quote as we talked about: {link}'
				}
			]
		}
	],
	[
		'company.save-stages',
		{
			track: 'winning',
			stages: [
				{ id: 'asked', name: 'Asked', meaning: 'bidding', chance: 2000 },
				{ id: 'measuring', name: 'Measuring', meaning: 'bidding', chance: 3500 },
				{ id: 'quoted', name: 'Quoted', meaning: 'bidding', chance: 5000 },
				{ id: 'talking', name: 'Talking', meaning: 'bidding', chance: 7000 },
				{ id: 'lost', name: 'Lost', meaning: 'lost', chance: 0 }
			]
		}
	],
	[
		'company.sales-lists',
		{
			kinds: ['Re-roof', 'Low slope', 'Gutters', 'Insulation', 'Repair'],
			sources: ['Website', 'Referral', 'Phone', 'Mail', 'Regular', 'Tender', 'General contractor'],
			reasons: ['Price', 'Too late', 'Chose somebody else', 'Not going ahead', 'No answer']
		}
	],
	[
		'company.own-fields',
		{
			fields: [
				{ id: 'pays-by', of: 'customer', label: 'Pays by', kind: 'choice', choices: ['card', 'check', 'transfer'] },
				{ id: 'gate', of: 'site', label: 'Gate code', kind: 'text', choices: [] },
				{ id: 'insurer', of: 'job', label: 'Insurer', kind: 'text', choices: [] },
				{ id: 'layers', of: 'job', label: 'Layers seen', kind: 'number', choices: [] },
				{
					id: 'watch',
					of: 'job',
					label: 'Watch for',
					kind: 'choice',
					choices: ['Insurance work', 'School hours', 'No parking', 'Dog on site']
				}
			]
		}
	],
	[
		'company.text-blocks',
		{
			blocks: [
				{
					id: 'how',
					name: 'How we work',
					place: 'introduction',
					text: [
						{
							type: 'paragraph',
							runs: [{ text: 'Dear {customer}, thank you for having us look at {title}. What we found on site is in the scopes below.' }]
						},
						{ type: 'heading', runs: [{ text: 'How we work' }] },
						{
							type: 'list',
							ordered: false,
							items: [
								[{ text: 'The same crew from the first day to the last' }, { text: ', with a lead you can call', italic: true }],
								[{ text: 'Plantings covered, driveway swept every evening' }],
								[{ text: 'No surprise on the bill', bold: true }, { text: ': what we find under the old roof is shown to you first' }]
							]
						}
					]
				},
				{
					id: 'next',
					name: 'What comes next',
					place: 'closing',
					text: [
						{
							type: 'paragraph',
							runs: [
								{
									text: 'Accept until {valid until} and we call you within a day to set the week. If anything is unclear: {phone}, and ask for {me}.'
								}
							]
						}
					]
				}
			]
		}
	],
	[
		'company.public-page',
		{
			on: true,
			intro:
				'Steep roofs, flat roofs, gutters and attic insulation in Osselmere and Upper Marle. Tell us what you need; we answer within one working day.',
			does: [
				'Re-roofing and repair',
				'Flat roofs and membranes',
				'Gutters and downspouts',
				'Attic insulation',
				'Storm damage, at flat rates',
				'Gutter care for property managers'
			],
			pictures: []
		}
	],
	['company.billing-plans', { plans: [{ kindOfWork: '', stagesFrom: 1_500_000, depositAtOnce: false }] }],
	[
		'work.task-templates',
		{
			templates: [
				{ kindOfWork: '', phase: '', text: 'Pictures of the site before anything is touched' },
				{ kindOfWork: 'Re-roof', phase: 'Tear-off', text: 'Container ordered, boards under its wheels' },
				{ kindOfWork: 'Re-roof', phase: 'Tear-off', text: 'Neighbors told' },
				{ kindOfWork: 'Re-roof', phase: 'Shingles', text: 'Color of shingles agreed in writing' },
				{ kindOfWork: '', phase: '', text: 'Magnet sweep, and a walk with the customer' }
			]
		}
	]
];

export const DEMO_PASSWORD = 'nickel-yard';

/** id, name, role, crew, skills, color, language, sheet */
export const PEOPLE = [
	['imogen', 'Imogen Tarrant', 'owner', null, '', 'slate', 'en', null],
	['bastian', 'Bastian Reyle', 'estimator', null, '', 'brass', 'en', null],
	['petra', 'Petra Vinter', 'office', null, '', 'plum', 'en', null],
	['lowell', 'Lowell Gant', 'bookkeeper', null, '', 'slate', 'en', null],
	['marco', 'Marco Dunleavy', 'crew lead', 'slate', 'steep, crane', 'teal', 'en', 'steep'],
	['teodor', 'Teodor Lunt', 'crew', 'slate', 'steep', 'brass', 'es', 'steep'],
	['ines', 'Ines Falk', 'crew', 'slate', 'steep, copper', 'plum', 'en', 'steep'],
	['ravi', 'Ravi Sorley', 'crew', 'slate', 'steep', 'slate', 'en', 'steep'],
	['suki', 'Suki Abara', 'crew lead', 'copper', 'low-slope, welds', 'slate', 'en', 'low'],
	['june', 'June Maddox', 'crew', 'copper', 'low-slope', 'teal', 'en', 'low'],
	['callum', 'Callum Wray', 'crew', 'copper', 'low-slope', 'brass', 'en', 'low'],
	['noor', 'Noor Etienne', 'crew lead', 'gutter', 'gutters', 'plum', 'en', 'gutter'],
	['hattie', 'Hattie Brandt', 'crew', 'gutter', 'gutters', 'teal', 'en', 'gutter'],
	['ansel', 'Ansel Wick', 'crew lead', 'upper-marle', 'steep', 'slate', 'en', 'upper'],
	['dita', 'Dita Moss', 'crew', 'upper-marle', 'steep', 'brass', 'en', 'upper'],
	['pavel', 'Pavel Orme', 'crew', 'upper-marle', 'steep', 'teal', 'en', 'upper']
] as const;

const sheet = (members: [string, number, number][], nonBillable: number, margin: number) => ({
	members: members.map(([label, wage, count]) => ({ label, wage: wage * 10_000, count })),
	paidHours: 450_000,
	overtimeHours: 50_000,
	overtimeMultiplier: 15_000,
	burden: 1800,
	nonBillable: nonBillable * 100,
	overheadPerHour: 142_000,
	target: { margin: margin * 100 }
});

export const SHEETS = [
	{
		sheetId: 'steep',
		name: 'Steep-roof crew',
		branchId: 'quay',
		sheet: sheet(
			[
				['Lead', 34, 1],
				['Installer', 26, 2],
				['Helper', 20, 1]
			],
			15,
			12
		)
	},
	{
		sheetId: 'low',
		name: 'Low-slope crew',
		branchId: 'quay',
		sheet: sheet(
			[
				['Lead', 35, 1],
				['Welder', 28, 1],
				['Helper', 21, 1]
			],
			15,
			14
		)
	},
	{
		sheetId: 'gutter',
		name: 'Gutter crew',
		branchId: 'quay',
		sheet: sheet(
			[
				['Lead', 30, 1],
				['Helper', 21, 1]
			],
			22,
			15
		)
	},
	{
		sheetId: 'upper',
		name: 'Upper Marle crew',
		branchId: 'upper',
		sheet: sheet(
			[
				['Lead', 32, 1],
				['Installer', 24, 2]
			],
			18,
			12
		)
	}
];
