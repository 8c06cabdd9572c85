import sharp from 'sharp';
import { beforeAll, describe, expect, it } from 'vitest';
import { NM_PER_FOOT } from '$lib/core/measure';
import type { App } from '$lib/server/app';
import { readPicture } from '$lib/server/files/pictures';
import { quotedPictures } from '$lib/server/quotes/queries';
import { customerQuote } from '$lib/server/screens/customer-quote';
import { markedPhoto } from '$lib/server/survey/marked';
import { photosOf } from '$lib/server/survey/commands';
import type { Yard } from '../../src/demo/yard';
import { count, freshYard, told } from './yard';

let yard: Yard;
let app: App;
let jobId: string;
let estimateId: string;
let lineId: string;
let photoId: string;
let fileId: string;
beforeAll(async () => {
	({ yard, app } = await freshYard());
	const customerId = yard.customer('Survey', 'person', '', '', '1 Quay');
	jobId = yard.job('Survey', customerId, '1 Quay', [-47, -131]);
	estimateId = yard.estimate(jobId);
	const scopeId = yard.scope(estimateId, 'Roof', [], []);
	lineId = yard.call('bastian', 'estimates.add-line', {
		scopeId,
		name: 'Pipe boot',
		kind: 'material',
		price: 400_000
	}).lineId;
	const picture = await readPicture(
		await sharp({ create: { width: 800, height: 600, channels: 3, background: '#888' } })
			.png()
			.toBuffer()
	);
	fileId = yard.call('bastian', 'files.keep', picture).fileId;
	photoId = yard.call('bastian', 'photos.add', { jobId, fileId, caption: 'North slope' }).photoId;
});
const change = (more: Record<string, unknown>) => yard.call('bastian', 'photos.change', { photoId, ...more });
const pin = (more: Record<string, unknown> = {}) => ({ id: 'p1', inside: false, kind: 'pin', x: 0.5, y: 0.5, lineId, ...more });
const note = { id: 'n1', inside: true, kind: 'text', x: 0.2, y: 0.2, text: 'Ask for more here' };

describe('a picture of the site', () => {
	it('keeps its marks and a known length as people type it', () => {
		change({ marks: [pin(), note], scale: { from: { x: 0, y: 0 }, to: { x: 0.5, y: 0 }, length: '7\' 6"' } });
		const [p] = photosOf(app.db.orm, jobId);
		expect(p?.marks).toHaveLength(2);
		expect(p?.scale?.length).toBe(7.5 * NM_PER_FOOT);
	});
	it('refuses what cannot be, in words, and changes nothing', () => {
		const before = JSON.stringify(photosOf(app.db.orm, jobId));
		expect(() => change({ marks: [pin({ lineId: 'nothing' })] })).toThrow('not on this job');
		expect(() => change({ marks: [pin({ x: 2 })] })).toThrow();
		expect(() => change({ marks: [pin(), pin()] })).toThrow('same name');
		expect(() => change({ scale: { from: { x: 0, y: 0 }, to: { x: 1, y: 0 }, length: '-3' } })).toThrow('negative');
		expect(() => change({ scale: { from: { x: 0, y: 0 }, to: { x: 1, y: 0 }, length: '0' } })).toThrow('more than 0');
		expect(() => yard.call('marco', 'photos.change', { photoId, marks: [] })).toThrow('may not');
		expect(JSON.stringify(photosOf(app.db.orm, jobId))).toBe(before);
	});
	it('is not run over by somebody who saw an older state', () => {
		const seen = photosOf(app.db.orm, jobId)[0]!.version;
		change({ caption: 'North slope, chimney' });
		expect(() => change({ caption: 'Other', version: seen })).toThrow('Somebody else');
	});
	it('is kept with and without the marks', async () => {
		const marked = await markedPhoto(app, photoId);
		const plain = (app.db.sqlite.prepare('select bytes from files where id = ?').get(fileId) as { bytes: Buffer }).bytes;
		const pixel = async (bytes: Buffer) => [...(await sharp(bytes).extract({ left: 403, top: 290, width: 1, height: 1 }).raw().toBuffer())];
		const gray = await pixel(plain);
		const ink = await pixel(marked!);
		expect(Math.abs(gray[0]! - gray[2]!)).toBeLessThan(8);
		expect(ink[0]! - ink[2]!).toBeGreaterThan(60);
		expect(await markedPhoto(app, 'nothing')).toBeNull();
	});
	it('goes out with the quote as it was then, without what is inside, and only to that link', () => {
		change({ shown: true });
		const q = yard.issue(estimateId, '');
		change({ marks: [] });
		const header = customerQuote(app, q.revisionId, null)!.header;
		expect(header.photos).toHaveLength(1);
		expect(header.photos?.[0]?.pins).toEqual([{ id: 'p1', n: 1, text: 'Pipe boot' }]);
		expect(JSON.stringify(header)).not.toContain('Ask for more');
		expect(quotedPictures(app, q.revisionId)).toEqual([fileId]);
		expect(quotedPictures(app, 'nothing')).toEqual([]);
	});
	it('is taken off with a word in the history, its file kept for the revision that shows it', () => {
		yard.call('bastian', 'photos.remove', { photoId });
		expect(photosOf(app.db.orm, jobId)).toEqual([]);
		expect(count(app, 'select count(*) from files where id = ?', fileId)).toBe(1);
		expect(told(app, '1').at(-1)).toBe('Picture of the site taken off');
	});
});
