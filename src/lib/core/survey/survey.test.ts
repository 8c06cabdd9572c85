import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { NM_PER_FOOT } from '../measure';
import { checkMarks, marksSvg, measuredLength, MOST_MARKS, numberPins, shownMarks, type PhotoMark, type PhotoScale } from '.';

const pin = (id: string, inside = false): PhotoMark => ({ id, inside, kind: 'pin', x: 0.5, y: 0.5, lineId: `line ${id}` });
const size = { width: 2000, height: 1000 };
const scale: PhotoScale = { from: { x: 0.1, y: 0.5 }, to: { x: 0.2, y: 0.5 }, length: 10 * NM_PER_FOOT };

describe('a length on a picture', () => {
	it('is measured against the known one, across and down alike', () => {
		// 200 px are 10 ft: 400 px across are 20 ft, 100 px down are 5 ft.
		expect(measuredLength(scale, { x: 0, y: 0 }, { x: 0.2, y: 0 }, 2000, 1000)).toBe(20 * NM_PER_FOOT);
		expect(measuredLength(scale, { x: 0, y: 0 }, { x: 0, y: 0.1 }, 2000, 1000)).toBe(5 * NM_PER_FOOT);
		expect(measuredLength(scale, { x: 0.3, y: 0 }, { x: 0.3, y: 0 }, 2000, 1000)).toBe(0);
	});
	it('is refused when the known length is a point or nothing', () => {
		expect(() => measuredLength({ ...scale, to: scale.from }, { x: 0, y: 0 }, { x: 1, y: 1 }, 2000, 1000)).toThrow('too short');
		expect(() => measuredLength({ ...scale, length: 0 }, { x: 0, y: 0 }, { x: 1, y: 1 }, 2000, 1000)).toThrow('too short');
	});
	it('is the same both ways, and grows with the distance', () => {
		const spot = fc.record({ x: fc.double({ min: 0, max: 1, noNaN: true }), y: fc.double({ min: 0, max: 1, noNaN: true }) });
		fc.assert(
			fc.property(spot, spot, (a, b) => {
				const there = measuredLength(scale, a, b, 2000, 1000);
				const half = { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 };
				return there === measuredLength(scale, b, a, 2000, 1000) && Math.abs(measuredLength(scale, a, half, 2000, 1000) * 2 - there) <= 4;
			})
		);
	});
});

describe('marks', () => {
	it('are numbered by their pins, and inside ones stay inside without renumbering the rest', () => {
		const marks: PhotoMark[] = [pin('a'), { id: 't', inside: false, kind: 'text', x: 0, y: 0, text: 'Rot' }, pin('b', true), pin('c')];
		expect([...numberPins(marks)]).toEqual([
			['a', 1],
			['b', 2],
			['c', 3]
		]);
		expect(shownMarks(marks).map((m) => m.id)).toEqual(['a', 't', 'c']);
	});
	it('outside the picture, twice the same, or too many are refused', () => {
		expect(() => checkMarks([{ ...pin('a'), x: 1.2 } as PhotoMark])).toThrow('outside');
		expect(() =>
			checkMarks([
				{
					id: 'p',
					inside: false,
					kind: 'pencil',
					points: [
						{ x: 0, y: 0 },
						{ x: -1, y: 0 }
					]
				}
			])
		).toThrow('outside');
		expect(() => checkMarks([pin('a'), pin('a')])).toThrow('same name');
		expect(() => checkMarks(Array.from({ length: MOST_MARKS + 1 }, (_, i) => pin(String(i))))).toThrow('at most');
		expect(() => checkMarks([pin('a')])).not.toThrow();
	});
	it('are drawn with every word escaped, and lengths in the company’s unit', () => {
		const svg = marksSvg(
			[
				{ id: 't', inside: false, kind: 'text', x: 0.1, y: 0.1, text: '<script>alert("1")</script> & more' },
				{ id: 'm', inside: false, kind: 'measure', from: { x: 0, y: 0 }, to: { x: 0.2, y: 0 } },
				{ id: 'w', inside: false, kind: 'arrow', from: { x: 0, y: 0 }, to: { x: 0.3, y: 0.3 } },
				pin('a')
			],
			size,
			scale,
			'imperial'
		);
		expect(svg).not.toContain('<script');
		expect(svg).toContain('&#60;script&#62;');
		expect(svg).toContain('>20&#39;</text>');
		expect(svg).toContain('viewBox="0 0 2000 1000"');
		expect(
			marksSvg([{ id: 'm', inside: false, kind: 'measure', from: { x: 0, y: 0 }, to: { x: 0.2, y: 0 } }], size, null, 'metric')
		).toContain('>?</text>');
	});
});
