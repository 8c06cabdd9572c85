import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { hoursForecast, hoursOfAll, isThere, progressOf, progressOfJob, waitsFor } from '.';

describe('hours sold against used', () => {
	it('forecasts by how far it is, and says it aloud at 80 % used while under 80 % is done', () => {
		expect(hoursForecast({ sold: 400_000, used: 320_000, percent: 5000 })).toMatchObject({
			...{ toCome: 320_000, forecast: 640_000, difference: -240_000, by: 'percent', warning: 'near' }
		});
		expect(hoursForecast({ sold: 400_000, used: 319_999, percent: 5000 }).warning).toBeNull();
		expect(hoursForecast({ sold: 400_000, used: 320_000, percent: 8000 }).warning).toBeNull();
		expect(hoursForecast({ sold: 400_000, used: 400_001, percent: 9900 }).warning).toBe('over');
	});
	it('believes no percent under 10 %, and none where nothing was used: what was sold is still to come', () => {
		expect(hoursForecast({ sold: 400_000, used: 100_000, percent: 900 })).toMatchObject({ toCome: 300_000, by: 'low percent' });
		expect(hoursForecast({ sold: 400_000, used: 0, percent: 5000 })).toMatchObject({ toCome: 400_000, by: 'low percent' });
		expect(hoursForecast({ sold: 400_000, used: 100_000, percent: null })).toMatchObject({ toCome: 300_000, by: 'sold' });
		expect(hoursForecast({ sold: 0, used: 90_000, percent: null })).toMatchObject({ forecast: 90_000, warning: null });
	});
	it('adds up: forecast is used and to come, difference what is left of those sold; the whole is the sum of its phases (property)', () => {
		const phase = fc.record({ sold: fc.nat(1e8), used: fc.nat(1e8), percent: fc.option(fc.integer({ min: 0, max: 10_000 })) });
		fc.assert(
			fc.property(fc.array(phase), (list) => {
				const rows = list.map(hoursForecast);
				for (const r of rows) {
					expect(r.forecast).toBe(r.used + r.toCome);
					expect(r.difference).toBe(r.sold - r.forecast);
					expect(r.toCome).toBeGreaterThanOrEqual(0);
				}
				const all = hoursOfAll(rows, null);
				expect(all.forecast).toBe(all.used + all.toCome);
				expect(all.difference).toBe(all.sold - all.forecast);
			})
		);
	});
});

describe('progress', () => {
	it('of a phase is by the hours of its tasks where each has some, else by their number', () => {
		const task = (done: boolean, hours = 0) => ({ done, hours });
		expect(progressOf([task(true), task(false), task(false)])).toBe(3333);
		expect(progressOf([task(true, 30_000), task(false, 10_000)])).toBe(7500);
		expect(progressOf([task(true, 30_000), task(false)])).toBe(5000);
		expect(progressOf([])).toBeNull();
	});
	it('of a job is by its phases, weighted by their hours; what nobody knows of has nothing done', () => {
		expect(
			progressOfJob([
				{ hours: 200_000, percent: 5000 },
				{ hours: 600_000, percent: null }
			])
		).toBe(1250);
		expect(
			progressOfJob([
				{ hours: 0, percent: 10_000 },
				{ hours: 0, percent: 0 }
			])
		).toBe(5000);
		expect(
			progressOfJob([
				{ hours: 0, percent: 10_000 },
				{ hours: 100_000, percent: 0 }
			])
		).toBe(0);
		expect(progressOfJob([{ hours: 100_000, percent: null }])).toBeNull();
		expect(progressOfJob([])).toBeNull();
	});
	it('never leaves 0 to 100 % (property)', () => {
		const phase = fc.record({ hours: fc.nat(1e8), percent: fc.option(fc.integer({ min: 0, max: 10_000 })) });
		fc.assert(
			fc.property(fc.array(phase), (list) => {
				const p = progressOfJob(list);
				if (p !== null) expect(p >= 0 && p <= 10_000).toBe(true);
			})
		);
	});
});

describe('permits', () => {
	it('are there when granted or passed and not run out, or not needed', () => {
		expect(isThere({ state: 'granted', expiresOn: '2027-03-01' }, '2027-03-01')).toBe(true);
		expect(isThere({ state: 'granted', expiresOn: '2027-03-01' }, '2027-03-02')).toBe(false);
		expect(isThere({ state: 'not needed', expiresOn: null }, '2027-03-02')).toBe(true);
		expect(isThere({ state: 'failed', expiresOn: null }, '2027-03-02')).toBe(false);
	});
	it('hold up their phase, or each one where they are of the whole job', () => {
		const of = (phaseId: string | null, name: string) => ({ phaseId, name, state: 'asked' as const, expiresOn: null });
		expect(waitsFor([of('a', 'Framing'), of(null, 'Building'), of('b', 'Roof')], 'a', '2027-03-02').map((p) => p.name)).toEqual([
			'Framing',
			'Building'
		]);
	});
});
