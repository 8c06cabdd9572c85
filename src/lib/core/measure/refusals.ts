import { sayings } from '../refusal';

/** What is refused here, by its code. */
export const catalog = {
	'cannot-be-negative': (p: { what: string }) => `${p.what} cannot be negative.`,
	'choose-what-measured': () => 'Choose what is measured.',
	'corner-cannot-be-read': () => 'A corner cannot be read.',
	'count-cannot-be-negative': () => 'A count cannot be negative.',
	'divides-by-zero': (p: { text: string }) => `“${p.text}” divides by zero.`,
	'doors-wider-than-room-around': () => 'The doors are wider than the room is around.',
	'eaves-and-ridges-of-one-face': () => 'Eaves and ridges of one face are parallel; these are not.',
	'edge-beyond': (p: { pointsCount: number; beyond: number }) => `There are ${p.pointsCount} edges; edge ${p.beyond} is not one of them.`,
	'edges-not-all-named': (p: { pointsCount: number; kindsCount: number }) => `There are ${p.pointsCount} edges; ${p.kindsCount} are named.`,
	'edges-and-cross': (p: { i: number; k: number }) => `Edges ${p.i} and ${p.k} cross: a polygon that crosses itself has no area.`,
	'gate-ends-beyond-run-of': (p: { system: string; system2: string }) => `A gate ends beyond the run (${p.system} of ${p.system2}).`,
	'gates-wider-than-run-long': () => 'The gates are wider than the run is long.',
	'give-every-gate-position-or-none': () => 'Give every gate a position, or none.',
	'length-cannot-be-negative-or-range': (p: { text: string }) => `A length cannot be negative or a range: “${p.text}”.`,
	'longer-than-100-km': (p: { text: string }) => `“${p.text}” is longer than 100 km.`,
	'measure-cannot-be-negative': () => 'A measure cannot be negative.',
	'more-shared-than-around': (p: { system: string; system2: string }) => `More is shared (${p.system}) than it is around (${p.system2}).`,
	'more-taken-off-than': (p: { name: string }) => `More ${p.name} is taken off than there is.`,
	'more-than-thousand-million': () => 'That is more than a thousand million.',
	'must-be-more-than-0': (p: { what: string }) => `${p.what} must be more than 0.`,
	needed: () => 'This is needed.',
	'not-corner': (p: { p: string }) => `“${p.p}” is not a corner. Type it as across, up; and the next after a semicolon.`,
	'not-edge': (p: { typed: string; kindsCount: number }) =>
		`“${p.typed}” is not an edge. Type the numbers of the edges, in order${p.kindsCount ? ', or what they are' : ''}.`,
	'size-of-so-many': (p: { kind: string; fields: string }) =>
		p.fields ? `A ${p.kind} is typed as ${p.fields}.` : `The size of a ${p.kind} cannot be typed like this.`,
	'not-length': (p: { text: string; system: string }) =>
		`“${p.text}” is not a length. Type it like ${p.system === 'imperial' ? '12\' 6"' : '3.8 m'}.`,
	'not-number': (p: { text: string }) => `“${p.text}” is not a number.`,
	'not-one-of': (p: { typed: string; of: string }) => `“${p.typed}” is not one of ${p.of}.`,
	'not-kind-of-edge': (p: { typed: string; edgeKinds: string }) => `“${p.typed}” is not one of ${p.edgeKinds}.`,
	'not-opening': (p: { part: string }) => `“${p.part}” is not an opening. Type width x height, and “door” for a door.`,
	'not-unit-of': (p: { unit: string; dimension: string }) =>
		`“${p.unit}” is not a unit of ${p.dimension === 'count' ? 'a count' : p.dimension}.`,
	'openings-larger-than-walls': (p: { system: string; system2: string }) =>
		`The openings (${p.system}) are larger than the walls (${p.system2}).`,
	'pitch-must-be-between-0-and': () => 'The pitch must be between 0 and 48 in 12.',
	'polygon-has-at-least-three-corners': () => 'A polygon has at least three corners.',
	'polygon-has-at-most-corners': (p: { mostCorners: number }) => `A polygon has at most ${p.mostCorners} corners.`,
	'run-shares-none-one-or-both': () => 'A run shares none, one or both of its ends.',
	'shape-counts-whole-number-of-times': () => 'A shape counts a whole number of times, from 1 to 10,000.',
	'shared-length-cannot-be-negative': () => 'A shared length cannot be negative.',
	'sloped-polygon-needs-eave-or-ridge': () => 'A sloped polygon needs an eave or a ridge: the slope runs at right angles to it.',
	'these-corners-lie-on-one-line': () => 'These corners lie on one line.',
	'two-corners-in-row-same': () => 'Two corners in a row are the same.',
	'two-gates-overlap': () => 'Two gates overlap.',
	'type-length': () => 'Type a length.',
	'parts-out-of-order': (p: { text: string }) => `“${p.text}” is unclear: the parts must go from the larger unit to the smaller.`,
	'unit-unclear': (p: { text: string; system: string }) =>
		`“${p.text}” is unclear. Add the units, like ${p.system === 'imperial' ? '12\' 6"' : '3 m 80 cm'}.`
};
export const say = sayings('rules.measure', catalog);
