import { beforeEach, describe, expect, it } from 'vitest';
import type { Input } from '$lib/contract';
import type { FormField } from '$lib/core/site-forms';
import type { App } from '$lib/server/app';
import { formRecord, formsOf } from '$lib/server/site-forms/commands';
import { designsOf, editionsOf, formsMissing, formsOffered } from '$lib/server/site-forms/designs';
import { certificateDocument } from '$lib/server/site-forms/documents';
import type { Yard } from '../../src/demo/yard';
import { readPdf } from './pdf-reader';
import { drawnSignature } from './signature';
import { count, freshYard, refused, told, value, wonJob } from './yard';

let yard: Yard;
let app: App;
let jobId: string;
let signature: string;
beforeEach(async () => {
	({ yard, app } = await freshYard());
	({ jobId } = wonJob(yard));
	signature = await drawnSignature();
});
const number = (id: string, more: Partial<FormField> = {}): FormField => ({
	id,
	label: `The ${id}`,
	kind: 'reading',
	required: true,
	...more
});
const FLOW = [
	number('water', { unit: 'gal' }),
	number('seconds', { unit: 's' }),
	{
		...{ id: 'flow', label: 'Flow', kind: 'computed', required: true, unit: 'gal/min', low: 150_000, decimals: 1 },
		formula: 'water / seconds * 60'
	}
] as FormField[];
const design = (fields: FormField[] = FLOW, more: Partial<Input<'form-designs.save'>> = {}) =>
	yard.call('imogen', 'form-designs.save', {
		...{ name: 'Flow test', certificate: 'Record of a flow test', customerSigns: 'no' as const, sections: [{ title: 'Flow', fields }] },
		...more
	});
const begin = (form: string) => yard.call('marco', 'forms.begin', { jobId, form }).recordId;
const save = (recordId: string, values: Input<'forms.save'>['values']) =>
	yard.call('marco', 'forms.save', { recordId, values, pictures: [] });
const sign = (recordId: string, more: Partial<Input<'forms.sign'>> = {}) =>
	yard.call('marco', 'forms.sign', {
		...{ recordId, leadName: 'Marco Dunleavy', leadSignature: signature, customerName: '', customerSignature: '' },
		...more
	});
const issued = (form: string, values: Input<'forms.save'>['values']) => {
	const recordId = begin(form);
	save(recordId, values);
	sign(recordId);
	yard.call('petra', 'forms.approve', { recordId });
	return recordId;
};

describe('a form the company designs', () => {
	it('is kept in editions: what was filled in by one stays with it, though a field was taken off', async () => {
		const { form, edition } = design();
		expect(edition).toBe(1);
		const recordId = begin(form);
		save(recordId, { water: '5', seconds: '12' });
		const next = design([FLOW[0]!, number('minutes')], { form, from: 1 });
		expect(next).toEqual({ form, edition: 2 });
		expect(formRecord(app, recordId)!.form.sections[0]!.fields.map((f) => f.id)).toEqual(['water', 'seconds', 'flow']);
		save(recordId, { water: '5', seconds: '12', minutes: '9' });
		expect(formRecord(app, recordId)!.record.values).toEqual({ water: '5', seconds: '12' });
		expect(formRecord(app, begin(form))!.form.edition).toBe(2);
		sign(recordId);
		yard.call('petra', 'forms.approve', { recordId });
		const { text } = await readPdf((await certificateDocument(app, recordId))!.bytes);
		for (const words of ['Record of a flow test', '25 gal/min', 'at least 15', 'The seconds']) expect(text).toContain(words);
		expect(editionsOf(app.db.orm, form).map((e) => [e.edition, e.used, e.byName])).toEqual([
			[2, 1, 'Imogen Tarrant'],
			[1, 1, 'Imogen Tarrant']
		]);
	});
	it('is refused at the place where it is wrong, and nothing of it is kept', () => {
		expect(refused(() => design([number('a', { label: '' })]))).toEqual(['sections.0.fields.0.label', 'Say what is asked for.']);
		const circle = [
			{ ...FLOW[2]!, id: 'a', formula: 'b' },
			{ ...FLOW[2]!, id: 'b', formula: 'a' }
		];
		expect(refused(() => design(circle))[0]).toBe('sections.0.fields.0.formula');
		expect(refused(() => design(FLOW, { name: 'Roof Inspection' }))).toEqual(['name', 'Another form is called Roof inspection.']);
		expect(count(app, 'select count(*) from form_editions')).toBe(0);
		expect(refused(() => yard.call('petra', 'form-designs.set-aside', { form: 'hot-work', aside: true }))[1]).toContain('may not');
	});
	it('that two change at once is not written over', () => {
		const { form } = design();
		design(FLOW.slice(0, 2), { form, from: 1 });
		expect(refused(() => design(FLOW, { form, from: 1 }))[1]).toContain('Edition 2 was saved meanwhile');
		expect(design(FLOW, { form, from: 2 }).edition).toBe(3);
	});
	it('that comes with the program can be changed, and set aside; what was filled in is still read', () => {
		const old = begin('hot-work');
		const [hot] = designsOf(app.db.orm).filter((d) => d.form.id === 'hot-work');
		const { sections } = hot!.form;
		design([], { form: 'hot-work', from: 1, name: 'Hot-work permit', sections: sections.slice(0, 1) });
		expect(formRecord(app, old)!.form.sections).toHaveLength(4);
		yard.call('imogen', 'form-designs.set-aside', { form: 'hot-work', aside: true });
		expect(formsOffered(app.db.orm, '').map((f) => f.name)).not.toContain('Hot-work permit');
		expect(refused(() => begin('hot-work'))[1]).toBe('Hot-work permit is set aside.');
		expect(formsOf(app, jobId).map((f) => f.name)).toEqual(['Hot-work permit']);
		yard.call('imogen', 'form-designs.set-aside', { form: 'hot-work', aside: false });
		expect(formRecord(app, begin('hot-work'))!.form.sections).toHaveLength(1);
	});
});

describe('a form that is filled in', () => {
	it('is refused by its limits in words, in a row as well, and needs the customer where its design says so', () => {
		const { form } = design(
			[
				...FLOW,
				{ id: 'spouts', label: 'Downspouts', kind: 'table', required: true, columns: [number('wide', { low: 20_000 })] },
				{ id: 'remarks', label: 'What was found', kind: 'text', required: false }
			],
			{ customerSigns: 'must' }
		);
		const id = begin(form);
		save(id, { water: '5', seconds: '60' });
		expect(refused(() => sign(id))).toEqual(['spouts', 'Downspouts is still open.']);
		expect(refused(() => save(id, { spouts: [{ wide: 'as a hand' }] }))[0]).toBe('spouts.0.wide');
		save(id, { water: '5', seconds: '60', spouts: [{ wide: '1' }] });
		expect(refused(() => sign(id))).toEqual(['remarks', 'Flow, The wide: say what was found.']);
		save(id, { water: '5', seconds: '60', spouts: [{ wide: '1' }], remarks: 'Clogged' });
		expect(refused(() => sign(id))).toEqual(['customerName', 'The customer has to sign this form.']);
		sign(id, { customerName: 'C. Customer', customerSignature: signature });
		expect(value(app, 'select state from site_forms where id = ?', id)).toBe('signed');
	});
	it('takes only pictures that are kept, and is told once though it is kept at every field', () => {
		const { form } = design([{ id: 'look', label: 'Look', kind: 'picture', required: true }, number('a')]);
		const id = begin(form);
		expect(refused(() => save(id, { look: 'nothing' }))[1]).toContain('A picture');
		for (const a of ['1', '2', '3']) save(id, { a });
		expect(told(app, 'subject = ?', `job:${jobId}`).filter((t) => t.includes('Flow test'))).toEqual([
			'Flow test begun',
			'Flow test filled in'
		]);
	});
	it('is never changed once it was issued, only replaced: the new one says so, and the old one stands', async () => {
		const { form } = design();
		const first = issued(form, { water: '5', seconds: '15' });
		const before = (await certificateDocument(app, first))!;
		expect(refused(() => save(first, { water: '6', seconds: '15' }))[1]).toContain('does not change any more');
		const { recordId } = yard.call('petra', 'forms.replace', { recordId: first });
		expect(yard.call('petra', 'forms.replace', { recordId: first })).toEqual({ recordId });
		expect(formRecord(app, recordId)!.record.values).toEqual({ water: '5', seconds: '15' });
		expect(formsOf(app, jobId).find((f) => f.id === first)?.replacedBy).toBeNull();
		save(recordId, { water: '6', seconds: '15' });
		sign(recordId);
		const { number: second } = yard.call('petra', 'forms.approve', { recordId });
		expect(formsOf(app, jobId).find((f) => f.id === first)?.replacedBy).toBe(second);
		const { text } = await readPdf((await certificateDocument(app, recordId))!.bytes);
		expect(text).toContain('replaces number 1001');
		expect((await certificateDocument(app, first))!.bytes.equals(before.bytes)).toBe(true);
		expect(refused(() => yard.call('petra', 'forms.replace', { recordId: begin(form) }))[1]).toContain('was issued');
	});
});

describe('a kind of work that needs a form', () => {
	const stage = (meaning: string) => value<string>(app, 'select id from stages where meaning = ? order by position', meaning);
	it('is not finished before it is signed, by hand or by rule; then the rule moves it', () => {
		app.db.sqlite.prepare("update jobs set kind_of_work = 'Repair' where id = ?").run(jobId);
		const { form } = design();
		yard.call('imogen', 'form-designs.require', { form, kinds: ['Repair'] });
		expect(formsMissing(app.db.orm, jobId, 'Repair')).toEqual(['Flow test']);
		expect(formsOffered(app.db.orm, 'Repair')[0]).toMatchObject({ name: 'Flow test', required: true });
		const finish = () => yard.call('petra', 'jobs.move', { jobId, stageId: stage('finished') });
		expect(refused(finish)).toEqual(['stageId', expect.stringContaining('Flow test is not signed.')]);
		yard.call('imogen', 'company.card-moves', {
			...{ issued: '', declined: '', deposit: '', clockOn: '', lastTask: stage('finished') }
		});
		const { taskId } = yard.call('petra', 'work.add-task', { jobId, phase: '', text: 'All of it' });
		const open = app.db.sqlite.prepare('select id from tasks where job_id = ? and done_at is null').all(jobId) as { id: string }[];
		for (const t of open) yard.call('marco', 'work.tick-task', { taskId: t.id, done: true });
		expect(value(app, 'select done_by from tasks where id = ?', taskId)).toBe('Marco Dunleavy');
		expect(value(app, 'select stage_id from jobs where id = ?', jobId)).not.toBe(stage('finished'));
		expect(told(app, 'subject = ?', `job:${jobId}`).filter((t) => t.startsWith('Not moved'))).toHaveLength(1);
		const id = begin(form);
		save(id, { water: '5', seconds: '12' });
		sign(id);
		expect(value(app, 'select stage_id from jobs where id = ?', jobId)).toBe(stage('finished'));
		expect(formsMissing(app.db.orm, jobId, 'Repair')).toEqual([]);
	});
});
