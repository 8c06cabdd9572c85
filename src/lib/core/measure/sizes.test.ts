import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Refusal } from '../refusal';
import { figureMeasures } from './shapes';
import { resized, scopeTyped, sizeText } from './sizes';
import { parseFigure } from './typed-shape';

const room = parseFigure('room', { length: '14', width: '12', height: '8', openings: '3 x 7 door' }, 'imperial');
const face = parseFigure('roof face', { length: '48', run: '14', pitch: '8' }, 'imperial');

describe('a figure with other dimensions', () => {
	it('says and reads them in one line; what else it has stays', () => {
		expect(sizeText(room, 'imperial')).toBe("14' × 12' × 8'");
		const other = resized(room, `10' 6" x 9`, 'imperial');
		expect(other).toMatchObject({ kind: 'room', height: room.kind === 'room' ? room.height : 0 });
		expect(other.kind === 'room' && other.openings).toHaveLength(1);
		expect(sizeText(other, 'imperial')).toBe(`10' 6" × 9' × 8'`);
		expect(resized(face, '12', 'imperial')).toMatchObject({ pitch: 8 });
		expect(sizeText(parseFigure('count', { count: '4' }, 'imperial'), 'imperial')).toBeNull();
	});
	it.each(['', 'wide x 9', '10 x 9 x 8 x 7', '0 x 9', '-3 x 4'])('“%s” is refused in words', (text) => {
		expect(() => resized(room, text, 'imperial')).toThrow(Refusal);
	});
	it('what is said of a figure gives the same figure', () => {
		const dim = fc.integer({ min: 1, max: 400 });
		fc.assert(
			fc.property(dim, dim, dim, (a, b, c) => {
				const one = resized(room, `${a}' x ${b}' x ${c}'`, 'imperial');
				expect(resized(room, sizeText(one, 'imperial') ?? '', 'imperial')).toEqual(one);
			})
		);
	});
});

describe('a scope typed with its size', () => {
	it('is a room, a roof face or a slab', () => {
		expect(scopeTyped('Living room 14x12x8', 'imperial')).toEqual({
			...{ name: 'Living room', kind: 'room', typed: { length: '14', width: '12', height: '8' } }
		});
		expect(scopeTyped(`Main roof, 48' x 14' 6" at 8/12`, 'imperial')).toEqual({
			...{ name: 'Main roof', kind: 'roof face', typed: { length: `48'`, run: `14' 6"`, pitch: '8' } }
		});
		expect(scopeTyped('Bedroom 2 14x12x8', 'imperial')).toMatchObject({ name: 'Bedroom 2', kind: 'room' });
		expect(scopeTyped('Deck 16 x 12', 'imperial')).toMatchObject({ kind: 'slab' });
		expect(scopeTyped('Küche 4.2 m x 3 m x 2.5 m', 'metric')).toMatchObject({ name: 'Küche', kind: 'room' });
	});
	it.each(['Living room', '14x12x8', 'Phase 2', 'Room 14', 'Room 14x12x8x3', 'Roof 14x12x8 at 4', 'Box 4x'])('“%s” is no size', (text) => {
		expect(scopeTyped(text, 'imperial')).toBeNull();
	});
	it('gives what the shape reads', () => {
		const t = scopeTyped('Office 12 x 10 x 9', 'imperial')!;
		expect(figureMeasures(parseFigure(t.kind, t.typed, 'imperial'), 'imperial').floor).toBeGreaterThan(0);
	});
});
