import sharp from 'sharp';
import type { FormField, FormValues } from '../lib/core/site-forms';
import { addDays, type Day } from '../lib/core/time';
import { written } from './written';
import type { Yard } from './yard';

const one = (yard: Yard, sql: string, ...args: unknown[]): string =>
	String(Object.values((yard.app.db.sqlite.prepare(sql).get(...args) as object | undefined) ?? { none: '' })[0]);

/** A made-up picture of a roof edge against the sky. */
async function edge(yard: Yard): Promise<string> {
	const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="1200" height="800"><rect width="1200" height="800" fill="#b7c6cf"/><path d="M0 800V430l620-210 580 190v390z" fill="#5d6469"/><path d="M0 430l620-210 580 190" fill="none" stroke="#39424a" stroke-width="16"/><path d="M90 800V400M1090 800V375M90 520h1000" stroke="#c98a2b" stroke-width="14" fill="none"/></svg>`;
	const image = sharp(Buffer.from(svg));
	const [bytes, thumb] = await Promise.all([image.jpeg().toBuffer(), image.clone().resize(240).jpeg().toBuffer()]);
	return yard.call('marco', 'files.keep', { width: 1200, height: 800, bytes, thumb }).fileId;
}

const number = (id: string, label: string, unit: string, more: Partial<FormField> = {}): FormField => ({
	...{ id, label, kind: 'reading', required: true, unit },
	...more
});

/** A form of the company's own, saved twice: the second edition asks for the leaf guard as well. */
function bucketTest(yard: Yard, today: Day): string {
	const flow: FormField[] = [
		number('water', 'Water poured in', 'gal', { low: 10_000 }),
		number('seconds', 'Until it was through', 's', { low: 10_000 }),
		{
			...{ id: 'flow', label: 'Flow', kind: 'computed', required: true, unit: 'gal/min', low: 150_000, decimals: 1 },
			formula: 'water / seconds * 60'
		}
	];
	const form = {
		...{ name: 'Downspout flow test', certificate: 'Record of a flow test', customerSigns: 'no' as const },
		sections: [
			{ title: 'Flow', fields: flow },
			{ title: 'Words', fields: [{ id: 'remarks', label: 'What was found', kind: 'text' as const, required: false }] }
		]
	};
	yard.at(addDays(today, -60), '11:00');
	const { form: id } = yard.call('imogen', 'form-designs.save', form);
	const guard: FormField = { id: 'guard', label: 'Leaf guard sits', kind: 'yes-no', required: true };
	yard.at(addDays(today, -20), '11:00').call('imogen', 'form-designs.save', {
		...form,
		form: id,
		from: 1,
		sections: [{ title: 'Flow', fields: [...flow, guard] }, form.sections[1]!]
	});
	return id;
}

async function signed(yard: Yard, jobId: string, form: string, values: FormValues): Promise<string> {
	const { recordId } = yard.call('marco', 'forms.begin', { jobId, form });
	const whole = Object.fromEntries(Object.entries(values).map(([k, v]) => [k, typeof v === 'string' ? v : v.map((row) => ({ ...row }))]));
	yard.call('marco', 'forms.save', { recordId, values: whole, pictures: [] });
	yard.call('marco', 'forms.sign', {
		...{ recordId, leadName: 'Marco Dunleavy', leadSignature: await written('Marco Dunleavy') },
		...{ customerName: '', customerSignature: '' }
	});
	return recordId;
}

/** Forms on site in each state: designed, asked for, being filled in, signed, approved, replaced. */
export async function buildForms(yard: Yard, today: Day): Promise<void> {
	const test = bucketTest(yard, today);
	yard.at(addDays(today, -19), '09:00').call('imogen', 'form-designs.require', { form: 'fall-protection', kinds: ['Low slope'] });
	const school = one(yard, "select id from jobs where name like 'St. Brannoc%' and number is not null");
	yard.at(addDays(today, -2), '07:20');
	const surface = await edge(yard);
	const people = [
		{ name: 'Marco Dunleavy', harness: 'H-12', age: '2', sound: 'yes' },
		{ name: 'Teodor Lunt', harness: 'H-14', age: '1', sound: 'yes' },
		{ name: 'Ravi Sorley', harness: 'H-07', age: '4.5', sound: 'yes' }
	];
	const check = { height: '24', plan: 'yes', ladder: 'yes', weather: 'yes', surface, people, anchors: '3' };
	yard.call('petra', 'forms.approve', { recordId: await signed(yard, school, 'fall-protection', check) });
	yard.at(today, '07:25');
	const hot = yard.call('marco', 'forms.begin', { jobId: school, form: 'hot-work' });
	yard.call('marco', 'forms.save', {
		...{ recordId: hot.recordId, pictures: [] },
		values: {
			what: 'Torch at the east parapet',
			flame: 'torch',
			cleared: 'yes',
			openings: 'no',
			openings__why: 'vent 4 waits for its cover'
		}
	});
	await replaced(yard, today, test);
}

/** A flow test whose first record had a slip of the pen. */
async function replaced(yard: Yard, today: Day, form: string): Promise<void> {
	const gutters = one(
		yard,
		"select j.id from jobs j join stages s on s.id = j.stage_id where j.number is not null and j.kind_of_work = 'Gutters' and s.meaning in ('finished', 'closed') order by j.done_at desc limit 1"
	);
	if (gutters === '') return;
	yard.at(addDays(today, -8), '15:20');
	const first = await signed(yard, gutters, form, { water: '5', seconds: '180', guard: 'yes', remarks: 'Slow at the rear downspout.' });
	yard.call('petra', 'forms.approve', { recordId: first });
	yard.at(addDays(today, -7), '09:10');
	const { recordId } = yard.call('petra', 'forms.replace', { recordId: first });
	yard.call('petra', 'forms.save', { recordId, values: { water: '5', seconds: '18', guard: 'yes' }, pictures: [] });
	yard.call('marco', 'forms.sign', {
		...{ recordId, leadName: 'Marco Dunleavy', leadSignature: await written('Marco Dunleavy') },
		...{ customerName: '', customerSignature: '' }
	});
	yard.call('petra', 'forms.approve', { recordId });
}
