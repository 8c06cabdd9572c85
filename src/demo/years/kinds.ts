import type { Yard } from '../yard';
import type { Dice } from './dice';

/** A kind of request: how often it comes, how it is priced, who does it, how its hours come out, and how long it waits. */
export interface KindOfWork {
	name: string;
	/** Of a hundred requests. */
	share: number;
	/** The crews that do it. */
	crews: readonly string[];
	/** Hours worked for an hour sold: the middle, and how far it goes to either side. */
	hours: readonly [middle: number, spread: number];
	/** Of a hundred quotes, how many are won by referral; other sources win less. */
	wins: number;
	what: string;
	/** Puts its scopes on an estimate. */
	estimate: (yard: Yard, estimateId: string, dice: Dice) => void;
}

const feet = (n: number): string => String(Math.round(n));

/** Steep roofs from a small house to a school wing. */
function roof(yard: Yard, e: string, dice: Dice): void {
	const length = dice.around(64, 28);
	const run = dice.around(26, 8);
	yard.scope(
		e,
		'Main roof',
		[['roof face', { length: feet(length), run: feet(run), pitch: dice.one(['6', '8', '10']) }, 2]],
		['reroof-shingle']
	);
	if (dice.chance(0.35))
		yard.scope(
			e,
			'Gutters',
			[
				['typed', { measure: 'length', value: feet(length * 2) }],
				['count', { count: '4' }]
			],
			['gutters-5']
		);
}
function lowSlope(yard: Yard, e: string, dice: Dice): void {
	const times = dice.weighted([
		[1, 5],
		[2, 3],
		[4, 1]
	] as const);
	for (let n = 0; n < times; n++)
		yard.scope(
			e,
			times === 1 ? 'Roof' : `Roof ${'ABCD'[n] ?? ''}`,
			[['slab', { length: feet(dice.around(78, 34)), width: feet(dice.around(44, 18)), depth: '0' }]],
			['low-membrane']
		);
}
/** Buildings of a general contractor: several roofs at once. */
function package_(yard: Yard, e: string, dice: Dice): void {
	for (const wing of ['North wing', 'South wing', 'Link'].slice(0, dice.whole(2, 3)))
		yard.scope(e, wing, [['slab', { length: feet(dice.around(150, 60)), width: feet(dice.around(80, 30)), depth: '0' }]], ['low-membrane']);
}
function gutters(yard: Yard, e: string, dice: Dice): void {
	const length = dice.around(290, 160);
	yard.scope(
		e,
		'Gutters and downspouts',
		[
			['typed', { measure: 'length', value: feet(length) }],
			['count', { count: String(Math.max(2, Math.round(length / 35))) }]
		],
		['gutters-5']
	);
}
function attic(yard: Yard, e: string, dice: Dice): void {
	yard.scope(e, 'Attic', [['room', { length: feet(dice.around(48, 18)), width: feet(dice.around(34, 10)), height: '6' }]], ['attic-blown']);
}
/** A repair is hours and a little material. */
function repair(yard: Yard, e: string, dice: Dice): void {
	const { scopeId } = yard.call('bastian', 'estimates.add-scope', { estimateId: e, name: dice.one(REPAIRS), option: false });
	yard.call('bastian', 'estimates.add-line', { scopeId, sheetId: 'steep', quantity: dice.whole(2, 14) * 10_000 });
	yard.call('bastian', 'estimates.add-line', {
		...{ scopeId, name: 'Flashing, sealant and fasteners', kind: 'material' },
		...{ cost: dice.whole(18, 120) * 10_000, price: dice.whole(140, 170) * 10_000, quantity: 10_000 }
	});
}
const REPAIRS = ['Storm damage', 'Leak at the chimney', 'Valley', 'Pipe flashing', 'Ridge vent', 'Missing shingles', 'Skylight curb'];

export const KINDS_OF_WORK: readonly KindOfWork[] = [
	{ name: 'Re-roof', share: 33, crews: ['slate', 'upper-marle', 'slate'], hours: [1.06, 0.2], wins: 62, what: 're-roof', estimate: roof },
	{ name: 'Low slope', share: 7, crews: ['copper'], hours: [1.0, 0.16], wins: 58, what: 'flat roof', estimate: lowSlope },
	{
		name: 'Gutters',
		share: 26,
		crews: ['gutter', 'gutter', 'upper-marle'],
		hours: [0.95, 0.14],
		wins: 70,
		what: 'gutters',
		estimate: gutters
	},
	{ name: 'Insulation', share: 10, crews: ['copper'], hours: [0.99, 0.1], wins: 66, what: 'attic', estimate: attic },
	{ name: 'Repair', share: 21, crews: ['slate', 'upper-marle', 'gutter'], hours: [1.08, 0.3], wins: 86, what: 'repair', estimate: repair }
];
/** A general contractor’s package: rare, tendered, done by the flat-roof crew. */
export const PACKAGE: KindOfWork = {
	...{ name: 'Low slope', share: 1, crews: ['copper'], hours: [1.02, 0.12], wins: 40, what: 'roofs' },
	estimate: package_
};
