import { parseQuantity } from '$lib/core/money';
import { beforeEach, describe, expect, it } from 'vitest';
import type { Input } from '$lib/contract';
import type { App } from '$lib/server/app';
import { linkActor, linkFor } from '$lib/server/links';
import { decisions } from '$lib/server/screens/today';
import { formRecord } from '$lib/server/site-forms/commands';
import { documentOf } from '$lib/server/screens/issued';
import { certificateDocument, handoverDocument } from '$lib/server/site-forms/documents';
import { handoverContent } from '$lib/server/site-forms/handovers';
import type { Yard } from '../../src/demo/yard';
import { readPdf } from './pdf-reader';
import { drawnSignature } from './signature';
import { count, freshYard, OWNER, refused, told, value, wonJob } from './yard';

let yard: Yard;
let app: App;
let jobId: string;
let signature: string;
beforeEach(async () => {
	({ yard, app } = await freshYard());
	({ jobId } = wonJob(yard));
	signature = await drawnSignature();
});
const GOOD = {
	covering: 'good',
	ridge: 'good',
	flashing: 'worn',
	moisture: '14.5',
	ventilation: 'good',
	gutters: 'good',
	fall: '0.25',
	tested: 'dry'
};
const begin = () => yard.call('marco', 'forms.begin', { jobId, form: 'roof-inspection' }).recordId;
const save = (recordId: string, values: Record<string, string> = GOOD) =>
	yard.call('marco', 'forms.save', { recordId, values, pictures: [] });
const sign = (recordId: string, more: Partial<Input<'forms.sign'>> = {}) =>
	yard.call('marco', 'forms.sign', {
		...{ recordId, leadName: 'Marco Dunleavy', leadSignature: signature, customerName: 'C. Customer', customerSignature: signature },
		...more
	});

describe('a site form', () => {
	it('is filled in, signed by both, approved, and then a numbered certificate whose bytes never change', async () => {
		const id = begin();
		save(id, { ...GOOD, moisture: '24', remarks: 'Wet at the north valley' });
		sign(id);
		expect(decisions(app, OWNER).find((d) => d.id === `form:${id}`)?.title).toBe('Test roof: Roof inspection signed');
		expect(await certificateDocument(app, id)).toBeNull();
		expect(yard.call('petra', 'forms.approve', { recordId: id })).toEqual({ number: 1001 });
		expect(yard.call('petra', 'forms.approve', { recordId: id })).toEqual({ number: 1001 });
		const first = (await certificateDocument(app, id))!;
		const { text } = await readPdf(first.bytes);
		for (const words of [
			'Certificate of roof inspection',
			'Number 1001',
			'C. Customer',
			'Moisture of the deck',
			'24 %',
			'outside',
			'Wet at the north valley'
		])
			expect(text).toContain(words);
		app.db.sqlite.prepare("update company set name = 'Another name'").run();
		expect((await certificateDocument(app, id))!.bytes.equals(first.bytes)).toBe(true);
		expect(value(app, 'select length(hash) from issued_files')).toBe(64);
		expect(told(app, 'subject = ?', `job:${jobId}`).filter((t) => t.includes('nspection'))).toEqual([
			'Roof inspection begun',
			'Roof inspection filled in',
			'Roof inspection signed by Marco Dunleavy',
			'Certificate of roof inspection 1001 issued'
		]);
	});
	it('is not signed with something open, outside its limits without a word, or without a signature', () => {
		const id = begin();
		save(id, {});
		expect(refused(() => sign(id))).toEqual(['covering', 'Shingles or membrane is still open.']);
		save(id, { ...GOOD, moisture: '19.1' });
		expect(refused(() => sign(id))[0]).toBe('remarks');
		save(id);
		expect(refused(() => sign(id, { leadSignature: '' }))[0]).toBe('leadSignature');
		expect(refused(() => sign(id, { customerSignature: '' }))[0]).toBe('customerSignature');
		sign(id, { customerName: '', customerSignature: '' });
		expect(refused(() => save(id))[1]).toContain('is signed');
	});
	it('keeps only what the form asks for, and refuses what is no reading at its field', () => {
		const id = begin();
		save(id, { ...GOOD, hack: 'x' });
		expect(Object.keys(formRecord(app, id)!.record.values)).not.toContain('hack');
		expect(refused(() => save(id, { moisture: 'wet' }))[0]).toBe('moisture');
		expect(refused(() => yard.call('marco', 'forms.save', { recordId: id, values: GOOD, pictures: [], version: 1 }))[1]).toContain(
			'Somebody else'
		);
		expect(refused(() => yard.call('marco', 'forms.begin', { jobId, form: 'boiler' }))[1]).toContain('no such form');
	});
	it('is given back with a reason, and signed again; issued, it is never removed', () => {
		const id = begin();
		save(id);
		sign(id);
		yard.call('petra', 'forms.return', { recordId: id, reason: 'Picture missing' });
		expect(formRecord(app, id)!.record).toMatchObject({ state: 'open', leadSignature: '' });
		sign(id);
		yard.call('petra', 'forms.approve', { recordId: id });
		expect(refused(() => yard.call('marco', 'forms.remove', { recordId: id }))[1]).toContain('does not change any more');
		expect(refused(() => yard.call('marco', 'forms.approve', { recordId: id }))[1]).toContain('may not');
	});
	it('goes out as a link to the bytes that were issued', async () => {
		const id = begin();
		save(id);
		const mail = () => yard.call('petra', 'forms.mail', { kind: 'certificate', id, to: 'c@customer.example', subject: '', text: '' });
		expect(refused(mail)[1]).toContain('not approved yet');
		sign(id);
		yard.call('petra', 'forms.approve', { recordId: id });
		mail();
		expect(value(app, 'select subject from outbox where about = ? order by created_at desc, rowid desc', `job:${jobId}`)).toBe(
			'Certificate of roof inspection 1001'
		);
		const token = linkFor(app, 'document', `certificate:${id}`)!.split('/').at(-1)!;
		const actor = linkActor(app, 'document', token)!;
		expect((await documentOf(app, actor.subjectId))!.bytes.equals((await certificateDocument(app, id))!.bytes)).toBe(true);
	});
});

describe('a handover report', () => {
	const ALL = { tasks: true, hours: true, materials: true, pictures: true };
	const sell = (more: Partial<Input<'handovers.sign'>> = {}) =>
		yard.call('marco', 'handovers.sign', {
			jobId,
			shown: ALL,
			note: 'Ridge replaced',
			signedBy: 'C. Customer',
			signature,
			mailTo: '',
			...more
		});
	beforeEach(() => {
		const { taskId } = yard.call('petra', 'work.add-task', { jobId, phase: '', text: 'Lay the ridge' });
		yard.call('petra', 'work.add-task', { jobId, phase: '', text: 'Not done yet' });
		yard.call('marco', 'work.tick-task', { taskId, done: true });
		yard.time('marco', jobId, '2027-04-13');
		const itemId = value<string>(app, 'select item_id from job_materials where job_id = ? and item_id is not null', jobId);
		for (const quantity of ['2', '1.5']) yard.call('marco', 'costs.use-material', { jobId, itemId, quantity: parseQuantity(quantity) });
	});
	it('holds what was done, hours, materials summed up, and is frozen when the customer signs', async () => {
		const { handoverId, number } = sell();
		expect(number).toBe(1);
		const { text } = await readPdf((await handoverDocument(app, handoverId))!.bytes);
		for (const words of ['Handover report', 'Ridge replaced', 'Lay the ridge', '8 h worked on site', '3.5', 'C. Customer'])
			expect(text).toContain(words);
		expect(text).not.toContain('Not done yet');
		yard.time('marco', jobId, '2027-04-12');
		expect(JSON.parse(value<string>(app, 'select content from handovers')).minutes).toBe(480);
		expect(sell().number).toBe(2);
	});
	it('shows only what was chosen: the rest is not even kept', async () => {
		const { handoverId } = sell({ shown: { ...ALL, hours: false, materials: false } });
		const content = value<string>(app, 'select content from handovers');
		expect(content).not.toContain('minutes');
		expect(content).not.toContain('materials');
		expect((await readPdf((await handoverDocument(app, handoverId))!.bytes)).text).not.toContain('worked on site');
		expect(JSON.stringify(handoverContent(app.db.orm, jobId, ALL, ''))).not.toMatch(/cost|price|charge/i);
	});
	it('is mailed at once where that is wished; nothing is written without a signature or with nothing to show', () => {
		sell({ mailTo: 'c@customer.example' });
		expect(count(app, "select count(*) from outbox where subject like '%what was done%'")).toBe(1);
		expect(refused(() => sell({ signature: 'data:image/png;base64,AAAA' }))[0]).toBe('signature');
		expect(refused(() => sell({ shown: { tasks: false, hours: false, materials: false, pictures: false }, note: ' ' }))[0]).toBe('shown');
		expect(count(app, 'select count(*) from handovers')).toBe(1);
	});
});
