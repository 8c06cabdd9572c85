import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { guessAgreements, pointsAsTable, readAgreements, readCsv, siteFor, writeCsv } from '.';

const read = (text: string) => {
	const rows = readCsv(text);
	return readAgreements(rows, guessAgreements(rows[0] ?? []));
};
describe('agreements of a table', () => {
	it('are known by their headings; what is not said is as the service is sold', () => {
		const [a, b] = read('Customer,Address,Visits sold,Hours,Price,Note\nCare Ltd,1 Quay,14,63.5,3000.00,Key at the desk\nAda,2 Quay,,,,\n');
		expect(a).toEqual({
			...{ row: 2, why: '' },
			agreement: {
				...{ customer: 'Care Ltd', address: '1 Quay', district: '', visits: 14, hours: 635_000, price: 300_000, note: 'Key at the desk' },
				...{ lat: null, lng: null }
			}
		});
		expect(b?.agreement).toMatchObject({ visits: null, hours: null, price: null });
	});
	it('that cannot be sold say why, each by itself', () => {
		const why = (line: string) => read(`customer,address,visits,hours,price,lat,lng\n${line}`)[0]?.why;
		expect(why(',1 Quay,1,1,1,,')).toBe('It has no customer.');
		expect(why('A,,1,1,1,,')).toBe('It has no address.');
		expect(why('A,1 Quay,none,1,1,,')).toContain('no number of visits');
		expect(why('A,1 Quay,0,1,1,,')).toContain('no number of visits');
		expect(why('A,1 Quay,1,much,1,,')).toContain('The hours');
		expect(why('A,1 Quay,1,1,-4,,')).toBe('Hours and price are not negative.');
		expect(why('A,1 Quay,1,1,1,200,1')).toContain('no place on the globe');
		expect(why('A,1 Quay,1,1,1,20,')).toBe('A place needs its latitude and its longitude.');
		expect(why('A,1 Quay,1,1,1,20,-30')).toBe('');
	});
	it('come back from what is written of them', () => {
		const word = fc.string({ minLength: 1, maxLength: 20 }).map((s) => s.replace(/[^a-z0-9 ,;é\"]/gi, '').trim() || 'x');
		fc.assert(
			fc.property(
				fc.array(fc.record({ customer: word, address: word, visits: fc.integer({ min: 1, max: 366 }) }), { maxLength: 8 }),
				(all) => {
					const text = writeCsv([['customer', 'address', 'visits sold'], ...all.map((a) => [a.customer, a.address, String(a.visits)])]);
					expect(read(text).map(({ agreement: a }) => ({ customer: a.customer, address: a.address, visits: a.visits }))).toEqual(all);
				}
			)
		);
	});
	it('of a map file are its points', () => {
		const point = (properties: object, coordinates: number[]) => ({
			type: 'Feature',
			properties,
			geometry: { type: 'Point', coordinates }
		});
		const line = {
			type: 'Feature',
			properties: { round: 'Monday' },
			geometry: {
				type: 'LineString',
				coordinates: [
					[1, 2],
					[3, 4]
				]
			}
		};
		const file = JSON.stringify({
			type: 'FeatureCollection',
			features: [point({ customer: 'Ada', address: '2 Quay', visits: 7 }, [-131.5, -47.25]), line, null]
		});
		const rows = pointsAsTable(file);
		expect(rows).toEqual([
			['customer', 'address', 'visits', 'latitude', 'longitude'],
			['Ada', '2 Quay', '7', '-47.25', '-131.5']
		]);
		expect(readAgreements(rows, guessAgreements(rows[0]!))[0]?.agreement).toMatchObject({ visits: 7, lat: -47.25, lng: -131.5 });
		for (const wrong of ['', '[]', '{"features":1}', 'customer,address']) expect(() => pointsAsTable(wrong)).toThrow('GeoJSON');
	});
	it('find the site that is known, or make one of a customer who is', () => {
		const of = siteFor([{ id: 's', address: '2  Quay', customer: 'Ada' }], ['Ada', 'Care Ltd']);
		const at = (customer: string, address: string) =>
			of({ ...{ customer, address, district: '', note: '' }, ...{ visits: 1, hours: 1, price: 1, lat: null, lng: null } });
		expect(at('ADA', '2 quay')).toEqual({ siteId: 's', to: 'known site' });
		expect(at('Care Ltd', '2 Quay')).toEqual({ siteId: null, to: 'new site' });
		expect(at('Noor', '2 Quay')).toEqual({ siteId: null, to: 'new customer' });
	});
});
