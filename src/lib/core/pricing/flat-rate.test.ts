import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { explainText } from '../explain';
import { readEdition, type EditionFile } from '../formats';
import { cents, percent, quantity, rate, unitPrice } from '../money';
import { compareEdition, serviceChanges, type HeldService, type PublishedService } from './edition';
import { explainFlat, FLAT_ROUNDINGS, flatPrice, roundFlat, type FlatRounding, type FlatTerms } from './flat-rate';

const terms = (more: Partial<FlatTerms> = {}): FlatTerms => ({
	markup: percent(4000),
	hourlyPrice: unitPrice(642_200),
	hourlyCost: unitPrice(410_300),
	overheadPerHour: unitPrice(142_000),
	overheadPercent: { material: rate(45_000) },
	rounding: 'five',
	...more
});
const material = (name: string, q: number, cost: number) => ({ name, quantity: quantity(q), unit: 'each', cost: unitPrice(cost) });

describe('a flat-rate price', () => {
	it('is marked-up materials and hours, up to where prices end', () => {
		const p = flatPrice(
			{ hours: quantity(15_000), materials: [material('Tape', 100_000, 24_000), material('Primer', 2000, 420_000)] },
			terms()
		);
		// 24.00 + 8.40 = 32.40, × 1.4 = 45.36; 1.5 h × 64.22 = 96.33; 141.69 → 145.
		expect(p).toMatchObject({ materialCost: 3240, materialPrice: 4536, laborPrice: 9964, price: 14_500, laborCost: 6155, cost: 9395 });
		// Overhead: 1.5 h × 14.20 = 21.30, and 4.5 % of 32.40 = 1.46.
		expect(p.overhead).toBe(2130 + 146);
		expect(p.breakEven).toBe(9395 + 2276);
		expect(p.margin).toBe(Math.round(((14_500 - 11_671) / 14_500) * 1_000_000));
	});
	it.each([
		[14_169, 'cent', 14_169],
		[14_169, 'one', 14_200],
		[14_200, 'one', 14_200],
		[14_169, 'five', 14_500],
		[14_169, 'x.95', 14_195],
		[14_195, 'x.95', 14_195],
		[14_196, 'x.95', 14_295],
		[1, 'x.95', 95],
		[0, 'five', 0]
	] as [number, FlatRounding, number][])('%i %s is %i', (price, to, expected) => {
		expect(roundFlat(cents(price), to)).toBe(expected);
	});
	it('never rounds down, never by more than its step, and stays where it is the second time', () => {
		const steps: Record<FlatRounding, number> = { cent: 0, one: 99, five: 499, 'x.95': 99 };
		fc.assert(
			fc.property(fc.integer({ min: 0, max: 100_000_000 }), fc.constantFrom(...FLAT_ROUNDINGS), (n, to) => {
				const r = roundFlat(cents(n), to);
				return r >= n && r - n <= steps[to] && roundFlat(r, to) === r;
			})
		);
	});
	it('is the sum of its two parts, and rises with hours, costs and markup', () => {
		const work = fc.record({
			hours: fc.integer({ min: 0, max: 400_000 }).map(quantity),
			materials: fc.array(
				fc.tuple(fc.integer({ min: 0, max: 900_000 }), fc.integer({ min: 0, max: 9_000_000 })).map(([q, c]) => material('M', q, c)),
				{ maxLength: 6 }
			)
		});
		fc.assert(
			fc.property(work, fc.constantFrom(...FLAT_ROUNDINGS), (w, rounding) => {
				const t = terms({ rounding });
				const p = flatPrice(w, t);
				const more = flatPrice({ ...w, hours: quantity(w.hours + 2500) }, t);
				const dearer = flatPrice(w, terms({ rounding, markup: percent(5000) }));
				return (
					p.materialPrice + p.laborPrice === p.price &&
					more.price >= p.price &&
					dearer.price >= p.price &&
					p.breakEven === p.cost + p.overhead
				);
			})
		);
	});
	it('explains itself down to the materials', () => {
		const text = explainText(explainFlat('Reseam', { hours: quantity(15_000), materials: [material('Tape', 100_000, 24_000)] }, terms()));
		expect(text).toContain('Tape: 10 each × 2.40 = 24.00');
		expect(text).toContain('1.5 h × 64.22 = 96.33');
		expect(text).toContain('up to a whole five');
	});
});

const service = (key: string, more: Partial<PublishedService> = {}): PublishedService => ({
	key,
	category: 'a',
	title: key,
	wording: '',
	hours: quantity(10_000),
	materials: [material('M', 10_000, 50_000)],
	...more
});
const held = (s: PublishedService, more: Partial<HeldService> = {}): HeldService => ({
	...s,
	ours: false,
	withdrawn: false,
	published: s,
	...more
});

describe('an edition', () => {
	it('says what is new, withdrawn, changed, kept as ours and unchanged', () => {
		const dear = service('dear', { materials: [material('M', 10_000, 60_000)] });
		const diff = compareEdition(
			[
				held(service('same')),
				held(service('dear')),
				held(service('gone')),
				held(service('mine'), { ours: true, hours: quantity(20_000) }),
				held(service('own'), { published: null })
			],
			[service('same'), dear, service('mine', { hours: quantity(12_500) }), service('new')],
			terms()
		);
		expect(diff.added.map((a) => a.service.key)).toEqual(['new']);
		expect(diff.withdrawn).toEqual([{ key: 'gone', title: 'gone', ours: false }]);
		expect(diff.changed.map((c) => [c.key, c.what, c.after.materialCost - c.before.materialCost])).toEqual([['dear', ['materials'], 100]]);
		// What the publisher says changes from 1 to 1.25 h; ours stays at 2.
		expect(diff.left.map((c) => [c.key, c.hours])).toEqual([['mine', [10_000, 12_500]]]);
		expect(diff.unchanged).toBe(1);
	});
	it('brings back what was withdrawn, and finds nothing in itself', () => {
		const all = [service('a'), service('b')];
		expect(compareEdition([held(service('a'), { withdrawn: true })], [service('a')], terms()).changed[0]?.what).toEqual(['offered again']);
		const same = compareEdition(
			all.map((s) => held(s)),
			all,
			terms()
		);
		expect([same.added, same.changed, same.withdrawn, same.left, same.unchanged]).toEqual([[], [], [], [], 2]);
		expect(serviceChanges(service('a'), service('a', { title: 'b', hours: quantity(1) }))).toEqual(['title', 'hours']);
	});
	it('puts every service of both sides into exactly one of its lists', () => {
		const keys = fc.uniqueArray(fc.constantFrom(...'abcdefghij'), { maxLength: 10 });
		fc.assert(
			fc.property(keys, keys, (have, comes) => {
				const d = compareEdition(
					have.map((k) => held(service(k))),
					comes.map((k) => service(k, { hours: quantity(k.charCodeAt(0) % 2 ? 10_000 : 20_000) })),
					terms()
				);
				const union = new Set([...have, ...comes]).size;
				return d.added.length + d.withdrawn.length + d.changed.length + d.left.length + d.unchanged === union;
			})
		);
	});
});

const file = (more: Partial<EditionFile> = {}): EditionFile => ({
	format: 'flat-rate edition',
	formatVersion: 1,
	publisher: 'P',
	catalog: { key: 'c', name: 'C', trade: '' },
	edition: 1,
	published: '2027-01-01',
	categories: [{ key: 'a', name: 'A' }],
	services: [
		{
			key: 's',
			category: 'a',
			title: 'S',
			wording: '',
			hours: '1.25',
			materials: [{ name: 'M', quantity: '0.5', unit: 'gal', cost: '42.1234' }]
		}
	],
	...more
});
describe('the file of an edition', () => {
	it('is read without losing a decimal', () => {
		expect(readEdition(file())[0]).toMatchObject({ hours: 12_500, materials: [{ quantity: 5000, cost: 421_234 }] });
	});
	it('is refused with the place that is wrong', () => {
		const s = file().services[0]!;
		const says = (f: EditionFile) => {
			try {
				readEdition(f);
			} catch (e) {
				return (e as Error).message;
			}
			return 'taken';
		};
		expect(says(file({ services: [s, s] }))).toContain('“s” comes twice');
		expect(says(file({ services: [{ ...s, category: 'b' }] }))).toContain('the category “b” is not in the file');
		expect(
			says(
				file({
					categories: [
						{ key: 'a', name: 'A', parent: 'b' },
						{ key: 'b', name: 'B', parent: 'a' }
					]
				})
			)
		).toContain('lies in itself');
		expect(says(file({ services: [{ ...s, hours: 'two' }] }))).toContain('services[0] (S): hours');
		expect(says(file({ services: [{ ...s, materials: [{ name: 'M', quantity: '1', unit: 'x', cost: '-2' }] }] }))).toContain('is negative');
	});
});
