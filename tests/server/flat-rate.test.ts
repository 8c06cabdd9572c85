import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { beforeAll, describe, expect, it } from 'vitest';
import { computeEstimate, quoteView } from '$lib/core/estimate';
import type { App } from '$lib/server/app';
import { bench } from '$lib/server/screens/bench';
import { loadEstimate } from '$lib/server/estimates/load';
import { previewReprice } from '$lib/server/estimates/reprice';
import { previewEdition } from '$lib/server/screens/edition';
import { lookForEditions } from '$lib/server/flat-rate/look';
import { flatCatalogDetail, searchServices } from '$lib/server/flat-rate/queries';
import { flatServiceDetail } from '$lib/server/screens/flat-service';
import { folderPublisher, webPublisher } from '$lib/server/ports/publisher';
import { buildFlatRate, serviceCalled } from '../../src/demo/flat-rate';
import { editionOf, publish } from '../../src/demo/publisher';
import type { Yard } from '../../src/demo/yard';
import { checkBook } from './check-book';
import { count, freshYard, value } from './yard';

let yard: Yard;
let app: App;
let catalogId: string;
beforeAll(async () => {
	({ yard, app } = await freshYard());
	buildFlatRate(yard, '2027-04-14');
	yard.at('2027-04-14', '09:20');
	catalogId = value<string>(app, "select id from flat_catalogs where key = 'low-slope-repair'");
});
const waiting = () => value<string>(app, "select id from flat_editions where state = 'waiting' and key = 'low-slope-repair'");
const scopeWith = (...titles: string[]) => {
	const customer = yard.customer(`Customer ${titles[0]}`, 'person', '', '', '2 Quay');
	const jobId = yard.job(`Repair ${titles[0]}`, customer, '2 Quay', [-47, -131]);
	const estimateId = yard.estimate(jobId);
	const scopeId = yard.scope(estimateId, 'Repair', [], []);
	const lineIds = titles.map((t) => yard.call('bastian', 'estimates.add-service', { scopeId, serviceId: serviceCalled(yard, t) }).lineId);
	return { jobId, estimateId, scopeId, lineIds };
};
const priceOf = (title: string) =>
	flatCatalogDetail(app, value<string>(app, 'select catalog_id from flat_services where title = ?', title))?.services.find(
		(s) => s.title === title
	)?.price.price;
const save = (title: string, more: Record<string, unknown>) => {
	const s = flatServiceDetail(app, serviceCalled(yard, title))!.service;
	return yard.call('imogen', 'flat-rate.save-service', {
		serviceId: s.id,
		catalogId: s.catalogId,
		categoryId: s.categoryId,
		title: s.title,
		wording: s.wording,
		hours: 10_000,
		materials: [],
		version: s.version,
		...more
	});
};
const terms = (more: Record<string, unknown>) => {
	const c = flatCatalogDetail(app, catalogId)!.catalog;
	return yard.call('imogen', 'flat-rate.save-catalog', {
		catalogId,
		name: c.name,
		on: c.on,
		markup: 4_000,
		sheetId: 'low',
		hourlyPrice: null,
		rounding: 'five',
		materialTaxId: 'materials',
		laborTaxId: null,
		version: c.version,
		...more
	});
};

describe('a service on an estimate', () => {
	it('is one line for the customer at the catalog’s price, its materials hidden below and taxed as materials', () => {
		const { jobId, estimateId } = scopeWith('Reseam an open lap, up to 10 ft');
		const b = bench(app, jobId, 'bastian')!;
		const view = quoteView(loadEstimate(app.db.orm, estimateId)!, new Set(), b.tax);
		expect(view.scopes[0]?.lines.map((l) => [l.text.split('.')[0], l.amount])).toEqual([
			['Reseam an open lap, up to 10 ft', priceOf('Reseam an open lap, up to 10 ft')]
		]);
		expect(view.scopes[0]?.amount).toBe(14_500);
		// Tax on the 45.36 of materials only: 4.75 % and 2.25 %.
		expect(view.totals.taxes.map((t) => [t.base, t.tax])).toEqual([
			[4536, 215],
			[4536, 102]
		]);
	});
	it('keeps cost, hours and break-even of the catalog, and doubles with the quantity', () => {
		const { estimateId, lineIds } = scopeWith('Reflash a roof drain');
		const flat = flatCatalogDetail(app, catalogId)?.services.find((s) => s.title === 'Reflash a roof drain')?.price;
		const once = computeEstimate(loadEstimate(app.db.orm, estimateId)!).total;
		expect([once.price, once.cost, once.breakEven]).toEqual([flat?.price, flat?.cost, flat?.breakEven]);
		yard.given('bastian', 'estimates.change-line', { lineId: lineIds[0], field: 'quantity', value: '2' });
		const twice = computeEstimate(loadEstimate(app.db.orm, estimateId)!).total;
		expect(twice.price).toBe(2 * once.price);
		expect(twice.hours).toBe(2 * once.hours);
	});
	it('takes other hours for this job alone, and the price follows', () => {
		const { estimateId, lineIds } = scopeWith('Reflash a unit curb');
		const before = computeEstimate(loadEstimate(app.db.orm, estimateId)!).total;
		yard.given('bastian', 'estimates.change-line', { lineId: lineIds[0], field: 'hours', value: '6.5' });
		const after = computeEstimate(loadEstimate(app.db.orm, estimateId)!).total;
		expect(after.hours).toBe(65_000);
		expect(after.price).toBeGreaterThan(before.price);
		expect(after.price % 500).toBe(0);
		expect(priceOf('Reflash a unit curb')).toBe(before.price);
		yard.call('bastian', 'estimates.undo', { estimateId });
		expect(computeEstimate(loadEstimate(app.db.orm, estimateId)!).total).toEqual(before);
		expect(() => yard.given('bastian', 'estimates.change-line', { lineId: lineIds[0], field: 'hours', value: '-1' })).toThrow('negative');
	});
	it('cannot be added from a catalog that is switched off, nor found there', () => {
		expect(searchServices(app, 'reflash chimney')).toEqual([]);
		expect(searchServices(app, 'drain reflash').map((s) => s.title)).toContain('Reflash a roof drain');
		expect(() => scopeWith('Recast the crown')).toThrow('switched off');
	});
	it('set aside or as an option takes its materials along', () => {
		const { jobId, estimateId, lineIds } = scopeWith('Clear a roof drain', 'Reseal coping joints, up to 6');
		yard.given('bastian', 'estimates.change-line', { lineId: lineIds[1], field: 'option', value: 'true' });
		const view = quoteView(loadEstimate(app.db.orm, estimateId)!, new Set(), bench(app, jobId, 'bastian')!.tax);
		expect(view.scopes[0]?.amount).toBe(5000);
		expect(view.totals.net).toBe(5000);
		expect(view.scopes[0]?.lines.map((l) => l.amount)).toEqual([5000, 12_000]);
		const chosen = quoteView(loadEstimate(app.db.orm, estimateId)!, new Set(lineIds), bench(app, jobId, 'bastian')!.tax);
		expect(chosen.scopes[0]?.amount).toBe(17_000);
		expect(chosen.totals.net).toBe(17_000);
	});
});

describe('the terms of a catalog', () => {
	it('move every price at once, and open estimates only when they are brought up to date', () => {
		const { estimateId, jobId } = scopeWith('Pitch pocket: refill');
		const before = computeEstimate(loadEstimate(app.db.orm, estimateId)!).total.price;
		terms({ markup: 10_000 });
		expect(priceOf('Pitch pocket: refill')).toBeGreaterThan(before);
		expect(computeEstimate(loadEstimate(app.db.orm, estimateId)!).total.price).toBe(before);
		const preview = previewReprice(app, estimateId);
		expect(preview.after.price).toBe(priceOf('Pitch pocket: refill'));
		yard.call('bastian', 'estimates.reprice', { estimateId });
		expect(computeEstimate(loadEstimate(app.db.orm, estimateId)!).total.price).toBe(priceOf('Pitch pocket: refill'));
		terms({ markup: 4_000 });
		expect(jobId).toBeTruthy();
	});
	it('take a typed hour instead of the sheet’s, and refuse what cannot be', () => {
		terms({ hourlyPrice: 800_000, rounding: 'x.95' });
		expect(priceOf('Clear a roof drain')! % 100).toBe(95);
		terms({});
		const refused = (more: Record<string, unknown>) => {
			try {
				terms(more);
			} catch (e) {
				return [(e as { field?: string }).field, (e as Error).message];
			}
			return ['', 'taken'];
		};
		expect(refused({ markup: -500 })).toEqual(['markup', 'This cannot be negative.']);
		expect(refused({ markup: 'much' })[0]).toBe('markup');
		expect(refused({ hourlyPrice: 0 })).toEqual(['hourlyPrice', 'An hour is sold for more than 0.']);
		expect(refused({ name: 'Rainwater service' })[0]).toBe('name');
	});
	it('stand in the price check beside everything else', () => {
		const row = checkBook(app).rows.find((r) => r.name === 'Reflash a roof drain');
		expect(row).toMatchObject({ kind: 'flat-rate', price: 34_500, verdict: 'good' });
		terms({ hourlyPrice: 250_000 });
		expect(checkBook(app).rows.find((r) => r.name === 'Reflash a roof drain')?.verdict).toBe('below cost');
		terms({});
	});
});

describe('an edition', () => {
	it('shows what it would change and which open estimates use it, and changes nothing yet', () => {
		const before = JSON.stringify(app.db.sqlite.prepare('select * from flat_services order by id').all());
		const p = previewEdition(app, waiting());
		expect(p.diff.added.map((a) => a.service.title)).toEqual(['Add a scupper']);
		expect(p.diff.withdrawn.map((w) => w.title)).toEqual(['Move a loose lightning cable, up to 20 ft']);
		expect(p.diff.left.map((l) => l.title)).toEqual(['Patch a puncture, up to 1 sq ft']);
		expect(p.diff.changed.length).toBe(7);
		expect(p.open.map((o) => o.name)).toContain('Repair Reflash a roof drain');
		expect(p.open.map((o) => o.name)).not.toContain('Repair Clear a roof drain');
		expect(JSON.stringify(app.db.sqlite.prepare('select * from flat_services order by id').all())).toBe(before);
	});
	it('is taken whole: new ones offered, changed ones dearer, withdrawn ones gone, ours untouched, open estimates as they were', () => {
		const { estimateId } = scopeWith('Cut out a blister, up to 10 sq ft');
		const open = computeEstimate(loadEstimate(app.db.orm, estimateId)!).total.price;
		const expected = previewEdition(app, waiting()).diff;
		yard.call('imogen', 'flat-rate.take-edition', { editionId: waiting() });
		expect(value(app, 'select edition from flat_catalogs where id = ?', catalogId)).toBe(13);
		for (const c of expected.changed) expect(priceOf(c.title)).toBe(c.after.price);
		expect(searchServices(app, 'scupper').map((s) => s.title)).toEqual(['Add a scupper']);
		expect(searchServices(app, 'lightning')).toEqual([]);
		expect(flatServiceDetail(app, serviceCalled(yard, 'Patch a puncture, up to 1 sq ft'))?.service.hours).toBe(12_500);
		expect(computeEstimate(loadEstimate(app.db.orm, estimateId)!).total.price).toBe(open);
		expect(() => scopeWith('Move a loose lightning cable, up to 20 ft')).toThrow('withdrawn');
	});
	it('is not taken twice, and an older one is refused', () => {
		const taken = value<string>(app, "select id from flat_editions where key = 'low-slope-repair' and edition = 13");
		expect(() => yard.call('imogen', 'flat-rate.take-edition', { editionId: taken })).toThrow('taken already');
		expect(() => yard.call('imogen', 'flat-rate.leave-edition', { editionId: taken })).toThrow('taken already');
		const again = { text: JSON.stringify(editionOf('low-slope-repair', 13, '2027-04-08')), fileName: 'x.json' };
		expect(() => yard.call('imogen', 'flat-rate.receive-edition', again)).toThrow('taken already');
		expect(() =>
			yard.call('imogen', 'flat-rate.receive-edition', {
				text: JSON.stringify({ ...JSON.parse(again.text), edition: 10 }),
				fileName: 'x.json'
			})
		).toThrow('older');
	});
	it('can be left, and looked at again', () => {
		const { editionId } = yard.call('imogen', 'flat-rate.receive-edition', {
			text: JSON.stringify(editionOf('steep-roof-repair', 13, '2027-04-08')),
			fileName: 's.json'
		});
		yard.call('imogen', 'flat-rate.leave-edition', { editionId });
		expect(value(app, 'select state from flat_editions where id = ?', editionId)).toBe('left');
		expect(previewEdition(app, editionId).diff.added.map((a) => a.service.title)).toEqual(['Written finding with pictures']);
		yard.call('imogen', 'flat-rate.take-edition', { editionId });
		expect(value(app, "select edition from flat_catalogs where key = 'steep-roof-repair'")).toBe(13);
	});
	it('of a publisher’s catalog we do not have begins one', () => {
		const file = { ...editionOf('low-slope-repair', 12, '2027-01-01'), publisher: 'Another House', edition: 3 };
		const { editionId } = yard.call('imogen', 'flat-rate.receive-edition', {
			text: JSON.stringify(file),
			fileName: 'a.json'
		});
		const { catalogId: fresh } = yard.call('imogen', 'flat-rate.take-edition', { editionId });
		expect(flatCatalogDetail(app, fresh)?.catalog).toMatchObject({ name: 'Low-slope repair, Another House', edition: 3 });
		expect(flatCatalogDetail(app, fresh)?.services).toHaveLength(13);
	});
	it.each([
		['no JSON', 'hello', 'not JSON'],
		['another format', JSON.stringify({ ...editionOf('low-slope-repair', 12, '2027-01-01'), format: 'prices' }), 'format'],
		[
			'a float',
			JSON.stringify({
				...editionOf('low-slope-repair', 12, '2027-01-01'),
				services: [{ key: 'a', category: 'membrane', title: 'T', wording: '', hours: 1.5, materials: [] }]
			}),
			'services.0.hours'
		],
		[
			'a formula',
			JSON.stringify({
				...editionOf('low-slope-repair', 12, '2027-01-01'),
				services: [{ key: 'a', category: 'membrane', title: 'T', wording: '', hours: '=1+1', materials: [] }]
			}),
			'services.0.hours'
		]
	])('that is %s is refused with its place, and nothing is kept', (_, text, says) => {
		const before = count(app, 'select count(*) from flat_editions');
		expect(() => yard.call('imogen', 'flat-rate.receive-edition', { text, fileName: 'x' })).toThrow(says);
		expect(count(app, 'select count(*) from flat_editions')).toBe(before);
	});
});

describe('a service kept as ours', () => {
	it('is kept when it is changed, says what differs, and throws that away on going back', () => {
		const title = 'Clear a roof drain';
		save(title, { hours: 20_000, title: 'Clear a roof drain by hand' });
		const id = value<string>(app, "select id from flat_services where title = 'Clear a roof drain by hand'");
		expect(flatServiceDetail(app, id)).toMatchObject({ differs: ['title', 'hours', 'materials'], service: { ours: true } });
		yard.call('imogen', 'flat-rate.follow', { serviceId: id, follow: true });
		expect(flatServiceDetail(app, id)).toMatchObject({ differs: [], service: { ours: false, title, hours: 7500 } });
		yard.call('imogen', 'flat-rate.follow', { serviceId: id, follow: false });
		expect(flatServiceDetail(app, id)?.service.ours).toBe(true);
	});
	it('of our own has no edition to go back to, and needs hours or materials', () => {
		const { serviceId } = yard.call('imogen', 'flat-rate.save-service', {
			catalogId,
			categoryId: null,
			title: 'Harbor call-out',
			wording: '',
			hours: 10_000,
			materials: []
		});
		expect(() => yard.call('imogen', 'flat-rate.follow', { serviceId, follow: true })).toThrow('our own');
		expect(() => save('Harbor call-out', { hours: 0 })).toThrow('hours or materials');
		expect(() => save('Harbor call-out', { materials: [{ name: 'X', quantity: 10_000, unit: 'each', cost: -40_000 }] })).toThrow(
			'negative'
		);
		yard.call('imogen', 'flat-rate.set-aside', { serviceId, aside: true });
		expect(searchServices(app, 'harbor call')).toEqual([]);
	});
	it('is not run over by somebody who saw an older state', () => {
		const s = flatServiceDetail(app, serviceCalled(yard, 'Pitch pocket: refill'))!.service;
		save('Pitch pocket: refill', { hours: 10_000 });
		expect(() => save('Pitch pocket: refill', { hours: 20_000, version: s.version })).toThrow('Somebody else');
	});
});

describe('the publisher', () => {
	it('in a folder is asked for what is newer, once', async () => {
		const actor = yard.as('imogen');
		const first = await lookForEditions(app, actor);
		// Rainwater waits in the folder; low slope and steep roof were taken above.
		expect(first).toEqual({ received: 1, problems: [] });
		expect(await lookForEditions(app, actor)).toEqual({ received: 0, problems: [] });
	});
	it('with a damaged file says so and goes on', async () => {
		const dir = mkdtempSync(join(tmpdir(), 'ny-publisher-'));
		publish(dir, '2027-04-14');
		const index = JSON.parse(readFileSync(join(dir, 'index.json'), 'utf8')) as { key: string; edition: number; file: string }[];
		writeFileSync(
			join(dir, 'index.json'),
			JSON.stringify([...index, { ...index.find((x) => x.key === 'chimney-and-flue')!, edition: 14, file: 'broken.json' }])
		);
		writeFileSync(join(dir, 'broken.json'), '{"format":');
		const own = { ...app, publisher: folderPublisher(dir) };
		const r = await lookForEditions(own, yard.as('imogen'));
		expect(r.problems).toHaveLength(1);
		expect(r.problems[0]).toContain('Chimney and flue, edition 14');
	});
	it('on the network speaks the same, and one that is down is said in plain words', async () => {
		const dir = mkdtempSync(join(tmpdir(), 'ny-publisher-'));
		publish(dir, '2027-04-14');
		const server = createServer((request, response) => {
			try {
				response.end(readFileSync(join(dir, (request.url ?? '/').slice(1))));
			} catch {
				response.writeHead(404).end();
			}
		});
		await new Promise<void>((ready) => server.listen(0, '127.0.0.1', ready));
		const base = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
		const web = webPublisher(base);
		expect(await web.offered()).toEqual(await folderPublisher(dir).offered());
		expect(await web.fetch('low-slope-repair-13.json')).toBe(readFileSync(join(dir, 'low-slope-repair-13.json'), 'utf8'));
		await expect(web.fetch('../secret.key')).rejects.toThrow('do not ask');
		await expect(web.fetch('nothing.json')).rejects.toThrow('404');
		await new Promise((done) => server.close(done));
		await expect(lookForEditions({ ...app, publisher: webPublisher(base) }, yard.as('imogen'))).rejects.toThrow('cannot be reached');
		await expect(folderPublisher(dir).fetch('../index.json')).rejects.toThrow('does not have');
	});
});
