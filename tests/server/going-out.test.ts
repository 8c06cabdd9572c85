import sharp from 'sharp';
import { beforeAll, describe, expect, it } from 'vitest';
import type { App } from '$lib/server/app';
import { quoteDocument } from '$lib/server/screens/documents';
import { bench } from '$lib/server/screens/bench';
import { attachedTo } from '$lib/server/files/attachments';
import { readPicture } from '$lib/server/files/pictures';
import { lettersOf, sampleWords } from '$lib/server/quotes/letters';
import { quotedPictures, quotedSheets } from '$lib/server/quotes/queries';
import { customerQuote } from '$lib/server/screens/customer-quote';
import { companyOf } from '$lib/server/company/settings';
import type { Yard } from '../../src/demo/yard';
import { readPdf } from './pdf-reader';
import { freshYard, refused, value } from './yard';

let yard: Yard;
let app: App;
let n = 0;
beforeAll(async () => {
	({ yard, app } = await freshYard());
});
function bid() {
	n += 1;
	const customerId = yard.customer(`Out ${n}`, 'person', `out${n}@customer.example`, '', `${n} Gull Street`);
	const jobId = yard.job(`Out ${n}`, customerId, `${n} Gull Street`, [0, 0]);
	const estimateId = yard.estimate(jobId);
	const scopeId = yard.scope(estimateId, 'Work', [], []);
	return { customerId, jobId, estimateId, scopeId };
}
const line = (scopeId: string, more: Record<string, unknown>) => {
	yard.call('bastian', 'estimates.add-line', { scopeId, ...more });
	return value<string>(app, 'select id from lines where scope_id = ? order by position desc', scopeId);
};
const issue = (estimateId: string, more: Record<string, unknown> = {}) =>
	yard.call('bastian', 'quotes.issue', {
		...{ estimateId, to: 'c@customer.example', subject: '{title}', text: '{link}', despite: true },
		...more
	});
const LETTERS = [
	{ id: 'a', name: 'Warm', subject: '{title} for {customer}', text: 'Hello {customer}, {link}', message: '{number}: {link}' },
	{ id: 'b', name: 'To a builder', subject: 'Bid {number}', text: 'Attached by link: {link}', message: '' }
];

describe('letters to choose from', () => {
	it('are the usual one until the company writes its own, and the one that was kept comes first', () => {
		yard.call('imogen', 'company.letters', { letters: [] });
		const usual = lettersOf(companyOf(app).settings);
		expect(usual).toMatchObject([{ id: 'usual', text: expect.stringContaining('{link}') }]);
		yard.call('imogen', 'company.letters', { letters: LETTERS });
		const { jobId, estimateId, scopeId } = bid();
		expect(bench(app, jobId, 'bastian')?.letter.letters.map((l) => l.name)).toEqual(['Warm', 'To a builder']);
		line(scopeId, { name: 'Free', kind: 'other', price: 100_000 });
		issue(estimateId, { subject: 'Kept {number}', text: 'Kept for you: {link}', keep: true });
		expect(bench(app, jobId, 'bastian')?.letter.letters.map((l) => [l.name, l.subject])).toEqual([
			['As kept last', 'Kept {number}'],
			['Warm', '{title} for {customer}'],
			['To a builder', 'Bid {number}']
		]);
	});
	it('with words that nobody can fill in, without text, or twice, are refused at their field', () => {
		const save = (letters: unknown[]) => () => yard.given('imogen', 'company.letters', { letters });
		expect(refused(save([LETTERS[0], { ...LETTERS[1], text: 'Dear {nobody}' }]))).toEqual(['1.text', expect.stringContaining('{nobody}')]);
		expect(refused(save([{ ...LETTERS[0], text: ' ' }]))[0]).toBe('0.text');
		expect(refused(save([LETTERS[0], { ...LETTERS[1], name: ' warm ' }]))[0]).toBe('1.name');
		expect(refused(() => yard.call('bastian', 'company.letters', { letters: [] }))[1]).toContain('may not');
		expect(companyOf(app).settings.letters).toEqual(LETTERS);
	});
	it('know the company’s own fields, and what they could say', () => {
		const { version } = companyOf(app);
		yard.call('imogen', 'company.own-fields', {
			fields: [{ id: 'ins', of: 'job', label: 'Insurer', kind: 'choice', choices: ['Ossel Mutual', 'Quay & Son'] }],
			version
		});
		expect(sampleWords(app)['job insurer']).toBe('Ossel Mutual');
		const own = [{ ...LETTERS[0]!, text: 'For {job insurer}: {link}' }];
		yard.call('imogen', 'company.letters', { letters: own });
		expect(companyOf(app).settings.letters).toEqual(own);
	});
});

describe('files that go with a quote', () => {
	it('are the customer’s own, frozen with the revision, as links; only PDFs stand at the end of a proposal', async () => {
		const { customerId, estimateId, scopeId } = bid();
		line(scopeId, { name: 'Free', kind: 'other', price: 100_000 });
		const plan = Buffer.from('name,area\nroof,200\n');
		for (const [name, bytes] of [
			['plan.csv', plan],
			['letter.pdf', (await quoteDocument(app, issue(estimateId).revisionId))!.bytes]
		] as const)
			yard.call('bastian', 'customers.attach', { customerId, name, bytes });
		const ids = attachedTo(app, `customer:${customerId}`).map((f) => f.id);
		const layout = { layout: 'proposal', detail: 'lines', amounts: 'lines', dataSheets: false };
		const without = issue(estimateId, { layout }).revisionId;
		const { revisionId } = issue(estimateId, { files: ids, layout });
		expect(quotedSheets(app, revisionId).sort()).toEqual([...ids].sort());
		expect(quotedSheets(app, without)).toEqual([]);
		const pages = async (id: string) => (await readPdf((await quoteDocument(app, id))!.bytes)).pages.length;
		// The letter is one page of its own; the table is a link only.
		expect((await pages(revisionId)) - (await pages(without))).toBe(1);
		const other = bid();
		line(other.scopeId, { name: 'Free', kind: 'other', price: 100_000 });
		expect(refused(() => issue(other.estimateId, { files: ids }))).toEqual(['files', expect.stringContaining('not there any more')]);
	});
});

describe('pictures of what is offered', () => {
	it('go out with the lines that show, and with no others', async () => {
		const bytes = await sharp({ create: { width: 60, height: 40, channels: 3, background: '#1c7266' } })
			.png()
			.toBuffer();
		const { fileId } = yard.call('petra', 'files.keep', await readPicture(bytes));
		const item = value<string>(app, "select id from items where code = 'CL-GUT-5K'");
		app.db.sqlite.prepare('update items set file_id = ? where id = ?').run(fileId, item);
		const { estimateId, scopeId } = bid();
		const shown = line(scopeId, { itemId: item, quantity: 100_000 });
		const hidden = line(scopeId, { itemId: item, quantity: 40_000 });
		yard.call('bastian', 'estimates.change-line', { lineId: hidden, field: 'hidden', value: 'true' });
		const { revisionId } = issue(estimateId);
		const [scope] = customerQuote(app, revisionId, null)!.view.scopes;
		// The layout shows scopes alone: the picture is there, the name of its line is not.
		expect(scope!.pictures).toEqual([{ fileId, text: scope!.name }]);
		expect(shown).not.toBe(hidden);
		expect(quotedPictures(app, revisionId)).toEqual([fileId]);
		// What is taken off the item later stays with the revision.
		app.db.sqlite.prepare('update items set file_id = null where id = ?').run(item);
		expect(quotedPictures(app, revisionId)).toEqual([fileId]);
	});
});

describe('the type of the letterhead', () => {
	it('is on paper too: the text can be read back in each', async () => {
		const { estimateId, scopeId } = bid();
		line(scopeId, { name: 'Ridge, 12 ft at 45°', kind: 'other', price: 12_345_000 });
		const fonts: string[] = [];
		for (const face of ['plain', 'book', 'poster']) {
			const look = { color: '#1c7266', line: 'Since 1987', footer: 'Osselmere', logo: null };
			yard.given('imogen', 'company.save-look', {
				...{ ...look, face, layout: { layout: 'detailed', detail: 'lines', amounts: 'lines', dataSheets: false } }
			});
			const { bytes } = (await quoteDocument(app, issue(estimateId).revisionId))!;
			const text = (await readPdf(bytes)).text;
			for (const said of ['Since 1987', 'Ridge, 12 ft at 45°', '1,234.50']) expect(text, face).toContain(said);
			fonts.push(/\/BaseFont \/[A-Z]{6}\+(\w+)/.exec(bytes.toString('latin1'))?.[1] ?? 'none');
		}
		expect(fonts.map((f) => /^(PublicSans|SourceSerif|Archivo)/.exec(f)?.[1])).toEqual(['PublicSans', 'SourceSerif', 'Archivo']);
	});
});
